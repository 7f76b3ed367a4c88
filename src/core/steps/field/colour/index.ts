import { blend } from './blend';
import { gain } from './gain';
import { hsv } from './hsv';
import { ramp } from './ramp';
import { slope } from './slope';
import { temperature } from './temperature';
import { tint } from './tint';

export const COLOUR_STEPS = [ramp, tint, hsv, blend, temperature, gain, slope];
