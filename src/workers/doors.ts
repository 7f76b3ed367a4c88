import * as Comlink from 'comlink';
import type { Piece } from '@/core/piece/types';
import type { Studio } from './studio';
import type { TakeAway } from './take-away';

/** The typed doors to the workers. Each worker is started when it is first needed. */
let studioDoor: Comlink.Remote<Studio> | null = null;

export function studio(): Comlink.Remote<Studio> {
  studioDoor ??= Comlink.wrap<Studio>(new Worker(new URL('./studio.ts', import.meta.url), { type: 'module', name: 'studio' }));
  return studioDoor;
}

/** A piece as the studio takes it: its pictures are handed over apart, once. */
export function lean(piece: Piece): Piece {
  return piece.assets.length === 0 ? piece : { ...piece, assets: piece.assets.map((a) => ({ ...a, data: '' })) };
}

/** A worker of its own for each export, so that cancelling can simply end it. */
export function takeAway(): { door: Comlink.Remote<TakeAway>; end: () => void } {
  const worker = new Worker(new URL('./take-away.ts', import.meta.url), { type: 'module', name: 'take-away' });
  return { door: Comlink.wrap<TakeAway>(worker), end: () => worker.terminate() };
}
