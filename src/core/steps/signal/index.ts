import type { SignalStep } from '../definition';
import { absolute } from '../field/shape/absolute';
import { clampTo } from '../field/shape/clamp';
import { combine } from '../field/shape/combine';
import { compare } from '../field/shape/compare';
import { contrast } from '../field/shape/contrast';
import { drawnCurve } from '../field/shape/curve';
import { invert } from '../field/shape/invert';
import { join } from '../field/shape/join';
import { mixWith } from '../field/shape/mix';
import { pick } from '../field/shape/pick';
import { power } from '../field/shape/power';
import { quantise } from '../field/shape/quantise';
import { remap } from '../field/shape/remap';
import { roundTo } from '../field/shape/round';
import { smoothStep } from '../field/shape/smooth-step';
import { stepAt } from '../field/shape/step';
import { signalAlongPath } from './along-path';
import { constant } from './constant';
import { cycle } from './cycle';
import { asSignal } from './from-field';
import { takeFrom } from './from';
import { heading } from './heading';
import { keyed } from './keys';
import { MEMORY_STEPS } from './memory';
import { SIGNAL_CODE_STEPS } from './code';
import { MOMENT_STEPS } from './moments';
import { random } from './random';
import { SOUND_STEPS } from './sound';
import { wander } from './wander';

const grouped = (group: string, steps: SignalStep[]): SignalStep[] => steps.map((step) => ({ ...step, group }));

export const SIGNAL_STEPS: SignalStep[] = [
  ...grouped('source', [cycle, constant, takeFrom, wander, random, keyed, asSignal(combine)]),
  ...grouped(
    'shape',
    [
      remap,
      drawnCurve,
      power,
      clampTo,
      roundTo,
      quantise,
      invert,
      absolute,
      contrast,
      smoothStep,
      stepAt,
      compare,
      join,
      mixWith,
      pick,
    ].map(asSignal),
  ),
  ...grouped('shape', [signalAlongPath, heading]),
  ...grouped('code', SIGNAL_CODE_STEPS),
  ...MEMORY_STEPS,
  ...MOMENT_STEPS,
  ...SOUND_STEPS,
];
