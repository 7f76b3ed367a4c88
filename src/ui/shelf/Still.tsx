import { useEffect, useRef, useState } from 'react';
import type { Piece } from '@/core/piece/types';

/** Longer side of a drawn still, in pixels. */
const SIDE = 384;
/** Milliseconds a pointer rests before the picture moves. */
const REST = 150;
/** Phases at which the picture moves while it is pointed at. */
const STEPS = 24;

/** A piece's picture; it moves while `moving`. A `quiet` one shows nothing until it is drawn. */
export function Still({ piece, moving, quiet }: { piece: Piece; moving: boolean; quiet?: boolean }) {
  const ref = useRef<HTMLCanvasElement>(null);
  const [state, setState] = useState<'waiting' | 'drawn' | 'failed'>('waiting');
  useEffect(() => {
    let ended = false;
    const show = async (phase: number) => {
      // What draws is as large as the rest of the shelf, and mostly not needed.
      const { drawStill } = await import('./stills');
      const image = await drawStill(piece, phase, SIDE, !moving);
      const canvas = ref.current;
      if (ended || !canvas) return;
      canvas.width = image.width;
      canvas.height = image.height;
      canvas.getContext('2d')!.putImageData(image, 0, 0);
      setState('drawn');
    };
    const run = async () => {
      // Hands that only pass over a card set nothing going.
      if (moving) await new Promise((resolve) => setTimeout(resolve, REST));
      for (let step = 0; !ended; step = (step + 1) % STEPS) {
        await show(0.3 + step / STEPS);
        if (!moving) return;
        await new Promise((resolve) => setTimeout(resolve, 60));
      }
    };
    run().catch(() => !ended && setState('failed'));
    return () => {
      ended = true;
    };
  }, [piece, moving]);
  return (
    <div className={`relative aspect-video overflow-hidden rounded-md ${quiet ? '' : 'bg-black/40'}`}>
      <canvas ref={ref} data-still aria-hidden className="size-full object-contain" />
      {state !== 'drawn' && !quiet && (
        <span className="absolute inset-0 grid place-items-center text-faint">
          {state === 'failed' ? 'no preview here' : 'drawing'}
        </span>
      )}
    </div>
  );
}
