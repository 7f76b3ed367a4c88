import { useEffect, useMemo, useRef, useState } from 'react';
import { beatFrames } from '@/core/piece/beats';
import { decoded } from '@/workers/remotes';
import { validChoice } from '@/core/weave';
import { chooseKeys, useKeyChoice } from '@/state/panels/key-choice';
import { useDecoded } from '@/state/assets/asset-kind';
import { usePanels } from '@/state/panels/panels';
import { useTransport } from '@/state/playback/transport';
import { useWorkbench } from '@/state/workbench';
import { followPointer } from '../parts/drag';
import { BandButtons, widthOfButtons } from './BandButtons';
import { BendHandles } from './BendHandles';
import { ChoiceBox, useChoiceBox } from './ChoiceBox';
import { drawBand, frameByKey, laneOf } from './draw';
import { keyEdit } from '@/actions/key-edits';
import { KeyHandles } from './KeyHandles';
import { bandLanes, keysWithin } from '@/actions/lanes';
import { frameAt, phaseAt, scrolled, wholeView, zoomed } from '@/actions/band-scale';
import { StretchHandles } from './StretchHandles';
import { useSize } from './use-size';
import { useTraces } from './use-traces';

/** By how much a notch of the wheel or a key zooms, and which part of the view it scrolls. */
const ZOOM_FACTOR = 1.25;
const SCROLL_OF_VIEW = 0.2;

/** The lanes of time: played through, zoomed, and edited by their keys. */
export function Band() {
  const canvas = useRef<HTMLCanvasElement>(null);
  const signals = useTraces();
  const piece = useWorkbench((s) => s.piece);
  const selection = useWorkbench((s) => s.selected);
  const { loop } = piece;
  const { frames, play: plays } = loop;
  const beats = useMemo(() => beatFrames(loop), [loop]);
  const [folded, setFolded] = useState(false);
  const desk = usePanels((s) => s.side === 'desk');
  const { traces, chosen, lanes } = useMemo(
    () => bandLanes(piece, signals, selection, { folded, desk }),
    [piece, signals, selection, folded, desk],
  );
  const frame = useTransport((s) => s.frame);
  useDecoded((s) => s.count);
  const track = decoded.track(loop.sound?.asset);
  const size = useSize(canvas);
  const [view, setView] = useState(() => wholeView(plays));
  const scale = { ...view, width: size.width };
  const keys = validChoice(
    piece,
    useKeyChoice((s) => s.chosen),
  );
  const boxOf = (lane: (typeof lanes)[number]) => laneOf(traces, chosen, traces.indexOf(lane.trace), size.height);

  const isFoldable = lanes.length > 0 && (folded || traces.length > lanes.length);
  const covered = widthOfButtons(view, isFoldable);

  useEffect(() => setView(wholeView(plays)), [plays]);
  // Keys are chosen on the lanes that are open.
  useEffect(() => chooseKeys([]), [selection?.strand, selection?.step]);
  useEffect(() => {
    if (canvas.current && size.width > 0)
      drawBand(canvas.current, size, {
        view,
        covered,
        frames,
        frame,
        traces,
        chosen,
        beats,
        sound: track && { track, loop },
        seam: plays === 'once' ? 'begins, frame 0' : 'seam, frame 0',
      });
  }, [size, view, covered, frames, frame, traces, chosen, beats, plays, track, loop]);

  const zoom = (factor: number, phase: number) => setView((v) => zoomed(v, factor, phase, frames));
  const goTo = (to: number) => {
    const transport = useTransport.getState();
    transport.play(false);
    transport.goTo(to, loop);
  };
  const placeOn = (event: { clientX: number; clientY: number }) => {
    const { left, top } = canvas.current!.getBoundingClientRect();
    return { x: event.clientX - left, y: event.clientY - top };
  };
  const box = useChoiceBox(placeOn, (drawn) => lanes.flatMap((lane) => keysWithin(lane, boxOf(lane), drawn, scale)));
  const follow = (event: { clientX: number; clientY: number }) => goTo(frameAt(placeOn(event).x, frames, scale));
  return (
    <div className="relative min-h-0">
      <canvas
        ref={canvas}
        tabIndex={0}
        role="slider"
        aria-label="Playhead"
        aria-valuemin={0}
        aria-valuemax={frames - 1}
        aria-valuenow={frame}
        className="absolute inset-0 size-full cursor-col-resize touch-none bg-panel"
        onPointerDown={(e) => {
          if (e.button !== 0) return;
          if (e.shiftKey && lanes.length > 0) return box.draw(e);
          follow(e);
          followPointer(e, { moved: follow });
        }}
        onWheel={(e) => {
          if (e.shiftKey || Math.abs(e.deltaX) > Math.abs(e.deltaY))
            setView((v) => scrolled(v, SCROLL_OF_VIEW * Math.sign(e.deltaX || e.deltaY), frames));
          else zoom(e.deltaY > 0 ? ZOOM_FACTOR : 1 / ZOOM_FACTOR, phaseAt(placeOn(e).x, scale));
        }}
        onKeyDown={(e) => {
          // From the present frame, not the drawn one: keys may come faster than pictures.
          const to = frameByKey(useTransport.getState().frame, frames, e.key, e.shiftKey);
          const zooms: Record<string, number> = { '+': 1 / ZOOM_FACTOR, '=': 1 / ZOOM_FACTOR, '-': ZOOM_FACTOR };
          if (to !== null) goTo(to);
          else if (!e.ctrlKey && !e.metaKey && zooms[e.key])
            zoom(zooms[e.key]!, frameNear(frame / frames, view.middle));
          else if (!keyEdit(e)) return;
          e.preventDefault();
          e.stopPropagation();
        }}
      />
      {lanes.length > 0 && size.width > 0 && (
        <svg className="pointer-events-none absolute inset-0 size-full">
          {lanes.map((lane) => (
            <g key={lane.trace.id}>
              <BendHandles lane={lane} box={boxOf(lane)} scale={scale} />
              <KeyHandles lane={lane} box={boxOf(lane)} scale={scale} frames={frames} beats={beats} />
            </g>
          ))}
          <StretchHandles chosen={keys} scale={scale} frames={frames} />
          {box.drawn && <ChoiceBox box={box.drawn} />}
        </svg>
      )}
      <BandButtons
        view={view}
        onZoom={(way) => zoom(way > 0 ? 1 / ZOOM_FACTOR : ZOOM_FACTOR, frameNear(frame / frames, view.middle))}
        onWhole={() => setView(wholeView(plays))}
        folded={folded}
        onFold={isFoldable ? () => setFolded(!folded) : undefined}
      />
    </div>
  );
}

/** The copy of a place of the loop that is nearest to a phase. */
const frameNear = (at: number, phase: number): number => at + Math.round(phase - at);
