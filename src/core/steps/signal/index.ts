import { constant } from './constant';
import { cycle } from './cycle';
import { power } from './power';
import { remap } from './remap';

export const SIGNAL_STEPS = [cycle, constant, remap, power];
