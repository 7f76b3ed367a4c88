import type { StepDefinition } from '../../definition';
import { choice, number, vector } from '../../params';

export const magnet: StepDefinition = {
  op: 'form.magnet',
  name: 'Magnet',
  about: 'Pulls, turns and scales what is near a place; what it was near a moment ago may follow.',
  takes: ['form'],
  gives: 'form',
  telling: 'weight',
  also: ['attract', 'pull', 'field', 'proximity', 'soft', 'grab', 'trail'],
  params: [
    {
      ...vector(
        'position',
        'Position',
        'Where it is; link it to a field or signals to let it travel.',
        [0, 0, 0],
        -5,
        5,
        { unit: 'm' },
      ),
      per: 'moment',
    },
    number('radius', 'Radius', 'How far it reaches.', 1, 0.05, 5, { hard: [0.001, 1000], unit: 'm' }),
    choice('kernel', 'Falloff', 'How it weakens with distance.', ['smooth', 'bell', 'linear', 'sixth degree', 'hard']),
    number('weight', 'Weight', 'Times this.', 1, -2, 2),
    vector('move', 'Move', 'How far it carries.', [0, 0.5, 0], -2, 2, { unit: 'm' }),
    vector('turn', 'Turn', 'About itself.', [0, 0, 0], -180, 180, { unit: '°' }),
    vector('size', 'Size', 'Times this, about itself.', [1, 1, 1], 0, 3),
    number('trail', 'Trail', 'How many earlier places go on acting; slow stretches act stronger.', 0, 0, 12, {
      hard: [0, 15],
      whole: true,
    }),
    number('spacing', 'Spacing', 'Between one and the next.', 0.02, 0, 0.2, { hard: [0, 1], unit: 'loops' }),
  ],
  handles: [{ at: 'position', turn: 'turn' }],
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
