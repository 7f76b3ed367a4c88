import { fromBase64 } from '@/core/formats/base64';
import type { Channels } from '@/core/sound/sound';
import type { Piece } from '@/core/piece/types';
import { decodeSound, sectionBuffer } from './sounds';

/** Samples a second that every encoder of sound takes. */
const FILM_SAMPLES_PER_SECOND = 48_000;

/** What is heard over the loop of a piece, for a film of it; null where it has no sound. @throws SoundError */
export async function filmSound({ loop, assets }: Piece): Promise<Channels | null> {
  const asset = assets.find((a) => a.id === loop.sound?.asset);
  if (!asset) return null;
  const whole = await decodeSound(fromBase64(asset.data));
  const length = Math.round((loop.frames / loop.rate) * FILM_SAMPLES_PER_SECOND);
  const context = new OfflineAudioContext(whole.numberOfChannels, length, FILM_SAMPLES_PER_SECOND);
  const source = context.createBufferSource();
  source.buffer = sectionBuffer(context, whole, loop);
  // What is asked for beyond its end is its beginning, so that the seam is as smooth as all else.
  source.loop = loop.play === 'loop';
  source.connect(context.destination);
  source.start();
  const heard = await context.startRendering();
  const channels = Array.from({ length: heard.numberOfChannels }, (_, c) => heard.getChannelData(c));
  return { rate: FILM_SAMPLES_PER_SECOND, channels };
}
