import { useEffect, useRef, useState } from 'react';
import type { Piece } from '@/core/piece/types';

/** Longer side of a drawn still, in pixels. */
const LONGER_SIDE_PIXELS = 384;
/** Milliseconds a pointer rests before the picture moves. */
const HOVER_DELAY_MS = 150;
/** Phases at which the picture moves while it is pointed at. */
const FRAMES_OF_LOOP = 24;

interface StillProps {
  /** Null until it may be drawn. */
  piece: Piece | null;
  moving: boolean;
  /** Shows nothing until it is drawn. */
  quiet?: boolean;
  /** A picture of it from an earlier visit. */
  stored?: Uint8Array<ArrayBuffer> | null;
  /** The stored picture shows the piece as it is, so only a moving one is drawn. */
  current?: boolean;
  /** Told when the piece, standing still, was drawn. */
  onDrawn?: (canvas: HTMLCanvasElement) => void;
  /** Told where the stored picture cannot be shown. */
  onBroken?: () => void;
}

/** A piece's picture; it moves while `moving`. */
export function Still({ piece, moving, quiet, stored, current, onDrawn, onBroken }: StillProps) {
  const ref = useRef<HTMLCanvasElement>(null);
  const [state, setState] = useState<'waiting' | 'drawn' | 'failed'>('waiting');
  useEffect(() => {
    let ended = false;
    const show = async () => {
      const image = await createImageBitmap(new Blob([stored!]));
      const canvas = ref.current;
      if (ended || !canvas) return;
      canvas.width = image.width;
      canvas.height = image.height;
      canvas.getContext('2d')!.drawImage(image, 0, 0);
      setState('drawn');
    };
    if (stored && !moving) void show().catch(() => onBroken?.());
    return () => {
      ended = true;
    };
  }, [stored, moving, onBroken]);
  useEffect(() => {
    if (!piece || (current && !moving)) return undefined;
    let ended = false;
    const show = async (phase: number) => {
      // What draws is as large as the rest of the shelf, and mostly not needed.
      const { drawStill } = await import('./stills');
      const image = await drawStill(piece, phase, LONGER_SIDE_PIXELS, !moving);
      const canvas = ref.current;
      if (ended || !canvas) return;
      canvas.width = image.width;
      canvas.height = image.height;
      canvas.getContext('2d')!.putImageData(image, 0, 0);
      setState('drawn');
    };
    const run = async () => {
      // Hands that only pass over a card set nothing going.
      if (moving) await new Promise((resolve) => setTimeout(resolve, HOVER_DELAY_MS));
      for (let step = 0; !ended; step = (step + 1) % FRAMES_OF_LOOP) {
        await show(0.3 + step / FRAMES_OF_LOOP);
        if (!moving) {
          if (!ended && ref.current) onDrawn?.(ref.current);
          return;
        }
        await new Promise((resolve) => setTimeout(resolve, 60));
      }
    };
    run().catch(() => !ended && setState((now) => (now === 'drawn' ? now : 'failed')));
    return () => {
      ended = true;
    };
  }, [piece, moving, current, onDrawn]);
  return (
    <div className={`relative aspect-video overflow-hidden rounded-md ${quiet ? '' : 'bg-black/40'}`}>
      <canvas ref={ref} data-still aria-hidden className="size-full object-contain" />
      {state !== 'drawn' && !quiet && (
        <span className="absolute inset-0 grid place-items-center text-faint">
          {state === 'failed' ? 'no preview here' : piece ? 'drawing' : 'reading'}
        </span>
      )}
    </div>
  );
}
