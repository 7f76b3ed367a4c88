import type { FieldStep } from '../../definition';
import { choice, number } from '../../params';

export const slope: FieldStep = {
  op: 'field.slope',
  name: 'Height to normal',
  description:
    'Reads the running number as a height and gives the normal of that relief, coloured as usual for normal pictures.',
  takes: ['float'],
  gives: 'vec3',
  cellParam: 'strength',
  aliases: ['bump', 'relief', 'normal map', 'emboss', 'derivative'],
  params: [
    number({ id: 'strength', name: 'Strength', description: 'How high 1 is.', default: 1, min: -8, max: 8 }),
    number({
      id: 'reach',
      name: 'Reach',
      description: 'Distance between the samples.',
      default: 0.005,
      min: 0.001,
      max: 0.1,
      hard: [0.00001, 10],
    }),
    choice({
      id: 'across',
      name: 'Across',
      description: 'Where neighbours are looked for.',
      options: ['uv', 'position', 'screen'],
    }),
    choice({
      id: 'show',
      name: 'Show',
      description: 'As the colour of a normal picture, or as a vector from -1 to 1.',
      options: ['colour', 'vector'],
    }),
  ],
  again: true,
  glsl: `
  // One sample each way, mirrored at the border of the unit square.
  Place east = p;
  Place west = p;
  Place north = p;
  Place south = p;
  if (across == 0) {
    east.uv.x = 1.0 - abs(1.0 - abs(p.uv.x + reach));
    west.uv.x = abs(p.uv.x - reach);
    north.uv.y = 1.0 - abs(1.0 - abs(p.uv.y + reach));
    south.uv.y = abs(p.uv.y - reach);
  } else if (across == 1) {
    east.rest.x += reach;
    west.rest.x -= reach;
    north.rest.y += reach;
    south.rest.y -= reach;
    east.world.x += reach;
    west.world.x -= reach;
    north.world.y += reach;
    south.world.y -= reach;
  } else {
    east.screen.x += reach;
    west.screen.x -= reach;
    north.screen.y += reach;
    south.screen.y -= reach;
  }
  float dx = again(east) - again(west);
  float dy = again(north) - again(south);
  vec3 n = normalize(vec3(-strength * dx, -strength * dy, 2.0 * reach));
  return show == 1 ? n : 0.5 * n + 0.5;`,
};
