import { AssetStore } from '../assets/assets';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readWav, SOUND_LIMITS, writeWav } from '../formats/wav';
import type { Sound } from './sound';
import { addStep, addStrand, blankPiece, setLoop } from '../piece/edit';
import type { Piece, Value } from '../piece/types';
import { Evaluator, placeRows } from '../weave';
import { measureSeam } from '../checks/seam';
import { MADE_SOUNDS } from './made';
import { onsetsOf } from './onsets';
import { soundSection } from './section';
import { centreOf, powerBetween, powerOf, soundTrack } from './track';

const RATE = 22_050;
const sound = (seconds: number, at: (t: number) => number, rate = RATE): Sound => ({
  rate,
  samples: Float32Array.from({ length: Math.round(seconds * rate) }, (_, i) => at(i / rate)),
});
const sine =
  (frequency: number, amplitude = 1) =>
  (t: number) =>
    amplitude * Math.sin(2 * Math.PI * frequency * t);
const decibels = (power: number) => 10 * Math.log10(power);

describe('a track', () => {
  it.each([
    [60, 22_050],
    [440, 22_050],
    [3000, 44_100],
    [9000, 48_000],
  ])('of a sine of %d Hz has its level, its band and its middle', (frequency, rate) => {
    const track = soundTrack(sound(1, sine(frequency, 0.5), rate));
    // Amplitude a has the mean square a^2 / 2: 9.03 decibels below 1.
    expect(decibels(powerOf(track, 50))).toBeCloseTo(-9.03, 1);
    expect(decibels(powerBetween(track, 50, frequency / 1.5, frequency * 1.5))).toBeCloseTo(-9.03, 0);
    expect(decibels(powerBetween(track, 50, frequency * 3, frequency * 4) + 1e-12)).toBeLessThan(-50);
    expect(Math.log2(centreOf(track, 50) / frequency)).toBeCloseTo(0, 0);
    expect(track.peaks[50]).toBeCloseTo(0.5, 1);
  });

  it('adds up over its bands, whatever the sound is', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 40, max: 9000 }), fc.double({ min: 0.01, max: 0.3, noNaN: true })), {
          minLength: 1,
          maxLength: 4,
        }),
        (tones) => {
          const track = soundTrack(sound(0.3, (t) => tones.reduce((sum, [f, a]) => sum + sine(f, a)(t), 0)));
          const whole = powerBetween(track, 15, 20, 20_000);
          expect(whole).toBeCloseTo(powerOf(track, 15), 6);
        },
      ),
      { numRuns: 20 },
    );
  });

  it('of silence and of a single sample is quiet, not broken', () => {
    const silent = soundTrack(sound(0.2, () => 0));
    expect([powerOf(silent, 5), centreOf(silent, 5)]).toEqual([0, 0]);
    expect(soundTrack({ rate: 8000, samples: Float32Array.of(1) }).rows).toBe(1);
  });
});

describe('onsets', () => {
  const clicks = [0.25, 0.5, 1.1, 1.4];
  const click = (t: number) =>
    clicks.reduce((sum, at) => sum + (t >= at ? Math.exp(-60 * (t - at)) * Math.sin(9000 * (t - at)) : 0), 0);

  it('of clicks are where they are, within a frame of 30 a second', () => {
    const found = onsetsOf(soundTrack(sound(2, click)), 0.5, 0.1);
    expect(found).toHaveLength(clicks.length);
    found.forEach((o, i) => expect(Math.abs(o.seconds - clicks[i]!), `click ${i}`).toBeLessThan(1 / 30));
  });

  it('are found over a steady tone, more of them the more sensitive, and none where nothing begins', () => {
    const over = soundTrack(sound(2, (t) => 0.3 * sine(200)(t) + 0.4 * click(t)));
    const count = (sensitivity: number) => onsetsOf(over, sensitivity, 0.1).filter((o) => o.seconds > 0.1).length;
    expect(count(0.6)).toBe(clicks.length);
    expect(count(0)).toBeLessThanOrEqual(count(0.6));
    expect(onsetsOf(soundTrack(sound(1, () => 0)), 1, 0.1)).toEqual([]);
    expect(onsetsOf(soundTrack(sound(2, click)), 0.5, 0.4).length).toBe(2);
  });
});

