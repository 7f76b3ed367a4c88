import dynamic from 'next/dynamic';
import { own } from '@/core/own';
import { setParam } from '@/core/piece/edit';
import type { CurvePoint, Key, Loop, PathPoint, Piece, Step, Stop, Value, Vector } from '@/core/piece/types';
import type { NumberParam, Param, ResolvedStep } from '@/core/steps';
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
import { FINENESS, NumberField, NumberInput, tidy } from '../parts/NumberField';
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
  const param = definition.params.find((p) => p.id === id);
  return param ? String(literalOf(piece, step, param)) : '';
}

const textOf = (value: Value | undefined) => (typeof value === 'string' ? value : '');

/** Sets a value, or takes it back to the default; changes of one gesture are one entry of the history. */
export type SetValue = (next: Value | undefined, gesture?: string) => void;

/** What sets a parameter of any type. */
export function ParamControl({
  piece,
  strand,
  step,
  definition,
  param,
  value,
  set,
}: ParamPlace & { value: Value | undefined; set: SetValue }) {
  const drag = (next: Value) => set(next, 'drag');
  switch (param.type) {
    case 'number':
      return (
        <NumberAndTwins
          param={
            param.unitBy
              ? { ...param, unit: own(param.unitBy.units, choiceOf(piece, definition, step, param.unitBy.choice)) }
              : param
          }
          value={typeof value === 'number' ? value : param.default}
          loop={piece.loop}
          set={set}
        />
      );
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
          between={{
            blend: choiceOf(piece, definition, step, param.blend),
            space: choiceOf(piece, definition, step, param.space),
          }}
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
        <div>
          <KeysField
            name={param.name}
            frames={piece.loop.frames}
            play={piece.loop.play}
            moments={param.moments}
            keys={(Array.isArray(value) ? value : param.default) as Key[]}
            onChange={(keys, dragging) => set(keys, dragging ? 'drag' : undefined)}
          />
          {param.moments && (
            <MomentTools
              moments={(Array.isArray(value) ? value : param.default) as Key[]}
              loop={piece.loop}
              onChange={(moments) => set(moments)}
            />
          )}
        </div>
      );
    case 'path':
      return (
        <div>
          <PathField
            name={param.name}
            points={(Array.isArray(value) ? value : param.default) as PathPoint[]}
            way={pathWayOf(piece, step)}
            onChange={(points, dragging) => set(points, dragging ? 'drag' : undefined)}
          />
          <PathTools {...{ piece, strand, step, param }} />
        </div>
      );
    case 'picture':
      return param.table ? (
        <FileField {...{ piece, strand, step, param }} value={textOf(value)} onClear={() => set(undefined)} />
      ) : (
        <PictureField
          piece={piece}
          strand={strand}
          step={step}
          param={param}
          value={textOf(value)}
          onClear={() => set(undefined)}
        />
      );
    case 'mesh':
      return <FileField {...{ piece, strand, step, param }} value={textOf(value)} onClear={() => set(undefined)} />;
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
      return <span className="text-faint">none</span>;
  }
}

/** A number, and the same number said in other ways where there are such. */
function NumberAndTwins({ param, value, loop, set }: { param: NumberParam; value: number; loop: Loop; set: SetValue }) {
  const twins = param.twins?.(loop).filter((twin) => Number.isFinite(twin.of(value))) ?? [];
  const field = (
    <NumberField param={param} value={value} onChange={(v) => set(v, 'drag')} onReset={() => set(undefined)} />
  );
  if (twins.length === 0) return field;
  return (
    <div>
      {field}
      {twins.map((twin) => (
        // A slider would have no room beside the name.
        <div key={twin.name} className="grid grid-cols-[minmax(0,1fr)_84px] items-center gap-3" title={twin.about}>
          <span className="text-faint">{twin.name}</span>
          <NumberInput
            label={`${twin.name}, number`}
            value={Number(twin.of(value).toPrecision(4))}
            unit={twin.unit}
            step={(twin.max - twin.min) / FINENESS}
            onChange={(v) => set(tidy(Number(twin.back(v).toPrecision(6)), param), 'drag')}
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
