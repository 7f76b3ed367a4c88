import { remapFor } from '../../shared';

export const remap = remapFor('field');
