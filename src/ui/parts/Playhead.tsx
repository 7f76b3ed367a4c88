import { useLayoutEffect, useRef } from 'react';
import { plotAt } from '@/core/preview/plot';
import type { Preview } from '@/core/preview';
import { useTransport } from '@/state/playback/transport';
import { shortNumber } from '@/actions/number-words';
import { plotPlace } from './plot-place';

const PLACE =
  'tabular pointer-events-none absolute top-0 right-0 rounded-bl bg-ground/85 px-1 text-[13px]/[15px] text-lichen';

interface Props {
  plot: Extract<Preview, { kind: 'plot' }>;
  frames: number;
}

/** Where the playhead stands in a plot, and what the signal is there; it follows the frames without being laid out. */
export function Playhead({ plot, frames }: Props) {
  const line = useRef<HTMLSpanElement>(null);
  const text = useRef<HTMLSpanElement>(null);
  // It ends with its element: the frame may change while the row goes away.
  useLayoutEffect(() => {
    const show = ({ frame }: { frame: number }) => {
      const values = plotAt(plot.lines, frame / frames);
      line.current!.style.left = `${(100 * frame) / frames}%`;
      line.current!.style.setProperty('--at', `${100 * plotPlace(plot)(values[0]!)}%`);
      text.current!.textContent = values.map(shortNumber).join('  ');
    };
    show(useTransport.getState());
    return useTransport.subscribe(show);
  }, [plot, frames]);
  return (
    <>
      <span ref={line} aria-hidden className="pointer-events-none absolute inset-y-0 w-px bg-lichen/60">
        <span className="absolute -left-[2.5px] size-[6px] -translate-y-1/2 rounded-full bg-lichen [top:var(--at)]" />
      </span>
      <span ref={text} data-playhead className={PLACE} />
    </>
  );
}
