import { Slider } from 'radix-ui';
import { useEffect, useRef, useState, type RefObject } from 'react';
import type { NumberParam } from '@/core/steps';
import { ExpressionError, numberIn } from '@/core/piece/expression';
import { notify } from '@/state/notify';
import { endGesture, useWorkbench } from '@/state/workbench';
import { focusSelected } from '../lattice/focus';
import { followPointer } from '../parts/drag';
import { shortNumber } from '../number-words';

interface Props {
  param: NumberParam;
  value: number;
  onChange: (value: number) => void;
  onReset?: () => void;
}

/** Steps of a slider over its whole range. */
export const FINENESS = 400;

export function tidy(value: number, param: Pick<NumberParam, 'whole' | 'hard'>): number {
  const [low, high] = param.hard ?? [-1e6, 1e6];
  const clamped = Math.min(high, Math.max(low, value));
  return param.whole ? Math.round(clamped) : Number(clamped.toPrecision(6));
}

/** By how much a number changes for a pixel of dragging or a press of an arrow key. */
export const stepOf = (param: NumberParam): number => (param.whole ? 1 : (param.max - param.min) / FINENESS);

/** A slider for the usual range, and a number that can be typed or dragged beyond it. */
export function NumberField({ param, value, onChange, onReset }: Props) {
  const step = stepOf(param);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_84px] items-center justify-end gap-3 @max-[330px]:grid-cols-[84px]">
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
export function NumberInput({ label, value, unit, step, onChange }: InputProps) {
  const [text, setText] = useState<string | null>(null);
  // What is typed, as the field has it now: leaving it comes before the next drawing.
  const typedNow = useRef<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const type = (now: string | null) => {
    typedNow.current = now;
    setText(now);
  };
  useEffect(() => type(null), [value]);
  useWheel(input, (way, pace) => onChange(value + way * step * pace));

  /** @returns whether what was typed could be read */
  const commit = (): boolean => {
    const now = typedNow.current;
    if (now === null || now.trim() === '') return true;
    try {
      const typed = numberIn(now, useWorkbench.getState().piece.loop, unit);
      type(null);
      onChange(typed);
      return true;
    } catch (error) {
      if (!(error instanceof ExpressionError)) throw error;
      notify('error', error.message);
      return false;
    }
  };
  return (
    <span className="tabular flex min-w-0 items-baseline justify-end gap-1">
      <input
        ref={input}
        aria-label={label}
        inputMode="decimal"
        value={text ?? shortNumber(value)}
        title="Type a number or a sum (2*pi/3, 3 beats), or drag sideways; Shift is coarse, Alt is fine"
        className="quiet-field w-full min-w-9 cursor-ew-resize px-1 py-0.5 text-right focus:cursor-text focus:bg-ground"
        onChange={(e) => type(e.target.value)}
        onFocus={(e) => e.target.select()}
        onBlur={() => {
          commit();
          type(null);
        }}
        onKeyDown={(e) => {
          if (e.key === 'Enter' || e.key === 'Escape') {
            e.preventDefault();
            // What cannot be read stays, to be mended.
            if (e.key === 'Enter' && !commit()) return;
            type(null);
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
    </span>
  );
}

/** Milliseconds without a turn of the wheel after which the next is an edit of its own. */
const WHEEL_REST = 400;

/** Turns of the wheel over a field that has the keyboard; the page then stays where it is. */
function useWheel(field: RefObject<HTMLInputElement | null>, turned: (way: number, pace: number) => void): void {
  const turn = useRef(turned);
  useEffect(() => {
    turn.current = turned;
  });
  useEffect(() => {
    const element = field.current!;
    let rest = 0;
    const onWheel = (e: WheelEvent) => {
      // With Shift the wheel goes sideways.
      const by = e.deltaY || e.deltaX;
      if (document.activeElement !== element || by === 0) return;
      e.preventDefault();
      turn.current(by < 0 ? 1 : -1, paceOf(e));
      window.clearTimeout(rest);
      rest = window.setTimeout(endGesture, WHEEL_REST);
    };
    // React listens without a say in whether the page scrolls.
    element.addEventListener('wheel', onWheel, { passive: false });
    return () => {
      window.clearTimeout(rest);
      element.removeEventListener('wheel', onWheel);
    };
  }, [field]);
}
