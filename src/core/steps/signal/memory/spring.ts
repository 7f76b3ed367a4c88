import type { SignalStep } from '../../definition';
import { number } from '../../params';
import { runLoop } from './loop-run';

/**
 * Distance from the rest and speed of a damped oscillator after a time: its solution for all three kinds of damping (L.
 * D. Landau and E. M. Lifshitz, "Mechanics", section 25).
 * @param swing times a second that it would swing without damping
 * @param damping 1 where it just does not swing
 */
export function dampedOscillation(
  [x, speed]: [number, number],
  swing: number,
  damping: number,
  seconds: number,
): [number, number] {
  const omega = 2 * Math.PI * swing;
  const decay = damping * omega;
  const inner = (1 - damping * damping) * omega * omega;
  const root = Math.sqrt(Math.abs(inner));
  const fades = Math.exp(-decay * seconds);
  let [c, s] = [fades, fades * seconds];
  if (inner > 1e-9 * omega * omega) {
    c = fades * Math.cos(root * seconds);
    s = (fades * Math.sin(root * seconds)) / root;
  } else if (inner < -1e-9 * omega * omega) {
    // Hyperbolic, with the decay within, so that neither grows beyond all bounds.
    const [slow, fast] = [Math.exp((root - decay) * seconds), Math.exp(-(root + decay) * seconds)];
    c = (slow + fast) / 2;
    s = (slow - fast) / (2 * root);
  }
  return [x * c + (speed + decay * x) * s, speed * c - (speed * decay + omega * omega * x) * s];
}

export const spring: SignalStep = {
  op: 'signal.spring',
  name: 'Spring',
  description: 'Is pulled towards the input by a spring: it shoots past, swings and comes to rest.',
  takes: ['float', 'vec3'],
  gives: 'same',
  group: 'memory',
  cellParam: 'swing',
  aliases: ['overshoot', 'bounce', 'elastic', 'wobble', 'physics', 'jiggle'],
  params: [
    number({
      id: 'swing',
      name: 'Swing',
      description: 'How often it would swing in a second, undamped.',
      default: 2,
      min: 0.2,
      max: 10,
      hard: [0.05, 60],
      unit: 'Hz',
    }),
    number({
      id: 'damping',
      name: 'Damping',
      description: 'At 1 it just does not shoot past; the less, the longer it swings.',
      default: 0.3,
      min: 0.05,
      max: 2,
      hard: [0.01, 10],
    }),
  ],
  overLoop: (loop) =>
    runLoop(loop, Float64Array.of(loop.values[0]!, 0), (state, frame) => {
      const { swing, damping } = loop.params(frame) as { swing: number; damping: number };
      const rest = loop.values[frame]!;
      const [away, speed] = dampedOscillation([state[0]! - rest, state[1]!], swing, damping, loop.seconds);
      state[0] = rest + away;
      state[1] = speed;
    }),
  glsl: '  return v;',
};
