import { pageText, type PageContents } from '@/core/export/page';
import { drawnSamples, sizeFor, type ExportSettings } from '@/core/export/settings';
import { toBase64 } from '@/core/formats/base64';
import { fileStem } from '@/core/formats/file-stem';
import { packed } from '@/core/formats/packed';
import type { DecodedAsset } from '@/core/assets/assets';
import type { Skin } from '@/core/mesh/skin';
import type { Channels } from '@/core/sound/sound';
import type { Piece } from '@/core/piece/types';
import { ensureAssets, holdingAssets } from '@/state/assets/assets';
import { filmSound } from '@/state/assets/film-sound';
import { decoded, withoutAssetData } from '@/workers/remotes';
import { download } from './download';
import { meshesOf } from './open-capture';

const PLAYER = '/player.js';

const UNREACHABLE =
  'The player, which goes into the page, could not be fetched. Start the server again, then repeat it.';

/** The script that plays a page. @throws Error with a sentence */
async function playerScript(): Promise<string> {
  const answer = await fetch(PLAYER).catch(() => null);
  if (!answer?.ok) throw new Error(UNREACHABLE);
  return answer.text();
}

/** Samples of 16 bits: half the size, and more than a hall hears. */
const shortSamples = ({ rate, channels }: Channels): PageContents['sound'] => ({
  rate,
  channels: channels.map((channel) =>
    Int16Array.from(channel, (v) => Math.round(32767 * Math.max(-1, Math.min(1, v)))),
  ),
});

async function contentsOf(piece: Piece, settings: ExportSettings): Promise<PageContents> {
  await ensureAssets(piece);
  const meshes = await meshesOf(piece);
  const skins: Record<string, Skin> = {};
  for (const { id } of piece.strands) {
    const skin = meshes.get(id);
    if (skin) skins[id] = skin;
  }
  const files: Record<string, DecodedAsset> = {};
  for (const { id } of piece.assets) {
    const file = decoded.get(id);
    // A mesh is in the forms that are made of it.
    if (file && !('mesh' in file)) files[id] = file;
  }
  const sound = settings.sound ? await filmSound(piece) : null;
  return {
    piece: withoutAssetData(piece),
    skins,
    files,
    ...sizeFor(piece, settings),
    samples: drawnSamples(settings),
    sound: sound && shortSamples(sound),
  };
}

/**
 * Exports a page that plays the piece by itself.
 * @throws Error with a sentence where it cannot be made; Ended where its forms were stopped
 */
export const exportPage = (piece: Piece, settings: ExportSettings): Promise<void> =>
  holdingAssets(piece, async () => {
    const [script, contents] = await Promise.all([playerScript(), contentsOf(piece, settings)]);
    const small = new Blob([packed(contents)]).stream().pipeThrough(new CompressionStream('gzip'));
    const data = toBase64(new Uint8Array(await new Response(small).arrayBuffer()));
    const text = new TextEncoder().encode(pageText(piece.name, script, data));
    download(`${fileStem(piece.name)}.html`, text, 'text/html');
  });
