import type { FieldStep } from '../../definition';
import { choice, seedParam } from '../../params';

export const randomEach: FieldStep = {
  op: 'field.random-each',
  name: 'Random for each',
  description: 'One random number for each face or each copy.',
  takes: [],
  gives: 'float',
  cellParam: 'of',
  aliases: ['noise', 'face', 'copy', 'instance', 'hash'],
  params: [
    choice({ id: 'of', name: 'For each', description: 'What gets a number of its own.', options: ['face', 'copy'] }),
    seedParam,
  ],
  needs: ['hash'],
  glsl: `
  float n = of == 1 ? p.copy : p.face;
  return hashUnit(hashPcg(uint(int(n + 0.5)) + uint(int(seed)) * 0x9e3779b1u));`,
};
