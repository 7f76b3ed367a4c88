import { fromBase64 } from '@/core/formats/base64';
import { checkLength, isWav, SOUND_LIMITS, SoundError, WAV_TYPE } from '@/core/formats/wav';
import { MADE_SOUNDS } from '@/core/sound/made';
import type { Channels } from '@/core/sound/sound';
import { own } from '@/core/own';
import type { Asset, Loop } from '@/core/piece/types';
import { makeSound, readSoundData, readSoundFile } from '@/workers/reading';
import { addAsset, type AssetKind } from './asset-kind';

/** Media types by the endings of files that browsers decode. */
const SOUND_TYPES: Record<string, string> = {
  wav: WAV_TYPE,
  mp3: 'audio/mpeg',
  ogg: 'audio/ogg',
  flac: 'audio/flac',
  m4a: 'audio/mp4',
};

export const SOUND_ENDINGS = Object.keys(SOUND_TYPES).map((e) => `.${e}`);

/** Samples a second to which the browser decodes. */
const SAMPLES_PER_SECOND = 44_100;

/** What the browser makes of a file, its channels apart. @throws SoundError */
export async function decodeSound(bytes: Uint8Array<ArrayBuffer>): Promise<AudioBuffer> {
  try {
    // The buffer that is decoded is taken away.
    return await new OfflineAudioContext(1, 1, SAMPLES_PER_SECOND).decodeAudioData(bytes.slice().buffer);
  } catch {
    throw new SoundError('This browser cannot decode it. Save it as WAV.');
  }
}

/** The part of a sound that a loop hears, fading at its end into what comes before its beginning. */
export function sectionBuffer(context_: BaseAudioContext, whole: AudioBuffer, loop: Loop): AudioBuffer {
  const { start, fade } = loop.sound!;
  const rate = whole.sampleRate;
  const count = Math.max(1, Math.round((loop.frames / loop.rate) * rate));
  const fading = loop.play === 'once' ? 0 : Math.min(count, Math.round(fade * rate));
  const first = Math.round(start * rate);
  const section = context_.createBuffer(whole.numberOfChannels, count, rate);
  for (let c = 0; c < whole.numberOfChannels; c++) {
    const [from, to] = [whole.getChannelData(c), section.getChannelData(c)];
    to.set(from.subarray(first, first + count));
    for (let i = count - fading; i < count; i++) {
      const share = (i - (count - fading)) / fading;
      to[i] = to[i]! * (1 - share) + (from[first + i - count] ?? 0) * share;
    }
  }
  return section;
}

/** A sound that is no WAV, decoded; null for a WAV, which is read in the thread. */
async function decodedUnlessWav(bytes: Uint8Array<ArrayBuffer>): Promise<Channels | null> {
  if (isWav(bytes)) return null;
  const buffer = await decodeSound(bytes);
  checkLength(buffer.length, buffer.sampleRate);
  const channels = Array.from({ length: buffer.numberOfChannels }, (_, c) => buffer.getChannelData(c));
  return { rate: buffer.sampleRate, channels };
}

/**
 * Takes a sound in: reads it, works out what signals follow of it, and makes it an asset of a piece.
 * @throws SoundError in words, or Ended where the signal said so
 */
export async function importSound(
  file: File,
  signal?: AbortSignal,
  progress: (part: number) => void = () => undefined,
): Promise<Asset> {
  const type = own(SOUND_TYPES, file.name.split('.').pop()!.toLowerCase());
  if (!type) throw new SoundError(`Sounds come from files that end in ${SOUND_ENDINGS.join(', ')}.`);
  if (file.size > SOUND_LIMITS.bytes)
    throw new SoundError(
      `It has ${Math.round(file.size / 2 ** 20)} MB; at most ${SOUND_LIMITS.bytes / 2 ** 20} MB are imported.`,
    );
  const decoded = await decodedUnlessWav(new Uint8Array(await file.arrayBuffer()));
  const { track, id, data } = await readSoundFile(file, decoded, progress, signal);
  await addAsset(id, { track });
  return { id, name: file.name.slice(0, 80), type, data };
}

/** One of the ready-made sounds as a file. */
export async function madeSoundFile(id: string): Promise<File> {
  const { name } = MADE_SOUNDS.find((s) => s.id === id)!;
  return new File([await makeSound(id)], `${name}.wav`);
}

export const SOUNDS: AssetKind = {
  name: 'sound',
  instead: 'What follows it stays at 0.',
  holds: (asset) => asset.type.startsWith('audio/'),
  decode: async ({ data }) => ({ track: await readSoundData(data, await decodedUnlessWav(fromBase64(data))) }),
};
