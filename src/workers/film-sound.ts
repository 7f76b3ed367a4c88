import { AudioSample, AudioSampleSource, canEncodeAudio, type Output } from 'mediabunny';
import { FILM_FILES } from '@/core/export/films';
import type { FilmJob } from './job';

/** Bits a second. */
const SOUND_BITRATE = 192_000;
/** Seconds of the shortest packets that encoders make. */
const PACKET_SECONDS = 0.02;
/** Packets that an encoder may add at the beginning and the end. */
const EXTRA_PACKETS = 64;

/** The sound of a film, written frame by frame along with its pictures. */
export class FilmSound {
  private constructor(
    private readonly source: AudioSampleSource,
    private readonly job: FilmJob,
  ) {}

  /** Adds a track to a film that has not begun. @throws with a sentence where the browser cannot encode it */
  static async open(job: FilmJob, output: Output): Promise<FilmSound | null> {
    if (!job.sound) return null;
    const { name, sounds } = FILM_FILES[job.format];
    const config = { numberOfChannels: job.sound.channels.length, sampleRate: job.sound.rate, bitrate: SOUND_BITRATE };
    for (const codec of sounds) {
      if (!(await canEncodeAudio(codec, config))) continue;
      const source = new AudioSampleSource({ codec, bitrate: SOUND_BITRATE });
      const seconds = job.frames / job.rate;
      output.addAudioTrack(source, { maximumPacketCount: Math.ceil(seconds / PACKET_SECONDS) + EXTRA_PACKETS });
      return new FilmSound(source, job);
    }
    throw new Error(`This browser cannot encode the sound of a ${name}. Export it without its sound.`);
  }

  /**
   * Adds what is heard during a frame.
   * @param index counted from 0, in the film
   * @param frame counted from 0, in the loop
   */
  async add(index: number, frame: number): Promise<void> {
    const { rate, frames, held } = this.job;
    const { rate: sampleRate, channels } = this.job.sound!;
    const [first, end] = [frame, frame + 1].map((f) => Math.round((f / rate) * sampleRate)) as [number, number];
    const count = end - first;
    const data = new Float32Array(count * channels.length);
    if (index < frames - held)
      for (const [c, channel] of channels.entries()) data.set(channel.subarray(first, end), c * count);
    const timestamp = Math.round((index / rate) * sampleRate) / sampleRate;
    const sample = new AudioSample({
      data,
      format: 'f32-planar',
      numberOfChannels: channels.length,
      sampleRate,
      timestamp,
    });
    try {
      await this.source.add(sample);
    } finally {
      sample.close();
    }
  }
}
