import { setControl } from '@/core/piece/desk';
import { Passes } from '@/core/piece/passes';
import type { Piece } from '@/core/piece/types';
import { trackSettings, writePlayed } from '@/core/weave';
import { notify } from '../panels/notify';
import { useRecording } from './recording-state';
import { useTransport } from './transport';
import { asOneEdit, undo, useWorkbench } from '../workbench';

/** Seconds for which a control counts as moving after it was moved. */
const MOVING_SECONDS = 0.25;

let passes: Passes | null = null;
let stops: (() => void)[] = [];
/** The piece as it was when the recording began. */
let begun: Piece | null = null;
let last = { frame: 0, frames: 0, id: null as string | null, controls: [] as Piece['controls'] };

/** Takes what controls stand at into the frames up to the one that is shown. */
function take(): void {
  const { piece, id, edit } = useWorkbench.getState();
  const { frame, playing } = useTransport.getState();
  const { frames } = piece.loop;
  // Another piece, or another length, is not what was being played.
  if (id !== last.id || frames !== last.frames) return stopRecording();
  // Frames that were left out were played, too.
  const passed: number[] = [];
  if (playing) for (let f = last.frame; f !== frame;) passed.push((f = (f + 1) % frames));
  // Over one loop the seam is the end: what is played behind it belongs to the next, what came before it is taken.
  const seam = useRecording.getState().length === 'loop' ? passed.indexOf(0) : -1;
  const isOver = seam >= 0;
  const upTo = isOver ? { passed: passed.slice(0, seam), frame: frames - 1 } : { passed, frame };
  const taken = { ...upTo, before: last.controls, now: piece.controls };
  last = { ...last, frame, controls: piece.controls };
  for (const [control, value] of passes!.take(taken)) {
    last.controls = last.controls.map((c) => (c.id === control ? { ...c, value } : c));
    edit((p) => setControl(p, control, value), `control ${control}`);
  }
  // What plays once is over at its last frame.
  if (isOver || (!playing && piece.loop.play === 'once' && frame === frames - 1)) stopRecording();
}

/** Beats are counted half a second apart where the piece has no tempo. */
const secondsOfBeat = ({ loop }: Piece) => 60 / (loop.tempo ?? 120);

/**
 * Records how controls are moved while the loop plays; the frames that are passed take what they stand at. Over one
 * loop it begins at the seam, after a count-in, and ends there.
 */
export function startRecording(): void {
  const { piece, id } = useWorkbench.getState();
  if (piece.controls.length === 0)
    return notify(
      'info',
      'Nothing is exposed on the desk yet: expose a number, a point or a colour first, and play that.',
    );
  const { way, only, length, countIn } = useRecording.getState();
  const { frames, rate } = piece.loop;
  const isThere = piece.controls.some((c) => c.id === only);
  const starts = (control: string) => trackSettings(piece, control);
  passes = new Passes(frames, { way, only: isThere ? only : null, rest: Math.ceil(MOVING_SECONDS * rate), starts });
  const counted = length === 'loop' ? countIn : 0;
  useRecording.setState({ isOn: true, counting: counted, left: null });
  if (length === 'loop' || piece.loop.play === 'once') {
    useTransport.getState().play(false);
    useTransport.getState().goTo(0, piece.loop);
  }
  begun = piece;
  last = { frame: useTransport.getState().frame, frames, id, controls: piece.controls };
  stops = [useTransport.subscribe(take), useWorkbench.subscribe(take)];
  count(counted, secondsOfBeat(piece));
}

/** Counts beats down and then plays. */
function count(beats: number, seconds: number): void {
  useRecording.setState({ counting: beats });
  if (beats === 0) return useTransport.getState().play(true);
  const timer = setTimeout(() => count(beats - 1, seconds), 1000 * seconds);
  stops.push(() => clearTimeout(timer));
}

/** Ends a recording and writes it as keys: one entry of the history. */
export function stopRecording(): void {
  if (!useRecording.getState().isOn) return;
  for (const stop of stops) stop();
  useRecording.setState({ isOn: false, counting: 0 });
  useTransport.getState().play(false);
  const { piece, id } = useWorkbench.getState();
  const { played } = passes!;
  if (id !== last.id || piece.loop.frames !== last.frames)
    return notify('info', 'The piece or its length changed while it was recorded, so nothing was written.');
  if (played.size === 0) return notify('info', 'No control was moved while it was recorded, so nothing was written.');
  const { runsIn } = useRecording.getState();
  const words: string[] = [];
  useWorkbench.getState().edit((before) =>
    [...played].reduce((now, [control, settings]) => {
      const { piece: next, params, left, keys, error } = writePlayed(now, control, settings, runsIn);
      const { name } = now.controls.find((c) => c.id === control)!;
      if (keys === 0) {
        words.push(`"${name}" holds a choice, which has no keys: nothing was written.`);
        return next;
      }
      const still = left > 0 ? `; ${left} cannot have keys and ${left === 1 ? 'keeps' : 'keep'} its value` : '';
      const followed = params === 1 ? '1 parameter follows it' : `${params} parameters follow it`;
      words.push(
        `"${name}" has ${keys} keys, within ${(100 * error).toFixed(1)} % of what was played; ${followed}${still}.`,
      );
      return next;
    }, before),
  );
  if (begun) asOneEdit(begun);
  useRecording.setState({ left: useWorkbench.getState().piece });
  notify('done', words.join(' '), { label: 'Undo', run: () => undo() });
}

export const toggleRecording = (): void => (useRecording.getState().isOn ? stopRecording() : startRecording());
