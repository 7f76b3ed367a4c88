import { Slider } from 'radix-ui';
import { useEffect, useRef, useState } from 'react';
import type { NumberParam } from '@/core/steps';
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
const FINENESS = 400;

export function tidy(value: number, param: Pick<NumberParam, 'whole' | 'hard'>): number {
  const [low, high] = param.hard ?? [-1e6, 1e6];
  const held = Math.min(high, Math.max(low, value));
  return param.whole ? Math.round(held) : Number(held.toPrecision(6));
}

/** A slider for the usual range, and a number that can be typed or dragged beyond it. */
export function NumberField({ param, value, onChange, onReset }: Props) {
  const step = param.whole ? 1 : (param.max - param.min) / FINENESS;
  return (
    <div className="grid grid-cols-[1fr_84px] items-center gap-3">
      <Slider.Root
        value={[Math.min(param.max, Math.max(param.min, value))]}
        min={param.min}
        max={param.max}
        step={step}
        onValueChange={([v]) => onChange(tidy(v!, param))}
        onDoubleClick={onReset}
        className="relative flex h-5 touch-none items-center select-none"
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

/** A number to type, to drag sideways, or to change with the arrow keys (Shift: ten times). */
export function NumberInput({ label, value, unit, step, onChange }: InputProps) {
  const [text, setText] = useState<string | null>(null);
  // What is typed, as the field has it now: leaving it comes before the next drawing.
  const typedNow = useRef<string | null>(null);
  const type = (now: string | null) => {
    typedNow.current = now;
    setText(now);
  };
  useEffect(() => type(null), [value]);

  const commit = () => {
    const now = typedNow.current;
    if (now === null) return;
    const typed = Number(now.replace(',', '.'));
    type(null);
    if (now.trim() !== '' && Number.isFinite(typed)) onChange(typed);
  };
  return (
    <span className="tabular flex min-w-0 items-baseline justify-end gap-1">
      <input
        aria-label={label}
        inputMode="decimal"
        value={text ?? shortNumber(value)}
        className="w-full min-w-9 cursor-ew-resize rounded border border-transparent bg-transparent px-1 py-0.5 text-right hover:border-line focus:cursor-text focus:border-soft focus:bg-ground"
        onChange={(e) => type(e.target.value)}
        onFocus={(e) => e.target.select()}
        onBlur={commit}
        onKeyDown={(e) => {
          if (e.key === 'Enter' || e.key === 'Escape') {
            if (e.key === 'Enter') commit();
            else type(null);
            e.preventDefault();
            // The keyboard goes back to the lattice, so that the next letter is a shortcut and not a digit.
            if (!focusSelected()) e.currentTarget.blur();
            return;
          }
          const way = e.key === 'ArrowUp' ? 1 : e.key === 'ArrowDown' ? -1 : 0;
          if (!way) return;
          e.preventDefault();
          onChange(value + way * step * (e.shiftKey ? 10 : 1));
        }}
        onPointerDown={(e) => {
          const input = e.currentTarget;
          if (document.activeElement === input) return;
          const start = e.clientX;
          followPointer(e, {
            moved: (m) => onChange(value + (m.clientX - start) * step * (m.shiftKey ? 10 : 1)),
            ended: (dragged) => dragged && input.blur(),
          });
        }}
      />
      {unit && <span className="shrink-0 text-faint">{unit}</span>}
    </span>
  );
}
