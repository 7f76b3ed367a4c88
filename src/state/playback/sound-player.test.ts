import { beforeEach, describe, expect, it, vi } from 'vitest';
import { blankPiece, setLoop } from '@/core/piece/edit';
import type { Piece } from '@/core/piece/types';
import { usePanels } from '../panels/panels';
import { sectionBuffer } from '../assets/sounds';
import { SoundPlayer } from './sound-player';
import { useTransport } from './transport';

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

/** The browser's sound, of which only what is asked of it is known. */
class Speaker {
  static made: { loop: boolean; began: number; from: number; stopped: boolean }[] = [];
  static time = 10;
  static gain = { gain: { value: -1 }, connect: () => undefined, disconnect: vi.fn() };
  readonly destination = {};
  get currentTime() {
    return Speaker.time;
  }
  resume = () => Promise.resolve();
  createGain = () => Speaker.gain;
  createBuffer = context.createBuffer.bind(context);
  createBufferSource() {
    const source = { loop: false, began: -1, from: -1, stopped: false };
    Speaker.made.push(source);
    return Object.assign(source, {
      connect: () => undefined,
      start: (_: number, at: number) => Object.assign(source, { began: Speaker.time, from: at }),
      stop: () => (source.stopped = true),
    });
  }
}
vi.stubGlobal('AudioContext', Speaker);
vi.stubGlobal(
  'OfflineAudioContext',
  class {
    decodeAudioData = () => Promise.resolve(new Samples(1, 100, 10));
  },
);

describe('a sound along with its loop', () => {
  const silent = setLoop(blankPiece(), { frames: 20, rate: 10 });
  const sounding: Piece = {
    ...setLoop(silent, { sound: { asset: 'bell', start: 0, fade: 0 } }),
    assets: [{ id: 'bell', name: 'bell.wav', type: 'audio/wav', data: 'AAAA' }],
  };
  const player = new SoundPlayer();
  const shows = (frame: number, after: number) => {
    Speaker.time += after;
    useTransport.setState({ asked: frame });
  };

  beforeEach(() => {
    Speaker.made = [];
    useTransport.setState({ asked: 0, frame: 0 });
    usePanels.setState({ volume: 0.5, muted: false });
  });

  it('is silent where there is none', async () => {
    await new SoundPlayer().play(silent);
    await new SoundPlayer().play({ ...sounding, assets: [] });
    expect(Speaker.made).toEqual([]);
  });

  it('begins at the frame that is shown, as loud as is set, and ends with it', async () => {
    useTransport.setState({ asked: 5 });
    await player.play(sounding);
    expect(Speaker.made).toMatchObject([{ loop: true, from: 0.5 }]);
    expect(Speaker.gain.gain.value).toBe(0.5);
    usePanels.setState({ volume: 0.25 });
    expect(Speaker.gain.gain.value).toBe(0.25);
    usePanels.setState({ muted: true });
    expect(Speaker.gain.gain.value).toBe(0);
    player.stop();
    expect(Speaker.made[0]!.stopped).toBe(true);
    usePanels.setState({ muted: false });
    expect(Speaker.gain.gain.value).toBe(0);
  });

  it('begins again where it is out of step by more than a frame or two, over the seam as well', async () => {
    const other = new SoundPlayer();
    await other.play(sounding);
    shows(3, 0.35);
    shows(19, 1.6);
    // Once round: two seconds.
    shows(1, 0.2);
    expect(Speaker.made).toHaveLength(1);
    shows(8, 0.1);
    expect(Speaker.made).toHaveLength(2);
    expect(Speaker.made[1]).toMatchObject({ from: 0.8 });
    expect(Speaker.made[0]!.stopped).toBe(true);
    shows(9, 0.5);
    expect(Speaker.made).toHaveLength(3);
    other.stop();
    shows(0, 1);
    expect(Speaker.made).toHaveLength(3);
  });

  it('of what plays once is heard once; stopped before it is there, never', async () => {
    const once = new SoundPlayer();
    await once.play(setLoop(sounding, { play: 'once' }));
    expect(Speaker.made).toMatchObject([{ loop: false }]);
    once.stop();
    const late = new SoundPlayer();
    const playing = late.play(sounding);
    late.stop();
    await playing;
    expect(Speaker.made).toHaveLength(1);
  });
});
