import * as Comlink from 'comlink';
import { AssetStore, type Assets, type DecodedAsset } from '@/core/assets/assets';
import type { Making } from '@/core/forms/making';
import type { Piece } from '@/core/piece/types';
import { withTracks } from '@/core/weave';
import type { Studio } from './studio';
import type { Exporter } from './exporter';
import type { FrameMeter } from './frame-meter';
import { startThread, type Thread } from './thread';

let open: Thread<Studio> | null = null;
/** What the page has decoded; a studio that is opened after another was ended gets it as well. */
const store = new AssetStore();
export const decoded: Assets = store;
let onMaking: (making: Making | null) => void = () => undefined;

function openStudio(): Thread<Studio> {
  const worker = new Worker(new URL('./threads/studio.ts', import.meta.url), { type: 'module', name: 'studio' });
  const thread = startThread<Studio>(worker, () => {
    if (open === thread) closeStudio();
  });
  const { remote } = thread;
  // Where it fails before it took these, whoever waits for an answer of it is told.
  remote.watch(Comlink.proxy((making: Making | null) => onMaking(making))).catch(() => undefined);
  for (const asset of store.ids()) handAsset(remote, asset, store.get(asset)!).catch(() => undefined);
  return thread;
}

function closeStudio(): void {
  open = null;
  onMaking(null);
}

/** The worker as a typed remote object; it is started when first needed. */
export function studio(): Comlink.Remote<Studio> {
  open ??= openStudio();
  return open.remote;
}

/** Ends all that the studio is doing: whoever waits for it gets an `Ended`. The next call starts another. */
export function endStudio(): void {
  open?.end();
  closeStudio();
}

/** Has one listener told what the studio is making, and null when that is done. */
export function watchStudio(listener: (making: Making | null) => void): void {
  onMaking = listener;
}

/** Of a picture all around the studio reads nothing, and it is large. */
async function handAsset(remote: Comlink.Remote<Studio>, asset: string, value: DecodedAsset): Promise<void> {
  if (!('panorama' in value)) await remote.setAsset(asset, value);
}

/** Takes what an asset was decoded to, for the page and for the studio. */
export async function addDecoded(asset: string, value: DecodedAsset): Promise<void> {
  if (store.has(asset)) return;
  store.set(asset, value);
  if (open) await handAsset(open.remote, asset, value);
}

/** Releases what was decoded of assets that nobody wants any more, here and in the studio. */
export function releaseDecoded(isWanted: (asset: string) => boolean): void {
  for (const asset of store.ids()) {
    if (isWanted(asset)) continue;
    store.delete(asset);
    open?.remote.deleteAsset(asset).catch(() => undefined);
  }
}

/** A piece as the studio takes it: tracks of controls resolved; its pictures are handed over apart, once. */
export function withoutAssetData(stored: Piece): Piece {
  const piece = withTracks(stored);
  return piece.assets.length === 0 ? piece : { ...piece, assets: piece.assets.map((a) => ({ ...a, data: '' })) };
}

/** A worker of its own for each export, so that cancelling can simply end it. */
export function openExporter(): Thread<Exporter> {
  const worker = new Worker(new URL('./threads/exporter.ts', import.meta.url), { type: 'module', name: 'exporter' });
  return startThread<Exporter>(worker);
}

/** A worker of its own for each look at the frames of a loop. */
export function openFrameMeter(): Thread<FrameMeter> {
  const worker = new Worker(new URL('./threads/frame-meter.ts', import.meta.url), {
    type: 'module',
    name: 'frame-meter',
  });
  return startThread<FrameMeter>(worker);
}
