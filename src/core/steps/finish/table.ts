import type { FinishStep } from '../definition';
import { amountParam, choice, picture } from '../params';

export const table: FinishStep = {
  op: 'finish.table',
  name: 'Colour table',
  description: 'Gives each colour another, from a .cube file.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'amount',
  aliases: ['lut', 'lookup', 'cube', 'grade', 'film', 'look'],
  params: [
    picture({ id: 'table', name: 'Table', description: 'Drop a .cube here, of one or three dimensions.', table: true }),
    choice({
      id: 'reads',
      name: 'Reads',
      description: 'What the table is made for: shades as they are shown, or linear light from 0 to 1.',
      options: ['shades', { id: 'light', name: 'Linear light' }],
    }),
    amountParam('0 leaves the picture.'),
  ],
  needs: ['colours', 'lookup'],
  glsl: `
  if (table < 0) return v;
  vec3 given = lookedUp(table, reads == 1 ? v.rgb : toEncoded(max(v.rgb, 0.0)));
  return vec4(mix(v.rgb, reads == 1 ? given : toLinear(given), amount), v.a);`,
};
