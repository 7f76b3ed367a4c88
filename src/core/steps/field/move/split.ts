import type { FieldStep } from '../../definition';
import { vector } from '../../params';

export const split: FieldStep = {
  op: 'field.split',
  name: 'Split channels',
  description: 'Works the row out three times, moved a little for red and the other way for blue.',
  takes: ['float', 'vec3'],
  gives: 'vec3',
  cellParam: 'shift',
  aliases: ['rgb', 'chromatic', 'aberration', 'offset', 'channel', 'dispersion'],
  params: [
    vector({
      id: 'shift',
      name: 'Shift',
      description: 'How far red and blue lie apart from green.',
      default: [0.02, 0.01, 0],
      min: -0.25,
      max: 0.25,
    }),
  ],
  again: true,
  glsl: `
  Place a = p;
  a.rest += shift;
  a.world += shift;
  a.uv += shift.xy;
  a.screen += shift.xy;
  Place b = p;
  b.rest -= shift;
  b.world -= shift;
  b.uv -= shift.xy;
  b.screen -= shift.xy;
  return vec3(vec3(again(a)).r, vec3(v).g, vec3(again(b)).b);`,
};
