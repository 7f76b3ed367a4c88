import { memo, useRef } from 'react';
import {
  strandById,
  isControlRef,
  isKeyed,
  isLink,
  type ControlRef,
  type KeyValue,
  type Piece,
  type Value,
} from '@/core/piece/types';
import { setParam } from '@/core/piece/edit';
import { valueOf, type NumberParam, type Param } from '@/core/steps';
import { acceptsLinks, keysFit, literalAt } from '@/core/weave';
import { usePanels } from '@/state/panels/panels';
import { useTransport } from '@/state/playback/transport';
import { endGesture, useWorkbench } from '@/state/workbench';
import { useSeveral } from '@/actions/use-several';
import { shortValue } from '@/actions/words';
import { KeyButton, KeyTable, type WriteKeys } from '../parts/KeyButton';
import { isControllable } from '@/actions/controllable';
import { LinkMenu } from './LinkMenu';
import { followPointer } from '../parts/drag';
import { NumberInput, paceOf, stepOf, tidy, useWheel } from '../parts/NumberField';
import { looksTheSame } from './looks-the-same';
import { ParamControl, type SetValue } from './ParamControl';
import type { ParamPlace } from './param-place';
import { kindsFor } from '@/actions/offers';
import { isMixed, setTogether, tunedWith } from '@/actions/together';

/** Parameters whose control needs the whole width. */
const WIDE: ReadonlySet<Param['type']> = new Set(['curve', 'keys', 'path', 'picture', 'mesh', 'text']);

/** Tables are tall: their name stands at their top. */
const isTable = (param: Param) => param.type === 'keys' || param.type === 'path';
const TOP = 'items-start [&>span]:pt-2';

/** Name, control and buttons; text has no name beside it, and what is wide has no buttons. */
function columnsOf(param: Param): string {
  if (param.type === 'text' && !param.plain) return 'grid-cols-[minmax(0,1fr)] !gap-0';
  return WIDE.has(param.type) ? 'grid-cols-[92px_minmax(0,1fr)]' : 'grid-cols-[92px_minmax(0,1fr)_54px]';
}

/** Parameters that can have keys: what goes over into another value evenly. */
const isKeyable = (param: Param) => param.type === 'number' || param.type === 'vector' || param.type === 'colour';

/** One parameter: its name, the control that fits it, and the link button. */
export const ParamRow = memo(function ParamRow({ piece, strand, step, definition, param, analysis }: ParamPlace) {
  const edit = useWorkbench((s) => s.edit);
  const several = useSeveral();
  const stored = valueOf(step, param);
  const frame = useTransport((s) => (isKeyed(stored) ? s.frame : 0));
  const value = literalAt(param, stored, frame / piece.loop.frames, piece.loop.play);
  const place = { strand: strand.id, step: step.id, param: param.id };
  const others = tunedWith(piece, several, place, param);
  const mixed = others.length > 0 && isMixed(piece, [place, ...others], param);
  const set: SetValue = (next, isDragging) =>
    edit(
      (p) => setTogether(p, [place, ...tunedWith(p, several, place, param)], param.id, next, frame),
      isDragging ? `${strand.id}/${step.id}/${param.id}` : undefined,
    );
  const writeKeys: WriteKeys = (next, gesture) => edit((p) => setParam(p, strand.id, step.id, param.id, next), gesture);
  const keyable = isKeyable(param) && acceptsLinks(definition, param) && !isLink(stored) && !isControlRef(stored);
  const linkable = kindsFor(definition, param).length > 0;
  const controllable = isControllable(param);
  const follows = isLink(value) || isControlRef(value);
  return (
    <div
      className={`grid min-h-[31px] gap-2.5 ${isTable(param) ? TOP : 'items-center'} ${columnsOf(param)}`}
      onPointerUp={endGesture}
      onPointerCancel={endGesture}
      onBlur={endGesture}
    >
      <ParamName param={param} value={follows ? undefined : value} set={set} with={others.length} mixed={mixed} />
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
        <ParamControl {...{ piece, strand, step, definition, param, analysis }} value={value} set={set} />
      )}
      <span className={WIDE.has(param.type) ? 'hidden' : 'flex items-center justify-end'}>
        {keyable && (
          <KeyButton
            name={param.name}
            keyed={isKeyed(stored) ? stored : null}
            now={value as KeyValue}
            held={param.type === 'number' && param.whole === true}
            write={writeKeys}
          />
        )}
        {(linkable || controllable) && (
          <LinkMenu
            at={place}
            definition={definition}
            param={param}
            value={value}
            set={set}
            linkable={linkable}
            controllable={controllable}
          />
        )}
      </span>
      {isKeyed(stored) && keysFit(param, stored) && (
        <div className="col-span-full pl-[102px]">
          <KeyTable
            name={param.name}
            keyed={stored}
            write={writeKeys}
            gesture={`keys ${strand.id}/${step.id}/${param.id}`}
          />
        </div>
      )}
    </div>
  );
}, looksTheSame);

/** The name of a parameter; that of a number is dragged sideways as the number is. */
function ParamName({
  param,
  value,
  set,
  with: others,
  mixed,
}: {
  param: Param;
  value: Value | undefined;
  set: SetValue;
  /** Other steps that are tuned with this one. */
  with: number;
  /** Its values differ among them. */
  mixed: boolean;
}) {
  const number = param.type === 'number' && typeof value === 'number' ? { param, value } : null;
  const name = useRef<HTMLSpanElement>(null);
  useWheel(name, (way, pace) =>
    number ? set(tidy(number.value + way * stepOf(number.param) * pace, number.param), true) : false,
  );
  return (
    <span
      ref={name}
      id={`name-${param.id}`}
      className={`text-mute ${number ? 'cursor-ew-resize touch-none select-none' : ''}`}
      title={others > 0 ? `${param.description} Set in ${others} more of the selected steps.` : param.description}
      onPointerDown={(e) => {
        if (!number || e.button !== 0) return;
        const [start, from, step] = [e.clientX, number.value, stepOf(number.param)];
        followPointer(e, {
          moved: (m) => set(tidy(from + (m.clientX - start) * step * paceOf(m), number.param), true),
        });
      }}
    >
      {param.name}
      {others > 0 && <span className="tabular ml-1 text-lichen">+{others}</span>}
      {mixed && <span className="ml-1 text-warn">mixed</span>}
    </span>
  );
}

/** The range over which a parameter follows a control; its own where none is set. */
function OwnRange({ param, value, set }: { param: NumberParam; value: ControlRef; set: SetValue }) {
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
          onChange={(v) => set({ ...value, range: [v, high] }, true)}
        />
      </span>
      to{' '}
      <span className="w-16">
        <NumberInput
          label={`${param.name}, to`}
          value={high}
          step={step}
          onChange={(v) => set({ ...value, range: [low, v] }, true)}
        />
      </span>
    </span>
  );
}

function goTo(piece: Piece, value: Value | undefined): void {
  if (isControlRef(value)) usePanels.setState({ side: 'desk' });
  if (!isLink(value)) return;
  const strand = strandById(piece, value.link);
  const step = strand?.steps.find((s) => s.id === value.step) ?? strand?.steps[strand.steps.length - 1];
  if (strand && step) useWorkbench.getState().select({ strand: strand.id, step: step.id });
}
