import type { FieldStep } from '../definition';
import { CODE_STEPS } from './code';
import { COLOUR_STEPS } from './colour';
import { MOVE_STEPS } from './move';
import { PATTERN_STEPS } from './pattern';
import { SHAPE_STEPS } from './shape';
import { WHERE_STEPS } from './where';

const grouped = (group: string, steps: FieldStep[]): FieldStep[] => steps.map((step) => ({ ...step, group }));

export const FIELD_STEPS = [
  ...grouped('where', WHERE_STEPS),
  ...grouped('move', MOVE_STEPS),
  ...grouped('pattern', PATTERN_STEPS),
  ...grouped('shape', SHAPE_STEPS),
  ...grouped('colour', COLOUR_STEPS),
  ...grouped('code', CODE_STEPS),
];
