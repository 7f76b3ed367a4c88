import { code } from './code';
import { formula } from './formula';

export { readText, sliderId } from './artist-text';

export const CODE_STEPS = [formula, code];
