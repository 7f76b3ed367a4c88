import { Slider } from 'radix-ui';
import { useEffect, useLayoutEffect, useRef, useState, type RefObject } from 'react';
import type { NumberParam } from '@/core/steps';
import { ExpressionError, numberIn } from '@/core/piece/expression';
import { endGesture, useWorkbench } from '@/state/workbench';
import { focusSelected } from '@/actions/lattice-focus';
import { followPointer } from './drag';
import { fieldNumber, wholeNumber } from '@/actions/number-words';

interface Props {
  param: NumberParam;
  value: number;
  onChange: (value: number) => void;
  onReset?: () => void;
}

/** Steps of a slider over its whole range. */
export const SLIDER_STEPS = 400;

export function tidy(value: number, param: Pick<NumberParam, 'whole' | 'hard'>): number {
  const [low, high] = param.hard ?? [-1e6, 1e6];
  const clamped = Math.min(high, Math.max(low, value));
  return param.whole ? Math.round(clamped) : Number(clamped.toPrecision(6));
}

/** By how much a number changes for a pixel of dragging or a press of an arrow key. */
export const stepOf = (param: NumberParam): number => (param.whole ? 1 : (param.max - param.min) / SLIDER_STEPS);

/** A slider for the usual range, and a number that can be typed or dragged beyond it. */
export function NumberField({ param, value, onChange, onReset }: Props) {
  const step = stepOf(param);
  const row = useRef<HTMLDivElement>(null);
  useWheel(row, (way, pace) => onChange(tidy(value + way * step * pace, param)));
  return (
    <div
      ref={row}
      className="grid grid-cols-[minmax(0,1fr)_84px] items-center justify-end gap-3 @max-[330px]:grid-cols-[84px]"
    >
      <Slider.Root
        value={[Math.min(param.max, Math.max(param.min, value))]}
        min={param.min}
        max={param.max}
        step={step}
        onValueChange={([v]) => onChange(tidy(v!, param))}
        onDoubleClick={onReset}
        // Where it would be a dot, the number alone is dragged.
        className="relative flex h-5 touch-none items-center select-none @max-[330px]:hidden"
      >
        <Slider.Track className="relative h-1 grow rounded-full bg-line">
          <Slider.Range className="absolute h-full rounded-full bg-mute" />
        </Slider.Track>
        <Slider.Thumb aria-label={param.name} className="block size-3 rounded-full bg-text" />
      </Slider.Root>
      <NumberInput
        label={`${param.name}, number`}
        value={value}
        unit={param.unit}
        step={step}
        onChange={(v) => onChange(tidy(v, param))}
      />
    </div>
  );
}

interface InputProps {
  label: string;
  value: number;
  unit?: string;
  /** The unit that is typed where none is shown, as frames in a table of them. */
  typedUnit?: string;
  /** Change for one pixel of dragging or one press of an arrow key. */
  step: number;
  onChange: (value: number) => void;
}

/** How much faster a number changes with Shift clamped, and how much finer with Alt. */
export const paceOf = ({ shiftKey, altKey }: { shiftKey: boolean; altKey: boolean }): number =>
  shiftKey ? 10 : altKey ? 0.1 : 1;

/**
 * A number to type (sums and units too: `2*pi/3`, `3 beats`), to drag sideways, or to change with the arrow keys or the
 * wheel (Shift: ten times, Alt: a tenth).
 */
