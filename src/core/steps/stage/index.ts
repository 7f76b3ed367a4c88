import { camera } from './camera';
import { fill } from './fill';
import { place } from './place';
import { sun } from './sun';

export const STAGE_STEPS = [camera, sun, fill, place];
