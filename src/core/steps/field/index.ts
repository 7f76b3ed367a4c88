import { distance } from './distance';
import { facing } from './facing';
import { fractal } from './fractal';
import { from } from './from';
import { join } from './join';
import { noise } from './noise';
import { position } from './position';
import { power } from './power';
import { ramp } from './ramp';
import { remap } from './remap';
import { scale } from './scale';
import { screen } from './screen';
import { tint } from './tint';
import { uv } from './uv';
import { wave } from './wave';

export const FIELD_STEPS = [position, uv, screen, facing, from, scale, distance, noise, fractal, wave, remap, power, join, ramp, tint];
