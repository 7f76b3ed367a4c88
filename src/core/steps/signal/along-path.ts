import type { SignalStep } from '../definition';
import { alongPath } from '../field/shape/along-path';
import { asSignal } from './from-field';

/** Once along the whole path in each loop, unless something else leads along it. */
export const signalAlongPath: SignalStep = {
  ...asSignal(alongPath),
  ground: [{ op: 'signal.cycle', params: { wave: 'saw', between: '0 and 1' } }],
};
