import type { FieldStep } from '../../definition';
import { number, vector } from '../../params';

export const kaleidoscope: FieldStep = {
  op: 'field.kaleidoscope',
  name: 'Kaleidoscope',
  description: 'Folds the plane into wedges about a centre, each the mirror of the next.',
  takes: ['vec3', 'vec2'],
  gives: 'same',
  cellParam: 'wedges',
  aliases: ['mirror', 'symmetry', 'fold', 'mandala', 'radial'],
  handles: [{ at: 'centre' }],
  params: [
    number({
      id: 'wedges',
      name: 'Wedges',
      description: 'Pairs of mirrored wedges.',
      default: 6,
      min: 1,
      max: 24,
      hard: [1, 256],
      whole: true,
    }),
    number({ id: 'angle', name: 'Angle', description: 'Turns the whole.', default: 0, min: -1, max: 1, unit: 'turns' }),
    number({
      id: 'spins',
      name: 'Spins',
      description: 'Full turns in each loop.',
      default: 0,
      min: -4,
      max: 4,
      unit: 'turns',
      closes: true,
    }),
    vector({ id: 'centre', name: 'Centre', description: 'The wedges meet here.', default: [0, 0, 0], min: -2, max: 2 }),
  ],
  needs: ['wave'],
  glsl: `
  vec3 q = pointOf(v) - centre;
  float a = angleTurns(q.y, q.x) - angle - spins * p.phase;
  float n = max(floor(wedges + 0.5), 1.0);
  float folded = abs(fract(a * n) - 0.5) / n;
  return shaped(vec3(length(q.xy) * vec2(cosineTurns(folded), sineTurns(folded)), q.z) + centre, v);`,
};
