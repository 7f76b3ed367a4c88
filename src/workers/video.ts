import {
  canEncodeVideo,
  Mp4OutputFormat,
  Output,
  StreamTarget,
  VideoSample,
  VideoSampleSource,
  WebMOutputFormat,
  type StreamTargetChunk,
  type VideoCodec,
} from 'mediabunny';
import { premultiply } from '@/core/export/pictures';
import { filmPlanes, type FilmRange } from '@/core/formats/film-planes';
import { dropMp4Times } from '@/core/formats/mp4-times';
import { NoRoom, type FileSink } from './file-sink';
import type { FilmJob, VideoFormat } from './job';

const CODECS: Record<VideoFormat, VideoCodec> = { webm: 'vp9', mp4: 'avc' };
const NAMES: Record<VideoFormat, string> = { webm: 'VP9', mp4: 'H.264' };
const KEYFRAME_SECONDS = 1;

/** What `filmPlanes` makes: see there. */
const coloursOf = (range: FilmRange): VideoColorSpaceInit => ({
  primaries: 'bt709',
  transfer: 'iec61966-2-1',
  matrix: 'bt709',
  fullRange: range === 'full',
});

/** H.264 takes even sizes only; the last column or row is left out where there is one too many. */
export const writtenSize = (format: VideoFormat, side: number) => (format === 'mp4' ? side - (side % 2) : side);

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
export async function canWrite(format: VideoFormat, width: number, height: number): Promise<boolean> {
  return canEncodeVideo(CODECS[format], { width: writtenSize(format, width), height: writtenSize(format, height) });
}

/** Writes a film of exactly the frames it is given, each 1 / rate seconds long. */
export class VideoWriter {
  private constructor(
    private readonly job: FilmJob,
    private readonly output: Output,
    private readonly sink: FileSink,
    private readonly source: VideoSampleSource,
    private readonly written: { noRoom: NoRoom | null },
  ) {}

  /** @throws with a sentence for the artist where the browser cannot encode this. */
  static async open(job: FilmJob, sink: FileSink): Promise<VideoWriter> {
    const { format, width, height, rate } = job;
    if (!(await canWrite(format, width, height))) {
      throw new Error(
        `This browser cannot encode ${NAMES[format]} at ${width} x ${height}. ` +
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
      codec: CODECS[format],
      bitrate: videoBitrate(job),
      keyFrameInterval: KEYFRAME_SECONDS,
    });
    output.addVideoTrack(source, { frameRate: rate, maximumPacketCount: job.frames });
    await output.start();
    return new VideoWriter(job, output, sink, source, writer);
  }

  /** @param index counted from 0, in the film */
  async add(pixels: Uint8ClampedArray<ArrayBuffer>, index: number): Promise<void> {
    const { format, width, height, rate, range } = this.job;
    const size = { width: writtenSize(format, width), height: writtenSize(format, height) };
    // A film has no opacity: what is open is over black.
    premultiply(pixels, 255);
    const planes = filmPlanes(cropped(pixels, width, size), size.width, size.height, range);
    const sample = new VideoSample(planes, {
      format: 'I420',
      colorSpace: coloursOf(range),
      codedWidth: size.width,
      codedHeight: size.height,
      timestamp: index / rate,
      duration: 1 / rate,
    });
    try {
      await this.source.add(sample);
    } catch {
      throw this.failure(index);
    } finally {
      sample.close();
    }
  }

  /** What is said where the encoder gives up; its own message is about its inside. */
  private failure(index: number): Error {
    if (this.written.noRoom) return this.written.noRoom;
    return new Error(
      `The ${NAMES[this.job.format]} encoder of this browser failed at frame ${index + 1} of ${this.job.frames}, so ` +
        'no file was written. Export it again, or take the frames or a smaller picture.',
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
