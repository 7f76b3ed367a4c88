import { absolute } from './absolute';
import { clampTo } from './clamp';
import { combine } from './combine';
import { compare } from './compare';
import { contrast } from './contrast';
import { alongPath } from './along-path';
import { drawnCurve } from './curve';
import { dotWith } from './dot';
import { fill } from './fill';
import { invert } from './invert';
import { join } from './join';
import { lengthOf } from './length';
import { mask } from './mask';
import { mixWith } from './mix';
import { outline } from './outline';
import { pick } from './pick';
import { power } from './power';
import { quantise } from './quantise';
import { remap } from './remap';
import { roundTo } from './round';
import { sine } from './sine';
import { smoothStep } from './smooth-step';
import { stepAt } from './step';
import { unite } from './unite';

export const SHAPE_STEPS = [
  remap,
  clampTo,
  power,
  invert,
  stepAt,
  smoothStep,
  roundTo,
  quantise,
  absolute,
  sine,
  contrast,
  drawnCurve,
  alongPath,
  join,
  mixWith,
  mask,
  compare,
  pick,
  lengthOf,
  dotWith,
  combine,
  unite,
  outline,
  fill,
];
