import type { FieldStep, SignalStep } from '../definition';

/** What means the same for a signal as for a field: one number where it takes several kinds. */
export function asSignal({
  op,
  name,
  description,
  takes,
  gives,
  params,
  cellParam,
  aliases,
  needs,
  glsl,
}: FieldStep): SignalStep {
  return {
    op: `signal.${op.slice('field.'.length)}`,
    name,
    description,
    takes: takes.includes('float') ? ['float'] : takes.filter((type) => type !== 'vec2'),
    gives: gives === 'same' ? 'float' : gives,
    params,
    cellParam,
    aliases,
    needs,
    glsl,
  };
}
