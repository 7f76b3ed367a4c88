import { clampTo } from '../field/shape/clamp';
import { invert } from '../field/shape/invert';
import { join } from '../field/shape/join';
import { mixWith } from '../field/shape/mix';
import { power } from '../field/shape/power';
import { quantise } from '../field/shape/quantise';
import { remap } from '../field/shape/remap';
import { roundTo } from '../field/shape/round';
import { smoothStep } from '../field/shape/smooth-step';
import { constant } from './constant';
import { cycle } from './cycle';
import { asSignal } from './from-field';
import { keyed } from './keys';
import { random } from './random';

export const SIGNAL_STEPS = [
  cycle,
  constant,
  random,
  keyed,
  asSignal(remap),
  asSignal(power),
  asSignal(clampTo),
  asSignal(roundTo),
  asSignal(quantise),
  asSignal(invert),
  asSignal(smoothStep),
  asSignal(join),
  asSignal(mixWith),
];
