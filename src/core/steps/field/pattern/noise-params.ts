import type { Param } from '../../param-types';
import { number, vector } from '../../params';

/** What every looping noise can be asked. */
export const noiseParams: Param[] = [
  number({
    id: 'scale',
    name: 'Scale',
    description: 'Cells for each metre; more is finer.',
    default: 1,
    min: 0,
    max: 12,
  }),
  number({
    id: 'evolve',
    name: 'Evolve',
    description: 'Cells it changes by in each loop; whole cells close.',
    default: 2,
    min: 0,
    max: 8,
    unit: 'cells',
    closes: true,
  }),
  number({
    id: 'repeat',
    name: 'Repeat',
    description: 'Cells after which the pattern repeats in space; 0 never.',
    default: 0,
    min: 0,
    max: 16,
    hard: [0, 4096],
    unit: 'cells',
    whole: true,
  }),
  vector({
    id: 'travel',
    name: 'Travel',
    description: 'Whole repeats it moves by in each loop; needs a repeat to close.',
    default: [0, 0, 0],
    min: -4,
    max: 4,
    unit: 'repeats',
    closes: true,
    closesWith: 'repeat',
  }),
  number({
    id: 'seed',
    name: 'Seed',
    description: 'Another pattern of the same kind.',
    default: 1,
    min: 0,
    max: 99,
    hard: [0, 65535],
    whole: true,
  }),
];
