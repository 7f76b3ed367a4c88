import { background } from './background';
import { camera } from './camera';
import { fill } from './fill';
import { floor } from './floor';
import { overlay } from './overlay';
import { place } from './place';
import { point } from './point';
import { spot } from './spot';
import { sun } from './sun';
import { surroundings } from './surroundings';

export const STAGE_STEPS = [camera, place, floor, sun, spot, point, fill, surroundings, background, overlay];
