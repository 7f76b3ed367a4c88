import { useCallback, useEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { FramePixels } from '@/engine/extra-pictures';
import { usePanels } from '@/state/panels/panels';
import { useTransport } from '@/state/playback/transport';
import { useWorkbench } from '@/state/workbench';
import { Button } from '../parts/Button';
import { followPointer } from '../parts/drag';
import { inPicture, pixelAt, pixelWords, zoomed, type PixelWindow } from './pixel-window';
import { viewerNow } from '@/actions/viewer-handle';

/** Waits this long after a change before the frame is drawn again, in milliseconds. */
const REDRAW_DELAY_MS = 250;
/** Part of the view that an arrow key moves, and how much nearer a key or a turn of the wheel goes. */
const KEY_STEP_OF_VIEW = 0.1;
const ZOOM_FACTOR = 1.5;

const close = () => usePanels.setState({ pixels: false });

/** The frame in the piece's size, pixel by pixel, with the values under the pointer. */
export function PixelView() {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [frame, setFrame] = useState<FramePixels | 'waiting' | null>('waiting');
  const [part, setPart] = useState<PixelWindow | null>(null);
  const [at, setAt] = useState<[number, number] | null>(null);
  useFrame(setFrame);
  const pixels = frame === 'waiting' ? null : frame;
  const shown = pixels && (part ?? { x: pixels.width / 2, y: pixels.height / 2, scale: 2 });
  useDrawn(canvas, pixels, shown);

  const view = () => ({ width: canvas.current!.clientWidth, height: canvas.current!.clientHeight });
  const place = (e: { clientX: number; clientY: number }): [number, number] => {
    const box = canvas.current!.getBoundingClientRect();
    return [e.clientX - box.left, e.clientY - box.top];
  };
  const drag = (event: PointerEvent) => {
    if (!shown || !pixels) return;
    const [startX, startY] = [event.clientX, event.clientY];
    followPointer(event, {
      moved: (m) =>
        setPart(
          inPicture(
            {
              ...shown,
              x: shown.x - (m.clientX - startX) / shown.scale,
              y: shown.y - (m.clientY - startY) / shown.scale,
            },
            pixels,
          ),
        ),
    });
  };
  const nearer = (factor: number, where: [number, number]) =>
    shown && pixels && setPart(zoomed(shown, view(), pixels, where, factor));
  const onKey = (event: KeyboardEvent) => {
    if (!shown || !pixels) return;
    const { width, height } = view();
    const [right, down] = {
      ArrowLeft: [-1, 0],
      ArrowRight: [1, 0],
      ArrowUp: [0, -1],
      ArrowDown: [0, 1],
    }[event.key] ?? [0, 0];
    const middle: [number, number] = [width / 2, height / 2];
    if (event.key === '+' || event.key === 'PageUp') nearer(ZOOM_FACTOR, middle);
    else if (event.key === '-' || event.key === 'PageDown') nearer(1 / ZOOM_FACTOR, middle);
    else if (right || down)
      setPart(
        inPicture(
          {
            ...shown,
            x: shown.x + (right! * KEY_STEP_OF_VIEW * width) / shown.scale,
            y: shown.y + (down! * KEY_STEP_OF_VIEW * height) / shown.scale,
          },
          pixels,
        ),
      );
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const over = at ?? (shown ? ([Math.floor(shown.x), Math.floor(shown.y)] as [number, number]) : null);
  return (
    <div className="absolute inset-0 bg-[#0b0e0d]">
      <canvas
        ref={canvas}
        tabIndex={0}
        role="application"
        aria-label="Pixels of the frame. Drag or use arrow keys to move, plus and minus go nearer and farther."
        data-scale={shown?.scale}
        className="size-full cursor-grab touch-none active:cursor-grabbing"
        onPointerDown={drag}
        onPointerMove={(e) => shown && pixels && setAt(pixelAt(shown, view(), pixels, place(e)))}
        onPointerLeave={() => setAt(null)}
        onWheel={(e) => nearer(Math.exp(-e.deltaY * 0.002), place(e))}
        onKeyDown={onKey}
      />
      <div className="picture-bar">
        <p aria-live="polite" className="tabular grow">
          {frame === 'waiting'
            ? 'The frame is drawn in its full size.'
            : pixels === null
              ? 'There is no picture, or it is too large for this graphics card.'
              : over && over[0] < pixels.width && over[1] < pixels.height
                ? pixelWords(pixels, over)
                : ''}
        </p>
        {shown && <p className="text-mute">{Number(shown.scale.toPrecision(3))} times</p>}
        <Button onClick={close}>Back to the picture</Button>
      </div>
    </div>
  );
}

/** Has the present frame drawn, and again when the piece or the frame is another; not while it plays. */
function useFrame(set: (frame: FramePixels | null) => void): void {
  useEffect(() => {
    let ended = false;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const draw = async () => {
      const frame = (await viewerNow()?.beside.pixels()) ?? null;
      if (!ended) set(frame);
    };
    const soon = () => {
      clearTimeout(timer);
      if (!useTransport.getState().playing) timer = setTimeout(() => void draw(), REDRAW_DELAY_MS);
    };
    soon();
    const stops = [
      useWorkbench.subscribe((now, before) => now.piece !== before.piece && soon()),
      useTransport.subscribe(soon),
    ];
    return () => {
      ended = true;
      clearTimeout(timer);
      for (const stop of stops) stop();
    };
  }, [set]);
}

/** Draws the part that is looked at, and again when the view has another size. */
function useDrawn(
  canvas: React.RefObject<HTMLCanvasElement | null>,
  pixels: FramePixels | null,
  shown: PixelWindow | null,
): void {
  const image = useRef<{ pixels: FramePixels; canvas: HTMLCanvasElement } | null>(null);
  const draw = useCallback(() => {
    const target = canvas.current;
    if (!target || !pixels || !shown) return;
    let drawn = image.current;
    if (drawn?.pixels !== pixels) {
      const whole = document.createElement('canvas');
      whole.width = pixels.width;
      whole.height = pixels.height;
      whole.getContext('2d')!.putImageData(new ImageData(pixels.data, pixels.width, pixels.height), 0, 0);
      drawn = { pixels, canvas: whole };
      image.current = drawn;
    }
    target.width = target.clientWidth;
    target.height = target.clientHeight;
    const { x, y, scale } = shown;
    const context = target.getContext('2d')!;
    context.imageSmoothingEnabled = false;
    context.setTransform(scale, 0, 0, scale, target.width / 2 - x * scale, target.height / 2 - y * scale);
    context.drawImage(drawn.canvas, 0, 0);
  }, [canvas, pixels, shown]);
  useEffect(() => {
    draw();
    const sizes = new ResizeObserver(draw);
    sizes.observe(canvas.current!);
    return () => sizes.disconnect();
  }, [draw, canvas]);
}
