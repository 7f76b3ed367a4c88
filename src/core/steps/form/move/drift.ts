import type { FormMove } from '../../definition';
import { number, vector } from '../../params';
import { repeatsParam, secondsParam } from '../../signal/moments/loop-length';

/** After so many half-lives less than a five-hundredth of a way is left. */
const HALF_LIVES = 9;
const MAX_DRIFT_STEPS = 96;

/**
 * Points with a memory: the way of a point x(t) with dx/dt = flow(x, t) + turn and growth about a pivot, drawn back to
 * where the form has it, h(t), at a rate that halves what is left every `back` seconds. It is worked out from so long
 * ago on that nothing of what was before shows, so every frame is the same from any start, and the loop closes where
 * what it takes in does. The steps are those of exponential time differencing of first order (S. Cox and P. Matthews,
 * "Exponential Time Differencing for Stiff Systems", Journal of Computational Physics 176, 2002).
 */
export const drift: FormMove = {
  op: 'form.drift',
  name: 'Drift',
  description:
    'Points remember their way: a flow carries, turns and spreads them, and they come back to ' +
    'the form little by little.',
  takes: ['form'],
  gives: 'form',
  cellParam: 'back',
  aliases: ['advect', 'advection', 'flow', 'memory', 'swirl', 'current', 'feedback', 'particles', 'smoke', 'simulate'],
  params: [
    vector({
      id: 'flow',
      name: 'Flow',
      description: 'How far it carries in a second; link it to a field: it is asked where each point has got to.',
      default: [0.4, 0, 0],
      min: -4,
      max: 4,
      unit: 'm/s',
      per: 'moment',
    }),
    vector({
      id: 'turn',
      name: 'Turn',
      description: 'In a second, about the pivot.',
      default: [0, 0, 0],
      min: -360,
      max: 360,
      unit: '°/s',
      per: 'moment',
    }),
    number({
      id: 'grow',
      name: 'Spread',
      description:
        'Away from the pivot in a second, as a part of the distance, at most half as fast as it ' +
        'comes back; below 0 towards it.',
      default: 0,
      min: -2,
      max: 2,
      hard: [-20, 20],
      per: 'moment',
    }),
    vector({
      id: 'pivot',
      name: 'Pivot',
      description: 'What it turns and spreads about.',
      default: [0, 0, 0],
      min: -5,
      max: 5,
      unit: 'm',
    }),
    number({
      id: 'back',
      name: 'Half way back',
      description: 'How long it takes a point to come half of the way back to the form.',
      default: 0.6,
      min: 0.05,
      max: 5,
      hard: [0.01, 120],
      unit: 's',
    }),
    number({
      id: 'steps',
      name: 'Steps',
      description: 'In how many the way is worked out: more for tight swirls.',
      default: 32,
      min: 4,
      max: MAX_DRIFT_STEPS,
      hard: [1, MAX_DRIFT_STEPS],
      whole: true,
    }),
    secondsParam,
    repeatsParam,
  ],
  handles: [{ at: 'pivot' }],
  again: true,
  needs: ['space'],
  glsl: `
  float count = floor(steps + 0.5);
  float lasts = max(seconds, 0.001);
  float behind = ${HALF_LIVES}.0 * back / lasts;
  // What plays once has nothing before its first frame.
  if (repeats < 0.5) behind = min(behind, p.phase);
  float stride = behind / count;
  float dt = stride * lasts;
  float rate = 0.6931471805599453 / back;
  float stays = exp2(-dt / back);
  float carries = (1.0 - stays) / rate;
  Place q = p;
  q.phase = behind > 0.0 ? fract(p.phase - behind) : p.phase;
  vec3 x = again(q);
  // What spread faster than it comes back would have no place to end at.
  for (int i = 0; i < ${MAX_DRIFT_STEPS}; i++) {
    if (float(i) >= count) break;
    q.rest = x;
    q.world = p.world + (x - p.rest);
    vec3 turns = turn(q);
    vec3 arm = x - pivot;
    vec3 moved = (turnedBy(arm, turns * dt) * exp(min(grow(q), 0.5 * rate) * dt) - arm) / max(dt, 1e-9) + flow(q);
    q.rest = p.rest;
    q.world = p.world;
    q.phase = fract(p.phase - (count - 1.0 - float(i)) * stride);
    vec3 home = again(q);
    x = home + (x - home) * stays + moved * carries;
  }
  return x;`,
};
