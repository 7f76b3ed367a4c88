import { distort } from './distort';
import { kaleidoscope } from './kaleidoscope';
import { mirror } from './mirror';
import { pan } from './pan';
import { pixelate } from './pixelate';
import { polar } from './polar';
import { scale } from './scale';
import { split } from './split';
import { tile } from './tile';
import { turn } from './turn';
import { twist } from './twist';

export const MOVE_STEPS = [pan, scale, turn, tile, mirror, kaleidoscope, polar, twist, pixelate, distort, split];
