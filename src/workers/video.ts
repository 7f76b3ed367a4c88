import {
  canEncodeVideo,
  Mp4OutputFormat,
  Output,
  StreamTarget,
  VideoSample,
  VideoSampleSource,
  WebMOutputFormat,
  type StreamTargetChunk,
} from 'mediabunny';
import { CODEC_NAMES, writtenSide, type FilmCodec } from '@/core/export/films';
import { premultiply, toMatte } from '@/core/export/pictures';
import { filmPlanes, type FilmRange } from '@/core/formats/film-planes';
import { dropMp4Times } from '@/core/formats/mp4-times';
import { NoRoom, type FileSink } from './file-sink';
import { FilmSound } from './film-sound';
import type { FilmJob } from './job';
import { encodeOpenVp9 } from './open-vp9';

encodeOpenVp9();

const KEYFRAME_SECONDS = 1;

/** What `filmPlanes` makes: see there. */
const coloursOf = (range: FilmRange): VideoColorSpaceInit => ({
  primaries: 'bt709',
  transfer: 'iec61966-2-1',
  matrix: 'bt709',
  fullRange: range === 'full',
});

/** RGBA rows without what is too much at their right and at the bottom. */
export function cropped(
  pixels: Uint8ClampedArray<ArrayBuffer>,
  width: number,
  to: { width: number; height: number },
): Uint8ClampedArray<ArrayBuffer> {
  if (pixels.length === 4 * to.width * to.height) return pixels;
  const out = new Uint8ClampedArray(4 * to.width * to.height);
  for (let y = 0; y < to.height; y++)
    out.set(pixels.subarray(4 * y * width, 4 * (y * width + to.width)), 4 * y * to.width);
  return out;
}

/** Bits a second: noise is hard to compress, and small pictures have more of it for each pixel. */
export const videoBitrate = ({ width, height, rate, bitsPerPixel }: Omit<FilmJob, 'kind'>): number =>
  Math.round(Math.min(200e6, Math.max(8e6 * bitsPerPixel, width * height * rate * bitsPerPixel)));

/** Can this browser encode such a film? */
export const canWrite = (codec: FilmCodec, width: number, height: number): Promise<boolean> =>
  canEncodeVideo(codec, { width: writtenSide(codec, width), height: writtenSide(codec, height) });

/** Writes a film of exactly the frames it is given, each 1 / rate seconds long. */
export class VideoWriter {
  private constructor(
    private readonly job: FilmJob,
    private readonly output: Output,
    private readonly sink: FileSink,
    private readonly source: VideoSampleSource,
    private readonly sound: FilmSound | null,
    private readonly written: { noRoom: NoRoom | null },
  ) {}

  /** @throws with a sentence for the artist where the browser cannot encode this. */
  static async open(job: FilmJob, sink: FileSink): Promise<VideoWriter> {
    const { format, codec, width, height, rate } = job;
    if (!(await canWrite(codec, width, height))) {
      throw new Error(
        `This browser cannot encode ${CODEC_NAMES[codec]} at ${width} x ${height}. ` +
          'Take the frames instead, or a smaller picture.',
      );
    }
    const writer = { noRoom: null as NoRoom | null };
    const written = new WritableStream<StreamTargetChunk>({
      write: ({ data, position }) => {
        try {
          sink.write(new Uint8Array(data), position);
        } catch (error) {
          if (error instanceof NoRoom) writer.noRoom = error;
          throw error;
        }
      },
    });
    const output = new Output({
      // Players may begin before they have all of it: what says where things are comes first.
      format: format === 'webm' ? new WebMOutputFormat() : new Mp4OutputFormat({ fastStart: 'reserve' }),
      target: new StreamTarget(written),
    });
    const source = new VideoSampleSource({
      codec,
      bitrate: videoBitrate(job),
      keyFrameInterval: KEYFRAME_SECONDS,
      alpha: job.shows === 'open' ? 'keep' : 'discard',
    });
    output.addVideoTrack(source, { frameRate: rate, maximumPacketCount: job.frames });
    const sound = await FilmSound.open(job, output);
    await output.start();
    return new VideoWriter(job, output, sink, source, sound, writer);
  }

  /**
   * @param index counted from 0, in the film
   * @param frame counted from 0, in the loop
   */
  async add(pixels: Uint8ClampedArray<ArrayBuffer>, index: number, frame: number): Promise<void> {
    const { codec, width, height, rate, range, shows } = this.job;
    const size = { width: writtenSide(codec, width), height: writtenSide(codec, height) };
    if (shows === 'flat') premultiply(pixels, 255);
    if (shows === 'matte') toMatte(pixels);
    const withOpacity = shows === 'open';
    const planes = filmPlanes(cropped(pixels, width, size), size.width, size.height, { range, withOpacity });
    const sample = new VideoSample(planes, {
      format: withOpacity ? 'I420A' : 'I420',
      colorSpace: coloursOf(range),
      codedWidth: size.width,
      codedHeight: size.height,
      timestamp: index / rate,
      duration: 1 / rate,
    });
    try {
      await this.source.add(sample);
      await this.sound?.add(index, frame);
    } catch {
      throw this.failure(index);
    } finally {
      sample.close();
    }
  }

  /** What is said where the encoder gives up; its own message is about its inside. */
  private failure(index: number): Error {
    if (this.written.noRoom) return this.written.noRoom;
    const { codec, frames } = this.job;
    return new Error(
      `The ${CODEC_NAMES[codec]} encoder of this browser failed at frame ${index + 1} of ${frames}, so no file was ` +
        'written. Export it again, or take the frames or a smaller picture.',
    );
  }

  async finish(): Promise<Blob> {
    try {
      await this.output.finalize();
    } catch {
      throw this.failure(this.job.frames - 1);
    }
    if (this.job.format === 'mp4') dropMp4Times(this.sink);
    return this.sink.finish();
  }
}