it('a section begins where it says, and fades at its end into what comes before', () => {
  const track = soundTrack(sound(3, (t) => (t < 1 ? 0.5 : 0) * sine(500)(t)));
  const loop = { frames: 20, rate: 10, play: 'loop' as const, sound: { asset: 'a', start: 1, fade: 1 } };
  const levels = soundSection(track, loop).over((row) => powerOf(track, row));
  // It begins behind the tone, and ends in it: half way through the fade there is half of it.
  expect(levels[5]).toBeCloseTo(0, 6);
  expect(levels[15]).toBeCloseTo(0.5 * 0.125, 3);
  expect(levels[19]).toBeCloseTo(0.9 * 0.125, 3);
  expect(soundSection(track, { ...loop, play: 'once' }).over((row) => powerOf(track, row))[15]).toBeCloseTo(0, 6);
  expect(soundSection(track, loop).frameOf(1.5)).toBe(5);
  expect([soundSection(track, loop).frameOf(0.5), soundSection(track, loop).frameOf(3.2)]).toEqual([null, null]);
});

describe('signals of a sound', () => {
  const assets = new AssetStore();
  assets.set('two-tones', { track: soundTrack(sound(2, (t) => (t < 1 ? sine(100)(t) : 0.1 * sine(5000)(t)))) });
  const heard = (op: string, params: Record<string, Value> = {}, more: [string, Record<string, Value>][] = []): Piece =>
    more.reduce(
      (p, [next, values], i) => addStep(p, 's1', i + 1, next, values),
      addStrand(
        setLoop(blankPiece(), { frames: 60, rate: 30, sound: { asset: 'two-tones', start: 0, fade: 0 } }),
        'signal',
        'heard',
        op,
        { rise: 0, fall: 0, ...params },
      ),
    );
  const at = async (piece: Piece, ...frames: number[]) => {
    const evaluator = await Evaluator.make(piece, assets, [{ strand: 's1' }]);
    const rows = placeRows(frames.map((frame) => ({ phase: frame / piece.loop.frames })));
    const width = evaluator.width(0);
    return [...evaluator.run(0, rows, frames.length)].filter((_, i) => i % width === width - 1);
  };
  const close = (found: number[], wanted: number[], digits = 1) =>
    wanted.forEach((v, i) => expect(found[i]).toBeCloseTo(v, digits));

  it('say how loud it is, in decibels or as it is', async () => {
    close(await at(heard('signal.sound-level', { scale: 'amplitude' }), 15, 45), [1, 0.1], 2);
    // A tenth is 20 of 40 decibels below.
    close(await at(heard('signal.sound-level', { quietest: -40 }), 15, 45), [1, 0.5], 2);
    close(await at(heard('signal.sound-level', { measure: 'peak', scale: 'amplitude' }), 15, 45), [1, 0.1], 1);
  });

  it('say what is low and what is high in it', async () => {
    const amplitude = { scale: 'amplitude' };
    close(await at(heard('signal.sound-band', { band: 'low', ...amplitude }), 15, 45), [1, 0]);
    close(await at(heard('signal.sound-band', { band: 'high', ...amplitude }), 15, 45), [0, 0.1], 2);
    close(await at(heard('signal.sound-band', { band: 'own', low: 80, high: 125, ...amplitude }), 15, 45), [1, 0]);
    const [dull, bright] = await at(heard('signal.sound-brightness'), 15, 45);
    expect(bright! - dull!).toBeGreaterThan(0.5);
  });

  it('begin moments, which drive what moments drive', async () => {
    const since = await at(heard('signal.sound-onsets', {}, [['signal.since', {}]]), 10, 29, 40);
    expect(since[0]).toBeCloseTo(1 / 3, 1);
    expect(since[1]).toBeGreaterThan(0.8);
    expect(since[2]).toBeLessThan(0.5);
  });

  it('are 0 without a sound, and close', async () => {
    const piece = heard('signal.sound-level');
    const silent = { ...piece, loop: { ...piece.loop, sound: undefined } };
    expect(await at(silent, 0, 30)).toEqual([0, 0]);
    for (const op of ['signal.sound-level', 'signal.sound-band', 'signal.sound-brightness', 'signal.sound-onsets'])
      for (const reading of await measureSeam(heard(op), new AssetStore())) expect(reading.closes, op).toBe(true);
  });
});

