import { blend } from './blend';
import { gain } from './gain';
import { hsv } from './hsv';
import { colourRamp } from './ramp';
import { slope } from './slope';
import { temperature } from './temperature';
import { tint } from './tint';

export const COLOUR_STEPS = [colourRamp, tint, hsv, blend, temperature, gain, slope];
