import type { StepDefinition } from '../definition';

/** What means the same for one number of a signal as for a field. */
export function asSignal(field: StepDefinition, more: Partial<StepDefinition> = {}): StepDefinition {
  const signal: StepDefinition = {
    ...field,
    op: `signal.${field.op.split('.')[1]!}`,
    takes: ['float'],
    gives: 'float',
    ...more,
  };
  delete signal.group;
  return signal;
}
