import { powerFor } from '../../shared';

export const power = powerFor('field');
