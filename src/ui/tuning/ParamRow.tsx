import { setParam } from '@/core/piece/edit';
import {
  isControlRef,
  isLink,
  type ControlRef,
  type CurvePoint,
  type Key,
  type Piece,
  type Step,
  type Stop,
  type Value,
  type Vector,
} from '@/core/piece/types';
import { definitionOf, valueOf, type NumberParam, type Param, type ResolvedStep } from '@/core/steps';
import { acceptsLinks } from '@/core/weave';
import { usePanels } from '@/state/panels';
import { endGesture, useWorkbench } from '@/state/workbench';
import { readsOf, shortValue } from '../words';
import { ChoiceField } from './ChoiceField';
import { CodeField } from './CodeField';
import { ColourField } from './ColourField';
import { CurveField } from './CurveField';
import { KeysField } from './KeysField';
import { LinkMenu } from './LinkMenu';
import { NumberField, NumberInput } from './NumberField';
import { MeshField } from './MeshField';
import { PictureField } from './PictureField';
import type { ParamPlace } from './param-place';
import { RampField } from './RampField';
import { VectorField } from './VectorField';

/** Parameters that take no links: they shape the program, or are tables of their own. */
const UNLINKED: ReadonlySet<Param['type']> = new Set(['choice', 'ramp', 'curve', 'keys', 'picture', 'mesh', 'text']);
/** Parameters whose control needs the whole width. */
const WIDE: ReadonlySet<Param['type']> = new Set(['curve', 'keys', 'picture', 'mesh', 'text']);

/** One parameter: its name, the control that fits it, and the link button. */
export function ParamRow({ piece, strand, step, definition, param, analysis }: ParamPlace) {
  const edit = useWorkbench((s) => s.edit);
  const value = valueOf(step, param);
  const set = (next: Value | undefined, gesture?: string) =>
    edit((p) => setParam(p, strand.id, step.id, param.id, next), gesture && `${strand.id}/${step.id}/${param.id}`);
  const linkable = param.type === 'strand' || (acceptsLinks(definition, param) && !UNLINKED.has(param.type));
  const controllable = param.type === 'number' || param.type === 'colour';
  const follows = isLink(value) || isControlRef(value);
  return (
    <div
      className={`grid min-h-[31px] items-center gap-2.5 ${param.type === 'text' && !param.plain ? 'grid-cols-[minmax(0,1fr)] !gap-0' : WIDE.has(param.type) ? 'grid-cols-[92px_minmax(0,1fr)]' : 'grid-cols-[92px_minmax(0,1fr)_28px]'}`}
      onPointerUp={endGesture}
      onPointerCancel={endGesture}
      onBlur={endGesture}
    >
      <span id={`name-${param.id}`} className="text-mute" title={param.about}>
        {param.name}
      </span>
      {follows ? (
        <div className="flex flex-wrap items-center gap-x-2">
          <button
            type="button"
            className="truncate rounded-md px-1 text-left text-lichen hover:bg-raised"
            title="Go to it"
            onClick={() => goTo(piece, value)}
          >
            follows {shortValue(piece, param, value)}
          </button>
          {isControlRef(value) && param.type === 'number' && <OwnRange param={param} value={value} set={set} />}
        </div>
      ) : (
        <Control {...{ piece, strand, step, definition, param, analysis }} value={value} set={set} />
      )}
      {linkable || controllable ? (
        <LinkMenu
          piece={piece}
          strand={strand}
          step={step}
          definition={definition}
          param={param}
          value={value}
          analysis={analysis}
          set={set}
          linkable={linkable}
          controllable={controllable}
        />
      ) : WIDE.has(param.type) ? null : (
        <span />
      )}
    </div>
  );
}

/** The range over which a parameter follows a control; its own where none is set. */
function OwnRange({
  param,
  value,
  set,
}: {
  param: NumberParam;
  value: ControlRef;
  set: (next: Value, gesture?: string) => void;
}) {
  const step = (param.max - param.min) / 400;
  if (!value.range)
    return (
      <button
        type="button"
        className="text-faint underline hover:text-text"
        onClick={() => set({ ...value, range: [param.min, param.max] })}
      >
        own range
      </button>
    );
  const [low, high] = value.range;
  return (
    <span className="flex items-center gap-1 text-mute">
      from{' '}
      <span className="w-16">
        <NumberInput
          label={`${param.name}, from`}
          value={low}
          step={step}
          onChange={(v) => set({ ...value, range: [v, high] }, 'drag')}
        />
      </span>
      to{' '}
      <span className="w-16">
        <NumberInput
          label={`${param.name}, to`}
          value={high}
          step={step}
          onChange={(v) => set({ ...value, range: [low, v] }, 'drag')}
        />
      </span>
    </span>
  );
}

function goTo(piece: Piece, value: Value | undefined): void {
  if (isControlRef(value)) usePanels.setState({ side: 'desk' });
  if (!isLink(value)) return;
  const strand = piece.strands.find((s) => s.id === value.link);
  const step = strand?.steps.find((s) => s.id === value.step) ?? strand?.steps[strand.steps.length - 1];
  if (strand && step) useWorkbench.getState().select({ strand: strand.id, step: step.id });
}

/** A choice of the same step, by its id; empty where the parameter has none. */
function choiceOf(definition: ResolvedStep, step: Step, id: string | undefined): string {
  const param = definition.params.find((p) => p.id === id);
  return param ? String(valueOf(step, param)) : '';
}

