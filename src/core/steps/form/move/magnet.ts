import type { FormMove } from '../../definition';
import { choice, number, vector } from '../../params';

export const magnet: FormMove = {
  op: 'form.magnet',
  name: 'Magnet',
  about: 'Pulls, turns and scales what is near a place; what it was near a moment ago may follow.',
  takes: ['form'],
  gives: 'form',
  telling: 'weight',
  also: ['attract', 'pull', 'field', 'proximity', 'soft', 'grab', 'trail'],
  params: [
    vector({
      id: 'position',
      name: 'Position',
      about: 'Where it is; link it to a field or signals to let it travel.',
      default: [0, 0, 0],
      min: -5,
      max: 5,
      unit: 'm',
      per: 'moment',
    }),
    number({
      id: 'radius',
      name: 'Radius',
      about: 'How far it reaches.',
      default: 1,
      min: 0.05,
      max: 5,
      hard: [0.001, 1000],
      unit: 'm',
    }),
    choice({
      id: 'kernel',
      name: 'Falloff',
      about: 'How it weakens with distance.',
      options: ['smooth', 'bell', 'linear', 'sixth degree', 'hard'],
    }),
    number({ id: 'weight', name: 'Weight', about: 'Times this.', default: 1, min: -2, max: 2 }),
    vector({
      id: 'move',
      name: 'Move',
      about: 'How far it carries.',
      default: [0, 0.5, 0],
      min: -2,
      max: 2,
      unit: 'm',
    }),
    vector({ id: 'turn', name: 'Turn', about: 'About itself.', default: [0, 0, 0], min: -180, max: 180, unit: '°' }),
    vector({ id: 'size', name: 'Size', about: 'Times this, about itself.', default: [1, 1, 1], min: 0, max: 3 }),
    number({
      id: 'trail',
      name: 'Trail',
      about: 'How many earlier places go on acting; slow stretches act stronger.',
      default: 0,
      min: 0,
      max: 12,
      hard: [0, 15],
      whole: true,
    }),
    number({
      id: 'spacing',
      name: 'Spacing',
      about: 'Between one and the next.',
      default: 0.02,
      min: 0,
      max: 0.2,
      hard: [0, 1],
      unit: 'loops',
    }),
  ],
  handles: [{ at: 'position', turn: 'turn', reach: 'radius' }],
  needs: ['space', 'kernels'],
  glsl: `
  vec3 sum = vec3(0.0);
  float steps = floor(trail + 0.5);
  for (int i = 0; i < 16; i++) {
    if (float(i) > steps) break;
    Place q = p;
    q.phase = fract(p.phase - float(i) * spacing);
    vec3 at = position(q);
    float near = weight * kernelAt(length(p.rest - at) / radius, kernel) / (steps + 1.0);
    sum += near * (at + turnedBy((v - at) * size, turn) + move - v);
  }
  return v + sum;`,
};
