import { dragHandle } from '../parts/drag';
import { Popover } from 'radix-ui';
import { useRef, useState } from 'react';
import type { Stop } from '@/core/piece/types';
import { Button } from '../parts/Button';
import { ColourPicker } from '../parts/ColourField';
import { changedStop, nudgedStop, rampAt, stopPlace, withoutStop, withStopAt, type Between } from './ramp-stops';

const STOP = 'absolute top-0.5 size-3.5 -translate-x-1/2 cursor-ew-resize touch-none rounded-sm border-2 border-text';

interface Props {
  name: string;
  stops: Stop[];
  between?: Between;
  onChange: (stops: Stop[], dragging: boolean) => void;
}

/** Stops on a bar: click the bar to add one, drag to move, arrow keys too, Delete removes. */
export function RampField({ name, stops, between, onChange }: Props) {
  const bar = useRef<HTMLDivElement>(null);
  const [open, setOpen] = useState<number | null>(null);
  const place = (clientX: number) => {
    const box = bar.current!.getBoundingClientRect();
    return stopPlace((clientX - box.left) / box.width);
  };
  const change = (index: number, part: Partial<Stop>, dragging = true) =>
    onChange(changedStop(stops, index, part), dragging);
  const remove = (index: number) => {
    const fewer = withoutStop(stops, index);
    if (fewer === stops) return;
    setOpen(null);
    onChange(fewer, false);
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
        onClick={(e) => {
          const more = withStopAt(stops, place(e.clientX), between);
          if (more !== stops) onChange(more, false);
        }}
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
                className={STOP}
                style={{ left: `${stop.at * 100}%`, background: stop.colour }}
                onPointerDown={(e) => dragStop(e, i)}
                onKeyDown={(e) => {
                  const at = nudgedStop(stop.at, e.key, e.shiftKey);
                  if (at !== null) change(i, { at });
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
