import * as Comlink from 'comlink';
import type { Making } from '@/core/forms/making';
import type { Piece } from '@/core/piece/types';
import type { Studio } from './studio';
import type { TakeAway } from './take-away';

/** Work in the studio was ended while it ran. */
export class Ended extends Error {
  override readonly name = 'Ended';
}

interface Open {
  door: Comlink.Remote<Studio>;
  end: () => void;
}

let open: Open | null = null;
/** What the studio was handed; one that is opened after another was ended gets it as well. */
const handed = new Map<string, (door: Comlink.Remote<Studio>) => Promise<void>>();
let onMaking: (making: Making | null) => void = () => undefined;

function openStudio(): Open {
  const worker = new Worker(new URL('./threads/studio.ts', import.meta.url), { type: 'module', name: 'studio' });
  const remote = Comlink.wrap<Studio>(worker);
  let fail: (error: Ended) => void = () => undefined;
  const ended = new Promise<never>((_, reject) => {
    fail = reject;
  });
  ended.catch(() => undefined);
  // An ended worker answers nothing more, so whoever waits for it is told.
  const door = new Proxy(remote, {
    get:
      (target, name) =>
      (...args: unknown[]) =>
        Promise.race([
          (target as unknown as Record<PropertyKey, (...a: unknown[]) => Promise<unknown>>)[name]!(...args),
          ended,
        ]),
  });
  void remote.watch(Comlink.proxy((making: Making | null) => onMaking(making)));
  for (const hand of handed.values()) void hand(remote);
  return {
    door,
    end: () => {
      worker.terminate();
      fail(new Ended('The work was stopped.'));
    },
  };
}

/** The typed door to the worker, which is started when it is first needed. */
export function studio(): Comlink.Remote<Studio> {
  open ??= openStudio();
  return open.door;
}

/** Ends all that the studio is doing: whoever waits for it gets an `Ended`. The next call starts another. */
export function endStudio(): void {
  open?.end();
  open = null;
  onMaking(null);
}

/** Has one listener told what the studio is making, and null when that is done. */
export function watchStudio(listener: (making: Making | null) => void): void {
  onMaking = listener;
}

/** Hands an asset over, to studios that are opened later as well. */
export async function hand(asset: string, how: (door: Comlink.Remote<Studio>) => Promise<void>): Promise<void> {
  if (handed.has(asset)) return;
  handed.set(asset, how);
  if (open) await how(open.door);
}

/** A piece as the studio takes it: its pictures are handed over apart, once. */
export function lean(piece: Piece): Piece {
  return piece.assets.length === 0 ? piece : { ...piece, assets: piece.assets.map((a) => ({ ...a, data: '' })) };
}

/** A worker of its own for each export, so that cancelling can simply end it. */
export function takeAway(): { door: Comlink.Remote<TakeAway>; end: () => void } {
  const worker = new Worker(new URL('./threads/take-away.ts', import.meta.url), { type: 'module', name: 'take-away' });
  return { door: Comlink.wrap<TakeAway>(worker), end: () => worker.terminate() };
}
