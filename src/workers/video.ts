import {
  BufferTarget,
  canEncodeVideo,
  Mp4OutputFormat,
  Output,
  VideoSample,
  VideoSampleSource,
  WebMOutputFormat,
  type VideoCodec,
} from 'mediabunny';
import { filmPlanes } from '@/core/formats/film-planes';
import { dropMp4Times } from '@/core/formats/mp4-times';
import type { Job, VideoFormat } from './job';

const CODECS: Record<VideoFormat, VideoCodec> = { webm: 'vp9', mp4: 'avc' };
const NAMES: Record<VideoFormat, string> = { webm: 'VP9', mp4: 'H.264' };
/** Bits for each pixel and frame: high, since noise is hard to compress and this goes on a stage. */
const BITS_PER_PIXEL = 0.25;
const KEYFRAME_SECONDS = 1;

/** What `filmPlanes` makes: see there. */
const COLOURS: VideoColorSpaceInit = {
  primaries: 'bt709',
  transfer: 'iec61966-2-1',
  matrix: 'bt709',
  fullRange: false,
};

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

export function videoBitrate(width: number, height: number, rate: number): number {
  return Math.round(Math.min(80e6, Math.max(2e6, width * height * rate * BITS_PER_PIXEL)));
}

/** Can this browser encode such a film? */
export async function canWrite(format: VideoFormat, width: number, height: number): Promise<boolean> {
  return canEncodeVideo(CODECS[format], { width: writtenSize(format, width), height: writtenSize(format, height) });
}

/** Writes a film of exactly the frames it is given, each 1 / rate seconds long. */
export class VideoWriter {
  private constructor(
    private readonly format: VideoFormat,
    private readonly job: Job,
    private readonly output: Output,
    private readonly target: BufferTarget,
    private readonly source: VideoSampleSource,
  ) {}

  static async open(format: VideoFormat, job: Job): Promise<VideoWriter> {
    if (!(await canWrite(format, job.width, job.height))) {
      throw new Error(
        `This browser cannot encode ${NAMES[format]} at ${job.width} x ` +
          `${job.height}. Take the PNG frames instead, or a smaller picture.`,
      );
    }
    const target = new BufferTarget();
    const output = new Output({
      format: format === 'webm' ? new WebMOutputFormat() : new Mp4OutputFormat({ fastStart: 'in-memory' }),
      target,
    });
    const source = new VideoSampleSource({
      codec: CODECS[format],
      bitrate: videoBitrate(job.width, job.height, job.rate),
      keyFrameInterval: KEYFRAME_SECONDS,
    });
    output.addVideoTrack(source, { frameRate: job.rate });
    await output.start();
    return new VideoWriter(format, job, output, target, source);
  }

  async add(pixels: Uint8ClampedArray<ArrayBuffer>, frame: number): Promise<void> {
    const { width, height, rate } = this.job;
    const size = { width: writtenSize(this.format, width), height: writtenSize(this.format, height) };
    const sample = new VideoSample(filmPlanes(cropped(pixels, width, size), size.width, size.height), {
      format: 'I420',
      colorSpace: COLOURS,
      codedWidth: size.width,
      codedHeight: size.height,
      timestamp: frame / rate,
      duration: 1 / rate,
    });
    try {
      await this.source.add(sample);
    } catch {
      throw this.failure(frame);
    } finally {
      sample.close();
    }
  }

  /** What is said where the encoder gives up; its own message is about its inside. */
  private failure(frame: number): Error {
    return new Error(
      `The ${NAMES[this.format]} encoder of this browser failed at frame ${frame + 1} of ${this.job.frames}, so no ` +
        'file was written. Export it again, or take the PNG frames or a smaller picture.',
    );
  }

  async finish(): Promise<Uint8Array<ArrayBuffer>> {
    try {
      await this.output.finalize();
    } catch {
      throw this.failure(this.job.frames - 1);
    }
    const bytes = new Uint8Array(this.target.buffer!);
    if (this.format === 'mp4') dropMp4Times(bytes);
    return bytes;
  }
}
