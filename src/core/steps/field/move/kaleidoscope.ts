import type { StepDefinition } from '../../definition';
import { number, vector } from '../../params';

export const kaleidoscope: StepDefinition = {
  op: 'field.kaleidoscope',
  name: 'Kaleidoscope',
  about: 'Folds the plane into wedges about a centre, each the mirror of the next.',
  takes: ['vec3', 'vec2'],
  gives: 'same',
  telling: 'wedges',
  also: ['mirror', 'symmetry', 'fold', 'mandala', 'radial'],
  params: [
    number('wedges', 'Wedges', 'Pairs of mirrored wedges.', 6, 1, 24, { hard: [1, 256], whole: true }),
    number('angle', 'Angle', 'Turns the whole.', 0, -1, 1, { unit: 'turns' }),
    number('spins', 'Spins', 'Full turns in each loop.', 0, -4, 4, { unit: 'turns', closes: true }),
    vector('centre', 'Centre', 'The wedges meet here.', [0, 0, 0], -2, 2),
  ],
  needs: ['wave'],
  glsl: `
  vec3 q = pointOf(v) - centre;
  float a = angleTurns(q.y, q.x) - angle - spins * p.phase;
  float n = max(floor(wedges + 0.5), 1.0);
  float folded = abs(fract(a * n) - 0.5) / n;
  return shaped(vec3(length(q.xy) * vec2(cosineTurns(folded), sineTurns(folded)), q.z) + centre, v);`,
};
