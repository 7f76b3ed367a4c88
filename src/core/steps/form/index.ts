import { ball } from './ball';
import { grid } from './grid';
import { push } from './push';

export const FORM_STEPS = [grid, ball, push];