describe('a WAV', () => {
  const tone = sound(0.05, sine(440, 0.5), 8000);

  it('is read as it was written', () => {
    const { rate, samples } = readWav(writeWav(tone));
    expect(rate).toBe(8000);
    samples.forEach((v, i) => expect(v).toBeCloseTo(tone.samples[i]!, 4));
  });

  /** A WAV of one frame of samples, written out by hand. */
  function wav(
    tag: number,
    bits: number,
    channels: number,
    write: (view: DataView, at: number) => void,
    extra = '',
  ): Uint8Array {
    const size = (bits / 8) * channels;
    const bytes = new Uint8Array(44 + extra.length + size);
    bytes.set(writeWav({ rate: 8000, samples: new Float32Array(1) }).subarray(0, 36));
    const view = new DataView(bytes.buffer);
    view.setUint16(20, tag, true);
    view.setUint16(22, channels, true);
    view.setUint16(34, bits, true);
    [...extra].forEach((c, i) => view.setUint8(36 + i, c.charCodeAt(0)));
    [...'data'].forEach((c, i) => view.setUint8(36 + extra.length + i, c.charCodeAt(0)));
    view.setUint32(40 + extra.length, size, true);
    write(view, 44 + extra.length);
    return bytes;
  }

  it.each([
    ['8 bits', wav(1, 8, 1, (v, at) => v.setUint8(at, 192)), 0.5],
    ['24 bits', wav(1, 24, 1, (v, at) => v.setUint8(at + 2, 0xc0)), -0.5],
    ['32 bits', wav(1, 32, 1, (v, at) => v.setInt32(at, 2 ** 30, true)), 0.5],
    ['floats', wav(3, 32, 1, (v, at) => v.setFloat32(at, 0.25, true)), 0.25],
    ['doubles', wav(3, 64, 1, (v, at) => v.setFloat64(at, 0.25, true)), 0.25],
    ['two channels', wav(1, 16, 2, (v, at) => v.setInt16(at, 16384, true)), 0.25],
    ['another chunk before it', wav(1, 16, 1, (v, at) => v.setInt16(at, 8192, true), 'LIST\x02\0\0\0hi'), 0.25],
    ['doubles without end', wav(3, 64, 1, (v, at) => v.setFloat64(at, 1e300, true)), SOUND_LIMITS.sample],
    ['infinity', wav(3, 32, 1, (v, at) => v.setFloat32(at, -Infinity, true)), -SOUND_LIMITS.sample],
    ['not a number', wav(3, 32, 1, (v, at) => v.setFloat32(at, NaN, true)), 0],
  ])('of %s', (_, bytes, wanted) => {
    expect(readWav(bytes).samples[0]).toBeCloseTo(wanted, 6);
  });

  it.each([
    ['something else', new TextEncoder().encode('ID3 a song, but not one of waves at all'), /not a WAV/],
    ['no samples', writeWav({ rate: 8000, samples: new Float32Array() }), /no length/],
    ['a file cut short', writeWav(tone).subarray(0, 30), /ends before/],
    ['strange samples', wav(1, 12, 1, () => undefined), /12 bits/],
    ['a compressed WAV', wav(85, 16, 1, () => undefined), /kind that is not read/],
    ['samples beyond every card', writeWav({ rate: 768_000, samples: tone.samples }), /at most 192,000 are read/],
    ['no channels', wav(1, 16, 0, () => undefined), /0 channels/],
    [
      'an hour',
      writeWav({ rate: 1000, samples: new Float32Array(1000 * (SOUND_LIMITS.seconds + 60)) }),
      /11 minutes; at most 10/,
    ],
  ])('refuses %s in words', (_, bytes, words) => {
    expect(() => readWav(bytes)).toThrow(words);
  });

  it('survives any bytes', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 80 }), fc.nat(60), (noise, at) => {
        const bytes = writeWav(tone).slice(0, 200);
        bytes.set(noise.subarray(0, bytes.length - at), at);
        try {
          for (const v of readWav(bytes).samples) expect(Number.isFinite(v)).toBe(true);
        } catch (error) {
          expect((error as Error).name).toBe('SoundError');
        }
      }),
    );
  });
});

describe.each(MADE_SOUNDS.map((s) => [s.name, s.make] as const))('the ready-made %s', (_, make) => {
  const { rate, samples } = make();

  it('is as loud as it may be, the same on every run, and runs into its beginning', () => {
    expect(samples).toHaveLength(8 * rate);
    const most = samples.reduce((m, v) => Math.max(m, Math.abs(v)), 0);
    expect(most).toBeGreaterThan(0.5);
    expect(most).toBeLessThanOrEqual(0.9001);
    // As bytes: going through the numbers one by one takes a second a sound.
    expect(Buffer.from(make().samples.buffer).equals(Buffer.from(samples.buffer))).toBe(true);
    // Over the seam it goes on no further than it does anywhere from one sample to the next.
    const widest = samples.reduce((m, v, i) => (i > 0 ? Math.max(m, Math.abs(v - samples[i - 1]!)) : m), 0);
    expect(Math.abs(samples[0]! - samples.at(-1)!)).toBeLessThanOrEqual(1.01 * widest);
  });
});

it('the strokes of the bell are found where it is struck, over the choir too', () => {
  const triggered = [0, 2, 4, 5, 6, 7];
  for (const id of ['bell', 'bell-hours']) {
    const found = onsetsOf(soundTrack(MADE_SOUNDS.find((s) => s.id === id)!.make()), 0.6, 0.4);
    expect(found).toHaveLength(triggered.length);
    found.forEach((o, i) => expect(Math.abs(o.seconds - triggered[i]!)).toBeLessThan(1 / 30));
  }
});
