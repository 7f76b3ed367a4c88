import type { FieldStep, SignalStep } from '../definition';

/** What means the same for one number of a signal as for a field. */
export function asSignal({ op, name, about, params, telling, also, needs, glsl }: FieldStep): SignalStep {
  return {
    op: `signal.${op.slice('field.'.length)}`,
    name,
    about,
    takes: ['float'],
    gives: 'float',
    params,
    telling,
    also,
    needs,
    glsl: glsl!,
  };
}
