import dynamic from 'next/dynamic';
import type { ReactNode } from 'react';
import { own } from '@/core/own';
import { setParam } from '@/core/piece/edit';
import type { CurvePoint, Key, Loop, PathPoint, Piece, Step, Stop, Value, Vector } from '@/core/piece/types';
import { paramById, type NumberParam, type Param, type ResolvedStep } from '@/core/steps';
import { declaredName } from '@/core/steps/field/code';
import { literalOf } from '@/core/weave';
import { endGesture, useWorkbench } from '@/state/workbench';
import { pathWayOf } from '@/actions/path-way';
import { readsOf } from '@/actions/words';
import { ChoiceField } from '../parts/ChoiceField';
import { ColourField } from '../parts/ColourField';
import { CurveField } from './CurveField';
import { FileField } from './FileField';
import { KeysField } from '../parts/KeysField';
import { MomentTools } from './MomentTools';
import { SLIDER_STEPS, NumberField, NumberInput, tidy } from '../parts/NumberField';
import { PathField } from './PathField';
import { PathTools } from './PathTools';
import { PictureField } from './PictureField';
import type { ParamPlace } from './param-place';
import { RampField } from './RampField';
import { VectorField } from './VectorField';

/** The editor is as large as all else of tuning, and few steps have text. */
const CodeField = dynamic(() => import('./CodeField').then((m) => m.CodeField), { ssr: false });

/** A choice of the same step, by its id; empty where the parameter has none. */
function choiceOf(piece: Piece, definition: ResolvedStep, step: Step, id: string | undefined): string {
  const param = paramById(definition, id);
  return param ? String(literalOf(piece, step, param)) : '';
}

/** Sets a value, or takes it back to the default. Values of one drag are one entry of the history. */
export type SetValue = (next: Value | undefined, isDragging?: boolean) => void;

/** What a control is given. */
interface ControlProps<P extends Param> extends Omit<ParamPlace, 'param'> {
  param: P;
  value: Value | undefined;
  set: SetValue;
}

type ParamOf<T extends Param['type']> = Extract<Param, { type: T }>;
type Controls = { [T in Param['type']]: (props: ControlProps<ParamOf<T>>) => ReactNode };

/** A list where the value is one, else the default. */
const listOf = <T extends Value>(value: Value | undefined, fallback: T): T =>
  (Array.isArray(value) ? value : fallback) as T;
const textOf = (value: Value | undefined, fallback = '') => (typeof value === 'string' ? value : fallback);

/** What sets a parameter, by its type. */
const CONTROLS: Controls = {
  number: ({ piece, definition, step, param, value, set }) => (
    <NumberAndTwins
      param={withUnit(piece, definition, step, param)}
      value={typeof value === 'number' ? value : param.default}
      loop={piece.loop}
      set={set}
    />
  ),
  vector: ({ param, value, set }) => (
    <VectorField param={param} value={listOf<Vector>(value, param.default)} onChange={(v) => set(v, true)} />
  ),
  colour: ({ param, value, set }) => (
    <ColourField name={param.name} value={textOf(value, param.default)} onChange={(v) => set(v, true)} />
  ),
  choice: ({ param, value, set }) => (
    <ChoiceField param={param} value={textOf(value, param.default)} onChange={(v) => set(v)} />
  ),
  ramp: ({ piece, definition, step, param, value, set }) => (
    <RampField
      name={param.name}
      between={{
        blend: choiceOf(piece, definition, step, param.blend),
        space: choiceOf(piece, definition, step, param.space),
      }}
      stops={listOf<Stop[]>(value, param.default)}
      onChange={set}
    />
  ),
  curve: ({ param, value, set }) => (
    <CurveField name={param.name} points={listOf<CurvePoint[]>(value, param.default)} onChange={set} />
  ),
  keys: ({ piece, param, value, set }) => {
    const keys = listOf<Key[]>(value, param.default);
    const { loop } = piece;
    return (
      <div>
        <KeysField
          name={param.name}
          frames={loop.frames}
          play={loop.play}
          moments={param.moments}
          keys={keys}
          onChange={set}
        />
        {param.moments && <MomentTools moments={keys} loop={loop} onChange={(moments) => set(moments)} />}
      </div>
    );
  },
  path: ({ piece, strand, step, param, value, set }) => (
    <div>
      <PathField
        name={param.name}
        points={listOf<PathPoint[]>(value, param.default)}
        way={pathWayOf(piece, step)}
        onChange={set}
      />
      <PathTools {...{ piece, strand, step, param }} />
    </div>
  ),
  picture: ({ piece, strand, step, param, value, set }) => {
    const Field = param.table ? FileField : PictureField;
    return <Field {...{ piece, strand, step, param }} value={textOf(value)} onClear={() => set(undefined)} />;
  },
  mesh: ({ piece, strand, step, param, value, set }) => (
    <FileField {...{ piece, strand, step, param }} value={textOf(value)} onClear={() => set(undefined)} />
  ),
  text: ({ strand, step, definition, param, value, set }) =>
    param.plain ? (
      <WordsField name={param.name} value={textOf(value, param.default)} onChange={(words) => set(words, true)} />
    ) : (
      <WrittenField {...{ strand, step, definition, param }} value={textOf(value, param.default)} />
    ),
  strand: () => <span className="text-faint">none</span>,
};

/** What sets a parameter of any type. */
export function ParamControl(props: ControlProps<Param>) {
  const control = CONTROLS[props.param.type] as (props: ControlProps<Param>) => ReactNode;
  return control(props);
}

/** A number whose unit goes with a choice has that unit. */
function withUnit(piece: Piece, definition: ResolvedStep, step: Step, param: NumberParam): NumberParam {
  const { unitBy } = param;
  return unitBy ? { ...param, unit: own(unitBy.units, choiceOf(piece, definition, step, unitBy.choice)) } : param;
}

/** A number, and the same number said in other ways where there are such. */
function NumberAndTwins({ param, value, loop, set }: { param: NumberParam; value: number; loop: Loop; set: SetValue }) {
  const twins = param.twins?.(loop).filter((twin) => Number.isFinite(twin.toTwin(value))) ?? [];
  const field = (
    <NumberField param={param} value={value} onChange={(v) => set(v, true)} onReset={() => set(undefined)} />
  );
  if (twins.length === 0) return field;
  return (
    <div>
      {field}
      {twins.map((twin) => (
        // A slider would have no room beside the name.
        <div
          key={twin.name}
          className="grid grid-cols-[minmax(0,1fr)_84px] items-center gap-3"
          title={twin.description}
        >
          <span className="text-faint">{twin.name}</span>
          <NumberInput
            label={`${twin.name}, number`}
            value={Number(twin.toTwin(value).toPrecision(4))}
            unit={twin.unit}
            step={(twin.max - twin.min) / SLIDER_STEPS}
            onChange={(v) => set(tidy(Number(twin.toValue(v).toPrecision(6)), param), true)}
          />
        </div>
      ))}
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
  const inputs = definition.params.filter((p) => p.declared).map(declaredName);
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
        inputs={inputs}
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
