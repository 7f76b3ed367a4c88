import { create } from 'zustand';
import type { Piece, Setting } from '@/core/piece/types';
import { writePlayed } from '@/core/weave';
import { notify } from './notify';
import { useTransport } from './transport';
import { useWorkbench } from './workbench';

interface Recording {
  on: boolean;
  /** Part of the loop at its end in which what was played runs into its beginning. */
  runsIn: number;
}

export const useRecording = create<Recording>()(() => ({ on: false, runsIn: 0.08 }));

/** Settings of each control that was moved, frame by frame. */
const played = new Map<string, Setting[]>();
let stops: (() => void)[] = [];
let last = { frame: 0, frames: 0, id: null as string | null, controls: [] as Piece['controls'] };

/** Takes what controls stand at into the frames up to the one that is shown. */
function take(): void {
  const { piece, id } = useWorkbench.getState();
  const { frame, playing } = useTransport.getState();
  const { frames } = piece.loop;
  // Another piece, or another length, is not what was being played.
  if (id !== last.id || frames !== last.frames) return stopRecording();
  for (const control of piece.controls) {
    const before = last.controls.find((c) => c.id === control.id)?.value;
    if (before !== undefined && before !== control.value && !played.has(control.id))
      played.set(control.id, Array<Setting>(frames).fill(before));
    const settings = played.get(control.id);
    if (!settings) continue;
    // Frames that were left out were played, too.
    if (playing) for (let f = last.frame; f !== frame;) settings[(f = (f + 1) % frames)] = control.value;
    settings[frame] = control.value;
  }
  last = { ...last, frame, controls: piece.controls };
}

/** Records how controls are moved while the loop plays; the frames that are passed take what they stand at. */
export function startRecording(): void {
  const { piece, id } = useWorkbench.getState();
  if (piece.controls.length === 0)
    return notify(
      'info',
      'Nothing is out on the desk yet: put out a number, a point or a colour first, and play that.',
    );
  played.clear();
  last = { frame: useTransport.getState().frame, frames: piece.loop.frames, id, controls: piece.controls };
  useRecording.setState({ on: true });
  stops = [useTransport.subscribe(take), useWorkbench.subscribe(take)];
  useTransport.getState().play(true);
}

/** Ends a recording and writes it as keys: one entry of the history. */
export function stopRecording(): void {
  if (!useRecording.getState().on) return;
  for (const stop of stops) stop();
  useRecording.setState({ on: false });
  useTransport.getState().play(false);
  const { piece, id } = useWorkbench.getState();
  if (id !== last.id || piece.loop.frames !== last.frames)
    return notify('info', 'The piece or its length changed while it was recorded, so nothing was written.');
  if (played.size === 0) return notify('info', 'No control was moved while it was recorded, so nothing was written.');
  const { runsIn } = useRecording.getState();
  const words: string[] = [];
  useWorkbench.getState().edit((before) =>
    [...played].reduce((now, [control, settings]) => {
      const { piece: next, params, left, keys, error } = writePlayed(now, control, settings, runsIn);
      const { name } = now.controls.find((c) => c.id === control)!;
      const still = left > 0 ? `; ${left} cannot have keys and still follow it` : '';
      words.push(
        `"${name}": ${keys} keys into ${params === 1 ? 'one parameter' : `${params} parameters`}, ` +
          `within ${(100 * error).toFixed(1)} % of what was played${still}.`,
      );
      return next;
    }, before),
  );
  notify('done', words.join(' '));
}

export const toggleRecording = (): void => (useRecording.getState().on ? stopRecording() : startRecording());
