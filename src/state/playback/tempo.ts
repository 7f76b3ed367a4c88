import { tappedTempo } from '@/core/piece/beats';
import { setLoop } from '@/core/piece/edit';
import { useWorkbench } from '../workbench';

/** Times of the taps so far, in milliseconds. */
const taps: number[] = [];
/** Taps that are kept. */
const MAX_TAPS = 32;

/** A tap in time: from the second on the tempo follows. @param now in milliseconds */
export function tapTempo(now: number = performance.now()): void {
  taps.push(now);
  if (taps.length > MAX_TAPS) taps.shift();
  const tempo = tappedTempo(taps);
  if (tempo !== null) useWorkbench.getState().edit((p) => setLoop(p, { tempo: Number(tempo.toFixed(1)) }), 'tempo');
}
