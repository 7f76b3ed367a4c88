import { setParam } from '@/core/piece/edit';
import { isControlRef, isLink, type Piece, type Step, type Stop, type Strand, type Value, type Vector } from '@/core/piece/types';
import { valueOf, type Param, type StepDefinition } from '@/core/steps';
import { acceptsLinks, type Analysis } from '@/core/weave';
import { endGesture, useWorkbench } from '@/state/workbench';
import { shortValue } from '../words';
import { ChoiceField } from './ChoiceField';
import { ColourField } from './ColourField';
import { LinkMenu } from './LinkMenu';
import { NumberField } from './NumberField';
import { RampField } from './RampField';
import { VectorField } from './VectorField';

/** A parameter where it stands. */
export interface ParamPlace {
  piece: Piece;
  strand: Strand;
  step: Step;
  definition: StepDefinition;
  param: Param;
  analysis: Analysis;
}

/** One parameter: its name, the control that fits it, and the link button. */
export function ParamRow({ piece, strand, step, definition, param, analysis }: ParamPlace) {
  const edit = useWorkbench((s) => s.edit);
  const value = valueOf(step, param);
  const set = (next: Value | undefined, gesture?: string) => edit((p) => setParam(p, strand.id, step.id, param.id, next), gesture && `${strand.id}/${step.id}/${param.id}`);
  const linkable = param.type === 'strand' || (acceptsLinks(definition) && param.type !== 'choice' && param.type !== 'ramp');
  const follows = isLink(value) || isControlRef(value);
  return (
    <div className="grid min-h-[31px] grid-cols-[92px_1fr_28px] items-center gap-2.5" onPointerUp={endGesture} onBlur={endGesture}>
      <span id={`name-${param.id}`} className="text-mute" title={param.about}>{param.name}</span>
      {follows ? (
        <button type="button" className="truncate rounded-md px-1 text-left text-lichen hover:bg-raised" title="Go to it" onClick={() => goTo(piece, value)}>
          follows {shortValue(piece, param, value)}
        </button>
      ) : (
        <Control param={param} value={value} set={set} />
      )}
      {linkable ? <LinkMenu piece={piece} strand={strand} step={step} definition={definition} param={param} value={value} analysis={analysis} set={set} /> : <span />}
    </div>
  );
}

function goTo(piece: Piece, value: Value | undefined): void {
  if (!isLink(value)) return;
  const strand = piece.strands.find((s) => s.id === value.link);
  const step = strand?.steps.find((s) => s.id === value.step) ?? strand?.steps[strand.steps.length - 1];
  if (strand && step) useWorkbench.getState().select({ strand: strand.id, step: step.id });
}

function Control({ param, value, set }: { param: Param; value: Value | undefined; set: (next: Value | undefined, gesture?: string) => void }) {
  const drag = (next: Value) => set(next, 'drag');
  switch (param.type) {
    case 'number':
      return <NumberField param={param} value={typeof value === 'number' ? value : param.default} onChange={drag} onReset={() => set(undefined)} />;
    case 'vector':
      return <VectorField param={param} value={(Array.isArray(value) ? value : param.default) as Vector} onChange={drag} />;
    case 'colour':
      return <ColourField name={param.name} value={typeof value === 'string' ? value : param.default} onChange={drag} />;
    case 'choice':
      return <ChoiceField param={param} value={typeof value === 'string' ? value : param.default} onChange={(v) => set(v)} />;
    case 'ramp':
      return <RampField name={param.name} stops={(Array.isArray(value) ? value : param.default) as Stop[]} onChange={(stops, dragging) => set(stops, dragging ? 'drag' : undefined)} />;
    case 'strand':
      return <span className="text-faint">not linked yet</span>;
  }
}