type Set = (next: Value | undefined, gesture?: string) => void;

function Control({
  piece,
  strand,
  step,
  definition,
  param,
  value,
  set,
}: ParamPlace & { value: Value | undefined; set: Set }) {
  const drag = (next: Value) => set(next, 'drag');
  switch (param.type) {
    case 'number':
      return <NumberAndTwin param={param} value={typeof value === 'number' ? value : param.default} set={set} />;
    case 'vector':
      return (
        <VectorField param={param} value={(Array.isArray(value) ? value : param.default) as Vector} onChange={drag} />
      );
    case 'colour':
      return (
        <ColourField name={param.name} value={typeof value === 'string' ? value : param.default} onChange={drag} />
      );
    case 'choice':
      return (
        <ChoiceField param={param} value={typeof value === 'string' ? value : param.default} onChange={(v) => set(v)} />
      );
    case 'ramp':
      return (
        <RampField
          name={param.name}
          between={{ blend: choiceOf(definition, step, param.blend), space: choiceOf(definition, step, param.space) }}
          stops={(Array.isArray(value) ? value : param.default) as Stop[]}
          onChange={(stops, dragging) => set(stops, dragging ? 'drag' : undefined)}
        />
      );
    case 'curve':
      return (
        <CurveField
          name={param.name}
          points={(Array.isArray(value) ? value : param.default) as CurvePoint[]}
          onChange={(points, dragging) => set(points, dragging ? 'drag' : undefined)}
        />
      );
    case 'keys':
      return (
        <KeysField
          name={param.name}
          frames={piece.loop.frames}
          keys={(Array.isArray(value) ? value : param.default) as Key[]}
          onChange={(keys, dragging) => set(keys, dragging ? 'drag' : undefined)}
        />
      );
    case 'picture':
      return (
        <PictureField
          piece={piece}
          strand={strand}
          step={step}
          param={param}
          value={typeof value === 'string' ? value : ''}
          onClear={() => set(undefined)}
        />
      );
    case 'mesh':
      return (
        <MeshField
          piece={piece}
          strand={strand}
          step={step}
          param={param}
          value={typeof value === 'string' ? value : ''}
          onClear={() => set(undefined)}
        />
      );
    case 'text':
      if (param.plain)
        return (
          <WordsField name={param.name} value={typeof value === 'string' ? value : param.default} onChange={drag} />
        );
      return (
        <WrittenField
          {...{ strand, step, definition, param }}
          value={typeof value === 'string' ? value : param.default}
        />
      );
    case 'strand':
      return <span className="text-faint">not linked yet</span>;
  }
}

/** A number, and the same number said another way where there is one. */
function NumberAndTwin({ param, value, set }: { param: NumberParam; value: number; set: Set }) {
  const { twin } = param;
  const field = (
    <NumberField param={param} value={value} onChange={(v) => set(v, 'drag')} onReset={() => set(undefined)} />
  );
  if (!twin) return field;
  const as: NumberParam = {
    type: 'number',
    id: `${param.id}-twin`,
    name: twin.name,
    about: twin.about,
    default: twin.of(param.default),
    min: twin.min,
    max: twin.max,
    unit: twin.unit,
  };
  return (
    <div>
      {field}
      <div className="grid grid-cols-[64px_1fr] items-center" title={twin.about}>
        <span className="text-faint">{twin.name}</span>
        <NumberField
          param={as}
          value={Number(twin.of(value).toPrecision(4))}
          onChange={(v) => set(Number(twin.back(v).toPrecision(6)), 'drag')}
        />
      </div>
    </div>
  );
}

function WordsField({ name, value, onChange }: { name: string; value: string; onChange: (words: string) => void }) {
  return (
    <textarea
      aria-label={name}
      value={value}
      rows={Math.min(4, value.split('\n').length)}
      maxLength={400}
      onChange={(e) => onChange(e.target.value)}
      className="my-1 w-full resize-none rounded-md border border-line bg-ground px-2 py-1"
    />
  );
}

/** A formula or code. While it does not compile, the text that ran last is kept beside it and goes on. */
function WrittenField({
  strand,
  step,
  definition,
  param,
  value,
}: Pick<ParamPlace, 'strand' | 'step' | 'definition'> & { param: Extract<Param, { type: 'text' }>; value: string }) {
  const edit = useWorkbench((s) => s.edit);
  const sliders = definition.params
    .filter((p) => !definitionOf(step.op)?.params.some((own) => own.id === p.id))
    .map((p) => p.id);
  const reads = readsOf(value);
  const change = (text: string) =>
    edit((p) => {
      // What runs now is kept before the text changes, so that there is something to go on with.
      const kept = definition.broken ? p : setParam(p, strand.id, step.id, 'working', value);
      return setParam(kept, strand.id, step.id, param.id, text);
    }, `${strand.id}/${step.id}/${param.id}`);
  return (
    <div className="min-w-0 py-1">
      <CodeField
        name={param.name}
        value={value}
        long={param.long === true}
        broken={definition.broken}
        sliders={sliders}
        onChange={change}
        onDone={endGesture}
      />
      {reads.length > 0 && (
        <p data-reads className="text-faint">
          reads {reads.join(', ')}
        </p>
      )}
    </div>
  );
}
