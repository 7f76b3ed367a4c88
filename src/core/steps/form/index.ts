import { ball } from './ball';
import { grid } from './grid';
import { push } from './push';
import { tube } from './tube';

export const FORM_STEPS = [grid, ball, tube, push];
