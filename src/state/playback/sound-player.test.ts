import { expect, it } from 'vitest';
import { sectionBuffer } from './sound-player';

/** Samples as the browser holds them. */
class Samples {
  readonly channels: Float32Array[];
  constructor(
    readonly numberOfChannels: number,
    readonly length: number,
    readonly sampleRate: number,
  ) {
    this.channels = Array.from({ length: numberOfChannels }, () => new Float32Array(length));
  }
  getChannelData = (channel: number) => this.channels[channel]!;
}

const context = {
  createBuffer: (channels: number, length: number, rate: number) => new Samples(channels, length, rate),
} as unknown as BaseAudioContext;

function section(start: number, fade: number, play: 'loop' | 'once' = 'loop'): number[] {
  const whole = new Samples(2, 100, 10);
  for (const channel of whole.channels) channel.forEach((_, i) => (channel[i] = i));
  const loop = { frames: 20, rate: 10, play, sound: { asset: 'a', start, fade } };
  const heard = sectionBuffer(context, whole as unknown as AudioBuffer, loop);
  expect(heard.numberOfChannels).toBe(2);
  expect([...heard.getChannelData(1)]).toEqual([...heard.getChannelData(0)]);
  return [...heard.getChannelData(0)];
}

it('is the part of the sound that the loop hears', () => {
  expect(section(3, 0)).toEqual(Array.from({ length: 20 }, (_, i) => 30 + i));
  // Behind the end of the sound there is nothing.
  expect(section(9, 0).slice(8, 12)).toEqual([98, 99, 0, 0]);
});

it('fades at its end into what comes before its beginning, and so runs into it', () => {
  const faded = section(3, 1);
  expect(faded.slice(0, 11)).toEqual(Array.from({ length: 11 }, (_, i) => 30 + i));
  // The last sample is nine tenths of what lies just before the beginning, and the next one is that beginning.
  expect(faded[19]).toBeCloseTo(0.1 * 49 + 0.9 * 29, 4);
  expect(section(3, 1, 'once')[19]).toBe(49);
});