export function NumberInput({ label, value, unit, typedUnit = unit, step, onChange }: InputProps) {
  const [text, setText] = useState<string | null>(null);
  const [focused, setFocused] = useState(false);
  const { note, say } = useNote();
  // What is typed, as the field has it now: leaving it comes before the next drawing.
  const typedNow = useRef<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const latest = useRef(value);
  const type = (now: string | null) => {
    typedNow.current = now;
    setText(now);
  };
  useEffect(() => {
    latest.current = value;
    type(null);
  }, [value]);
  // At once with all its digits: what is typed from here on takes their place, however fast.
  useLayoutEffect(() => {
    if (focused) input.current!.select();
  }, [focused]);
  useWheel(input, (way, pace) => onChange(value + way * step * pace));

  /** Takes what was typed; what cannot be read, or is taken as another number, is said at the field. */
  const commit = (): void => {
    const now = typedNow.current;
    type(null);
    if (now === null || now.trim() === '') return;
    try {
      const typed = numberIn(now, useWorkbench.getState().piece.loop, typedUnit);
      onChange(typed);
      requestAnimationFrame(() => {
        if (Math.abs(latest.current - typed) > 1e-5 * Math.max(Math.abs(typed), 1e-3))
          say(`${now.trim()} is not taken here: it is ${wholeNumber(latest.current)} now.`);
      });
    } catch (error) {
      if (!(error instanceof ExpressionError)) throw error;
      say(`${error.message} It is ${wholeNumber(value)} as before.`);
    }
  };
  return (
    <span className="tabular relative flex min-w-0 items-baseline justify-end gap-1">
      <input
        ref={input}
        aria-label={label}
        aria-invalid={note !== null}
        inputMode="decimal"
        value={text ?? (focused ? wholeNumber(value) : fieldNumber(value, step))}
        title="Type a number or a sum (2*pi/3, 3 beats), or drag sideways; Shift is coarse, Alt is fine"
        className="quiet-field w-full min-w-9 cursor-ew-resize px-1 py-0.5 text-right focus:cursor-text focus:bg-ground"
        onChange={(e) => type(e.target.value)}
        onFocus={() => setFocused(true)}
        onBlur={() => {
          commit();
          setFocused(false);
        }}
        onKeyDown={(e) => {
          if (e.key === 'Enter' || e.key === 'Escape') {
            e.preventDefault();
            if (e.key === 'Enter') commit();
            else type(null);
            // The keyboard goes back to the lattice, so that the next letter is a shortcut and not a digit.
            if (!focusSelected()) e.currentTarget.blur();
            return;
          }
          const way = e.key === 'ArrowUp' ? 1 : e.key === 'ArrowDown' ? -1 : 0;
          if (!way) return;
          e.preventDefault();
          onChange(value + way * step * paceOf(e));
        }}
        onPointerDown={(e) => {
          const input = e.currentTarget;
          if (document.activeElement === input) return;
          const start = e.clientX;
          followPointer(e, {
            moved: (m) => onChange(value + (m.clientX - start) * step * paceOf(m)),
            ended: (dragged) => dragged && input.blur(),
          });
        }}
      />
      {unit && <span className="shrink-0 text-faint">{unit}</span>}
      {note !== null && (
        <span role="alert" className={NOTE}>
          {note}
        </span>
      )}
    </span>
  );
}

const NOTE =
  'absolute top-full right-0 z-40 w-56 rounded-md border border-bad bg-raised px-2 py-1 text-left text-text shadow-lg';

/** Milliseconds for which a field says what it did not take: long enough to be read twice. */
const NOTE_MS = 6000;

/** A sentence at a field, for a while. */
function useNote(): { note: string | null; say: (sentence: string) => void } {
  const [note, setNote] = useState<string | null>(null);
  useEffect(() => {
    if (note === null) return undefined;
    const timer = setTimeout(() => setNote(null), NOTE_MS);
    return () => clearTimeout(timer);
  }, [note]);
  return { note, say: setNote };
}

/** Milliseconds without a turn of the wheel after which the next is an edit of its own. */
const WHEEL_REST_MS = 400;
/** Milliseconds for which a pointer rests on a field before the wheel is for it, so that scrolling changes nothing. */
const POINTER_REST_MS = 350;

/**
 * Turns of the wheel over a field that has the keyboard, or on which the pointer rests; the page then stays where it
 * is. Turns that began elsewhere go on scrolling.
 * @param turned false where there is nothing to turn
 */
export function useWheel(
  field: RefObject<HTMLElement | null>,
  turned: (way: number, pace: number) => void | false,
): void {
  const turn = useRef(turned);
  useEffect(() => {
    turn.current = turned;
  });
  useEffect(() => {
    const element = field.current!;
    let quiet = 0;
    let restsSince = Infinity;
    const rest = () => (restsSince = performance.now());
    const leave = () => (restsSince = Infinity);
    const onWheel = (e: WheelEvent) => {
      // With Shift the wheel goes sideways.
      const by = e.deltaY || e.deltaX;
      const isMeant = element.contains(document.activeElement) || performance.now() - restsSince >= POINTER_REST_MS;
      if (by === 0 || e.ctrlKey) return;
      if (!isMeant) return void rest();
      if (turn.current(by < 0 ? 1 : -1, paceOf(e)) === false) return;
      e.preventDefault();
      e.stopPropagation();
      restsSince = -Infinity;
      window.clearTimeout(quiet);
      quiet = window.setTimeout(endGesture, WHEEL_REST_MS);
    };
    // React listens without a say in whether the page scrolls.
    element.addEventListener('wheel', onWheel, { passive: false });
    element.addEventListener('pointermove', rest);
    element.addEventListener('pointerleave', leave);
    return () => {
      window.clearTimeout(quiet);
      element.removeEventListener('wheel', onWheel);
      element.removeEventListener('pointermove', rest);
      element.removeEventListener('pointerleave', leave);
    };
  }, [field]);
}
