import { dragHandle } from '../parts/drag';
import { Popover } from 'radix-ui';
import { useRef, useState } from 'react';
import { fromOklab, hexOf, linearOf, toEncoded, toLinear, toOklab } from '@/core/colour';
import { LIMITS } from '@/core/piece/limits';
import type { Stop } from '@/core/piece/types';
import { sortedStops } from '@/core/weave';
import { Button } from '../parts/Button';
import { ColourPicker } from './ColourField';

interface Props {
  name: string;
  stops: Stop[];
  between?: Between;
  onChange: (stops: Stop[], dragging: boolean) => void;
}

/** How colours blend between stops, in the words of the ramp's choices. */
export interface Between {
  blend: string;
  space: string;
}

const PLAIN: Between = { blend: 'linear', space: 'linear light' };

const SPACES: Record<
  string,
  { into: (linear: readonly number[]) => number[]; back: (c: readonly number[]) => number[] }
> = {
  'linear light': { into: (c) => [...c], back: (c) => [...c] },
  srgb: { into: (c) => c.map(toEncoded), back: (c) => c.map(toLinear) },
  perceptual: { into: toOklab, back: fromOklab },
};

/** Colour of a ramp at a place, blended as the program does. */
export function rampAt(stops: Stop[], at: number, { blend, space }: Between = PLAIN): string {
  const sorted = sortedStops(stops);
  const after = sorted.findIndex((s) => s.at >= at);
  if (after <= 0) return (after === 0 ? sorted[0] : sorted[sorted.length - 1])!.colour;
  const [a, b] = [sorted[after - 1]!, sorted[after]!];
  const x = (at - a.at) / Math.max(b.at - a.at, 1e-5);
  const t = blend === 'stepped' ? (x < 1 ? 0 : 1) : blend === 'smooth' ? x * x * (3 - 2 * x) : x;
  const { into, back } = SPACES[space] ?? SPACES['linear light']!;
  const [from, to] = [into(linearOf(a.colour)), into(linearOf(b.colour))];
  return hexOf(back(from.map((v, i) => v + (to[i]! - v) * t)));
}

/** Stops on a bar: click the bar to add one, drag to move, arrow keys too, Delete removes. */
export function RampField({ name, stops, between, onChange }: Props) {
  const bar = useRef<HTMLDivElement>(null);
  const [open, setOpen] = useState<number | null>(null);
  const place = (clientX: number) => {
    const box = bar.current!.getBoundingClientRect();
    return Number(Math.min(1, Math.max(0, (clientX - box.left) / box.width)).toFixed(3));
  };
  const change = (index: number, part: Partial<Stop>, dragging = true) =>
    onChange(
      stops.map((s, i) => (i === index ? { ...s, ...part } : s)),
      dragging,
    );
  const remove = (index: number) => {
    if (stops.length < 2) return;
    setOpen(null);
    onChange(
      stops.filter((_, i) => i !== index),
      false,
    );
  };
  const samples = Array.from({ length: 33 }, (_, i) => `${rampAt(stops, i / 32, between)} ${(i / 32) * 100}%`);

  const dragStop = (event: React.PointerEvent, index: number) =>
    dragHandle(event, {
      moved: (e) => change(index, { at: place(e.clientX) }),
      ended: (dragged) => !dragged && setOpen(index),
    });

  return (
    <div className="py-1.5">
      <div
        ref={bar}
        className="h-6 cursor-copy rounded border border-line"
        style={{ background: `linear-gradient(90deg, ${samples.join(', ')})` }}
        title="Click to add a stop"
        onClick={(e) =>
          stops.length < LIMITS.stops &&
          onChange([...stops, { at: place(e.clientX), colour: rampAt(stops, place(e.clientX), between) }], false)
        }
      />
      <div className="relative h-4">
        {stops.map((stop, i) => (
          <Popover.Root key={i} open={open === i} onOpenChange={(o) => !o && setOpen(null)}>
            <Popover.Anchor asChild>
              <button
                type="button"
                role="slider"
                aria-label={`${name}, stop ${i + 1}`}
                aria-valuemin={0}
                aria-valuemax={1}
                aria-valuenow={stop.at}
                aria-valuetext={`${stop.colour} at ${stop.at}`}
                className="absolute top-0.5 size-3.5 -translate-x-1/2 cursor-ew-resize touch-none rounded-sm border-2 border-text"
                style={{ left: `${stop.at * 100}%`, background: stop.colour }}
                onPointerDown={(e) => dragStop(e, i)}
                onKeyDown={(e) => {
                  const way = e.key === 'ArrowRight' ? 1 : e.key === 'ArrowLeft' ? -1 : 0;
                  if (way)
                    change(i, {
                      at: Number(Math.min(1, Math.max(0, stop.at + way * (e.shiftKey ? 0.1 : 0.01))).toFixed(3)),
                    });
                  else if (e.key === 'Delete' || e.key === 'Backspace') remove(i);
                  else if (e.key === 'Enter' || e.key === ' ') setOpen(i);
                  else return;
                  e.preventDefault();
                  e.stopPropagation();
                }}
              />
            </Popover.Anchor>
            <Popover.Portal>
              <Popover.Content sideOffset={6} className="z-50 rounded-md border border-soft bg-raised p-3 shadow-lg">
                <ColourPicker name={`Stop ${i + 1}`} value={stop.colour} onChange={(colour) => change(i, { colour })} />
                <Button look="bare" className="mt-1.5" disabled={stops.length < 2} onClick={() => remove(i)}>
                  Remove this stop
                </Button>
              </Popover.Content>
            </Popover.Portal>
          </Popover.Root>
        ))}
      </div>
    </div>
  );
}
