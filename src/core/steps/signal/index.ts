import { clampTo } from '../field/shape/clamp';
import { invert } from '../field/shape/invert';
import { join } from '../field/shape/join';
import { mixWith } from '../field/shape/mix';
import { quantise } from '../field/shape/quantise';
import { roundTo } from '../field/shape/round';
import { smoothStep } from '../field/shape/smooth-step';
import { constant } from './constant';
import { cycle } from './cycle';
import { asSignal } from './from-field';
import { keys } from './keys';
import { power } from './power';
import { random } from './random';
import { remap } from './remap';

export const SIGNAL_STEPS = [
  cycle,
  constant,
  random,
  keys,
  remap,
  power,
  asSignal(clampTo),
  asSignal(roundTo),
  asSignal(quantise),
  asSignal(invert),
  asSignal(smoothStep),
  asSignal(join),
  asSignal(mixWith),
];
