import type { FieldStep } from '../../definition';
import { number, seedParam, vector } from '../../params';

export const random: FieldStep = {
  op: 'field.random',
  name: 'Random cells',
  description: 'One random number for each cell of a grid.',
  takes: ['vec3', 'vec2'],
  gives: 'float',
  cellParam: 'cells',
  aliases: ['noise', 'white', 'static', 'cell', 'hash'],
  params: [
    vector({
      id: 'cells',
      name: 'Cells',
      description: 'Cells for each unit along x, y and z.',
      default: [8, 8, 8],
      min: 0,
      max: 64,
    }),
    number({
      id: 'changes',
      name: 'Changes per loop',
      description: 'New numbers in each loop; whole changes are equally long.',
      default: 0,
      min: 0,
      max: 24,
    }),
    seedParam,
  ],
  needs: ['hash'],
  glsl: `
  uvec3 c = uvec3(ivec3(floor(pointOf(v) * cells + 1e-5)));
  // Phase 1 is phase 0: the count of changes starts again with the loop.
  float turn = floor((p.phase - floor(p.phase)) * changes + 1e-4);
  return hashUnit(hashPcg3(c + uvec3(uint(int(seed)) * 0x165667b1u, uint(int(turn)) * 0x9e3779b1u, 0u)).x);`,
};
