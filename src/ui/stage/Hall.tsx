import { useEffect, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent, type RefObject } from 'react';
import { errorSentence } from '@/core/error-sentence';
import {
  distanceTo,
  EYE_MINUTES,
  isInFront,
  meltingDistance,
  pixelMinutes,
  wallsOf,
  type Standpoint,
} from '@/core/piece/walls';
import type { Output, Picture, Vector } from '@/core/piece/types';
import { HallScene } from '@/engine/hall';
import type { HallView } from '@/state/panels/panels';
import { useWorkbench } from '@/state/workbench';
import { looked, narrowed, stand, toggleHall, walked } from '@/actions/hall';
import { shortNumber } from '@/actions/number-words';
import { useFrames, viewerNow } from '@/actions/viewer-handle';
import { Button } from '../parts/Button';
import { followPointer } from '../parts/drag';

/** Degrees and metres for a press of an arrow key. */
const TURN_BY_KEY = 3;
const WALK_BY_KEY = 0.25;
const NARROWER_BY_KEY = 0.8;

const ARROWS: Record<string, [right: number, up: number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

/** The walls of the piece in a hall, to scale, as they are seen from a place in it. */
export function Hall({ hall }: { hall: HallView }) {
  const piece = useWorkbench((s) => s.piece);
  const canvas = useRef<HTMLCanvasElement>(null);
  const walls = useMemo(() => wallsOf(piece), [piece]);
  const trouble = useHall(canvas, piece.picture, walls, hall);
  const drag = (event: PointerEvent<HTMLCanvasElement>) => {
    const [startX, startY] = [event.clientX, event.clientY];
    // What is pressed stays under the pointer.
    const degrees = hall.angle / event.currentTarget.clientWidth;
    followPointer(event, {
      moved: (m) => stand(looked(hall, (startX - m.clientX) * degrees, (m.clientY - startY) * degrees)),
    });
  };
  const onKey = (event: KeyboardEvent) => {
    const arrow = ARROWS[event.key];
    if (arrow && event.shiftKey) stand(walked(hall, WALK_BY_KEY * arrow[0], WALK_BY_KEY * arrow[1]));
    else if (arrow) stand(looked(hall, TURN_BY_KEY * arrow[0], TURN_BY_KEY * arrow[1]));
    else if (event.key === 'PageUp') stand(narrowed(hall, NARROWER_BY_KEY));
    else if (event.key === 'PageDown') stand(narrowed(hall, 1 / NARROWER_BY_KEY));
    else if (event.key === 'Escape') toggleHall();
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <section aria-label="Hall" className="absolute inset-0 bg-[#0f1312]">
      <canvas
        ref={canvas}
        tabIndex={0}
        role="application"
        aria-label={
          'The walls in the hall. Drag or use arrow keys to look around, with Shift to walk; ' +
          'page keys and the wheel look nearer.'
        }
        className="size-full cursor-grab touch-none active:cursor-grabbing"
        onPointerDown={drag}
        onWheel={(e) => stand(narrowed(hall, Math.exp(e.deltaY * 0.002)))}
        onKeyDown={onKey}
      />
      {trouble && (
        <p
          role="alert"
          className="absolute inset-x-3 top-3 rounded-md border border-warn bg-ground px-3 py-2 text-warn"
        >
          {trouble}
        </p>
      )}
      <SeenWalls walls={walls} eye={hall.eye} />
      <div className="absolute right-2.5 bottom-2.5">
        <Button className="bg-ground" onClick={toggleHall}>
          Back to the picture
        </Button>
      </div>
    </section>
  );
}

/** Draws the hall whenever the picture, the walls or the place change. @returns why it cannot, if so */
function useHall(
  canvas: RefObject<HTMLCanvasElement | null>,
  picture: Picture,
  walls: readonly Output[],
  hall: HallView,
): string | null {
  const [trouble, setTrouble] = useState<string | null>(null);
  const scene = useRef<HallScene | null>(null);
  const from = useRef<Standpoint>(hall);
  const draw = useRef(() => {
    const { clientWidth, clientHeight } = canvas.current ?? {};
    const { devicePixelRatio: dense } = window;
    if (clientWidth && clientHeight)
      scene.current?.draw(from.current, Math.round(clientWidth * dense), Math.round(clientHeight * dense));
  });
  useEffect(() => {
    const viewer = viewerNow();
    if (!viewer) return;
    try {
      scene.current = new HallScene(canvas.current!, viewer.canvas);
    } catch (error) {
      setTrouble(errorSentence(error));
      return;
    }
    // It is drawn and shown again for that.
    viewer.ground = 'black';
    const again = () => viewer.presentAgain();
    canvas.current!.addEventListener('webglcontextrestored', again);
    // A picture can be taken from its canvas in the task alone that puts it there.
    const stop = useFrames.subscribe(() => {
      scene.current?.takePicture();
      draw.current();
    });
    const sizes = new ResizeObserver(() => draw.current());
    sizes.observe(canvas.current!);
    return () => {
      stop();
      sizes.disconnect();
      viewer.ground = 'checker';
      scene.current?.dispose();
      scene.current = null;
    };
  }, [canvas]);
  const { black } = hall;
  useEffect(() => {
    scene.current?.setWalls(walls, picture, black);
    draw.current();
  }, [picture, walls, black]);
  useEffect(() => {
    from.current = hall;
    draw.current();
  }, [hall]);
  return trouble;
}

/** How near each wall is, and whether its pixels are told apart from there. */
function SeenWalls({ walls, eye }: { walls: readonly Output[]; eye: Vector }) {
  return (
    <ul
      aria-label="Walls from here"
      className="absolute top-2.5 left-2.5 max-h-[40%] overflow-y-auto rounded-md bg-ground px-3 py-1.5"
    >
      {walls.map((wall) => (
        <li key={wall.id} className="tabular">
          <b className="font-semibold">{wall.name}</b>{' '}
          <span className="text-mute">
            {shortNumber(distanceTo(wall, eye))} m away, {seenAs(wall, eye)}
          </span>
        </li>
      ))}
    </ul>
  );
}

function seenAs(wall: Output, eye: Vector): string {
  if (!isInFront(wall, eye)) return 'from behind';
  const minutes = pixelMinutes(wall, eye);
  const size = `a pixel is ${shortNumber(minutes)} minutes of arc`;
  const from = `${shortNumber(meltingDistance(wall))} m`;
  return `${size}: ${minutes > EYE_MINUTES ? `pixels are seen, up to ${from}` : 'pixels melt together'}`;
}
