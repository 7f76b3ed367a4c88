import type { Sound } from '../sound/sound';

/** A sound cannot be imported; the message says why, for the artist. */
export class SoundError extends Error {
  override readonly name = 'SoundError';
}

export const WAV_TYPE = 'audio/wav';

export const SOUND_LIMITS = {
  /** It is kept in the piece, which has at most 64 MB itself. */
  bytes: 24 * 2 ** 20,
  seconds: 600,
  /** Samples a second. */
  rate: 192_000,
  /** Size of a sample: floats may go beyond 1, and not without end. */
  sample: 8,
} as const;

const [PCM, FLOAT, EXTENSIBLE] = [1, 3, 0xfffe];

interface WavFormat {
  tag: number;
  channels: number;
  rate: number;
  bits: number;
}

/** Reads one sample of a width in bytes, as -1 to 1. */
function reader(view: DataView, { tag, bits }: WavFormat): (at: number) => number {
  if (tag === FLOAT && bits === 32) return (at) => view.getFloat32(at, true);
  if (tag === FLOAT && bits === 64) return (at) => view.getFloat64(at, true);
  if (tag === PCM) {
    switch (bits) {
      case 8:
        return (at) => (view.getUint8(at) - 128) / 128;
      case 16:
        return (at) => view.getInt16(at, true) / 32768;
      case 24:
        return (at) => (view.getUint16(at, true) + view.getInt8(at + 2) * 65536) / 8388608;
      case 32:
        return (at) => view.getInt32(at, true) / 2147483648;
    }
  }
  throw new SoundError(`Its samples are of a kind that is not read here (${bits} bits). Save it as WAV of 16 bits.`);
}

/** Is it a RIFF file of waves? */
export function isWav(bytes: Uint8Array): boolean {
  const word = (at: number) => String.fromCharCode(...bytes.subarray(at, at + 4));
  return word(0) === 'RIFF' && word(8) === 'WAVE';
}

/** @throws SoundError where a sound is too long or has nothing in it */
export function checkLength(count: number, rate: number): void {
  if (count === 0) throw new SoundError('There is no sound in it: it has no length.');
  if (count / rate > SOUND_LIMITS.seconds)
    throw new SoundError(
      `It lasts ${Math.round(count / rate / 60)} minutes; at most ${SOUND_LIMITS.seconds / 60} ` +
        'are imported. Cut out the part that is wanted.',
    );
}

/**
 * Reads a WAV ("Multimedia Programming Interface and Data Specifications 1.0", IBM and Microsoft, 1991): whole numbers
 * of 8 to 32 bits and floats, any number of channels. A file cut short gives what is there.
 * @throws SoundError
 */
export function readWav(bytes: Uint8Array): Sound {
  if (!isWav(bytes)) throw new SoundError('It is not a WAV file.');
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let format: WavFormat | null = null;
  for (let at = 12; at + 8 <= bytes.length;) {
    const name = String.fromCharCode(...bytes.subarray(at, at + 4));
    const [from, size] = [at + 8, view.getUint32(at + 4, true)];
    const end = Math.min(from + size, bytes.length);
    if (name === 'fmt ' && end - from >= 16) {
      const tag = view.getUint16(from, true);
      format = {
        tag: tag === EXTENSIBLE && end - from >= 26 ? view.getUint16(from + 24, true) : tag,
        channels: view.getUint16(from + 2, true),
        rate: view.getUint32(from + 4, true),
        bits: view.getUint16(from + 14, true),
      };
    }
    if (name === 'data') return samplesOf(view, format, from, end);
    // Chunks begin at even places.
    at = from + size + (size % 2);
  }
  throw new SoundError('There is no sound in it: the file ends before its samples.');
}

function samplesOf(view: DataView, format: WavFormat | null, from: number, end: number): Sound {
  if (!format) throw new SoundError('It does not say what its samples are.');
  const { channels, rate, bits } = format;
  if (channels < 1 || channels > 64 || rate < 1000)
    throw new SoundError(`It says it has ${channels} channels and ${rate} samples a second, which cannot be.`);
  if (rate > SOUND_LIMITS.rate)
    throw new SoundError(
      `It has ${rate.toLocaleString('en')} samples a second; at most ` +
        `${SOUND_LIMITS.rate.toLocaleString('en')} are read.`,
    );
  const read = reader(view, format);
  const wide = bits / 8;
  const count = Math.floor((end - from) / (wide * channels));
  checkLength(count, rate);
  const samples = new Float32Array(count);
  for (let i = 0; i < count; i++) {
    let sum = 0;
    for (let c = 0; c < channels; c++) sum += read(from + wide * (i * channels + c));
    const most = SOUND_LIMITS.sample;
    samples[i] = Number.isNaN(sum) ? 0 : Math.min(most, Math.max(-most, sum / channels));
  }
  return { rate, samples };
}

/** Writes a sound of one channel as WAV of 16 bits. */
export function writeWav({ rate, samples }: Sound): Uint8Array<ArrayBuffer> {
  const bytes = new Uint8Array(44 + 2 * samples.length);
  const view = new DataView(bytes.buffer);
  const word = (at: number, text: string) => [...text].forEach((c, i) => view.setUint8(at + i, c.charCodeAt(0)));
  word(0, 'RIFF');
  view.setUint32(4, bytes.length - 8, true);
  word(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, PCM, true);
  view.setUint16(22, 1, true);
  view.setUint32(24, rate, true);
  view.setUint32(28, 2 * rate, true);
  view.setUint16(32, 2, true);
  view.setUint16(34, 16, true);
  word(36, 'data');
  view.setUint32(40, 2 * samples.length, true);
  samples.forEach((v, i) => view.setInt16(44 + 2 * i, Math.round(Math.min(Math.max(v, -1), 1) * 32767), true));
  return bytes;
}
