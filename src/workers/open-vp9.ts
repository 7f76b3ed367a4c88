import { CustomVideoEncoder, EncodedPacket, registerEncoder, type VideoCodec, type VideoSample } from 'mediabunny';

/** Frames that an encoder may hold before the next one waits. */
const MAX_HELD = 4;
/** The byte of no difference in the planes of a grey picture. */
const GREY = 128;

interface ColourPacket {
  chunk: EncodedVideoChunk;
  meta: EncodedVideoChunkMetadata | undefined;
}

/**
 * VP9 with opacity: a second film in grey, packet by packet beside the colour (WebM Project, "Alpha channel support",
 * BlockAdditional 1). Samples are I420A. The library has a way of its own, whose worker does not survive bundling.
 */
class OpenVp9 extends CustomVideoEncoder {
  static override supports = (codec: VideoCodec, { alpha }: VideoEncoderConfig): boolean =>
    codec === 'vp9' && alpha === 'keep';

  private colour!: VideoEncoder;
  private opacity!: VideoEncoder;
  /** Opacities of the frames whose colour is not encoded yet, and colours of those whose opacity is not. */
  private readonly opacities: VideoFrame[] = [];
  private readonly colours: ColourPacket[] = [];

  init(): void {
    // Neither of the two may leave a frame out.
    const config: VideoEncoderConfig = { ...this.config, alpha: 'discard', latencyMode: 'quality' };
    const error = (reason: DOMException) => this.onError(reason);
    this.colour = new VideoEncoder({ output: (chunk, meta) => this.encodeOpacity(chunk, meta), error });
    this.opacity = new VideoEncoder({ output: (chunk) => this.pair(chunk), error });
    this.colour.configure(config);
    this.opacity.configure(config);
  }

  /** The opacity is encoded after its colour: where a player may begin in one of them, it may begin in the other. */
  private encodeOpacity(chunk: EncodedVideoChunk, meta: EncodedVideoChunkMetadata | undefined): void {
    this.colours.push({ chunk, meta });
    const frame = this.opacities.shift()!;
    this.opacity.encode(frame, { keyFrame: chunk.type === 'key' });
    frame.close();
  }

  private pair(opacity: EncodedVideoChunk): void {
    const { chunk, meta } = this.colours.shift()!;
    const alpha = new Uint8Array(opacity.byteLength);
    opacity.copyTo(alpha);
    this.onPacket(EncodedPacket.fromEncodedChunk(chunk, { alpha }), meta);
  }

  async encode(sample: VideoSample, options: VideoEncoderEncodeOptions): Promise<void> {
    const { codedWidth, codedHeight, microsecondTimestamp, microsecondDuration } = sample;
    const planes = new Uint8Array(sample.allocationSize());
    await sample.copyTo(planes);
    const pixels = codedWidth * codedHeight;
    const opacity = planes.slice(0, planes.length - pixels).fill(GREY);
    opacity.set(planes.subarray(planes.length - pixels));
    const frameOf = (data: Uint8Array<ArrayBuffer>, colorSpace: VideoColorSpaceInit) =>
      new VideoFrame(data, {
        ...{ format: 'I420', codedWidth, codedHeight, colorSpace },
        timestamp: microsecondTimestamp,
        duration: microsecondDuration,
      });
    const colour = frameOf(planes.subarray(0, opacity.length), sample.colorSpace.toJSON());
    this.opacities.push(frameOf(opacity, { ...sample.colorSpace.toJSON(), fullRange: true }));
    this.colour.encode(colour, options);
    colour.close();
    for (const encoder of [this.colour, this.opacity])
      if (encoder.encodeQueueSize >= MAX_HELD)
        await new Promise((done) => encoder.addEventListener('dequeue', done, { once: true }));
  }

  async flush(): Promise<void> {
    await this.colour.flush();
    await this.opacity.flush();
  }

  close(): void {
    for (const encoder of [this.colour, this.opacity]) if (encoder.state !== 'closed') encoder.close();
    for (const frame of this.opacities.splice(0)) frame.close();
  }
}

/** Has films that keep their opacity encoded here. */
export const encodeOpenVp9 = (): void => registerEncoder(OpenVp9);
