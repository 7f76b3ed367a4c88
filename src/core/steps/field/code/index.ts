import { code } from './code';
import { formula } from './formula';

export { readText } from './artist-text';
export { declaredId, declaredName } from './declared';

export const CODE_STEPS = [formula, code];
