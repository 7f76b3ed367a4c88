import type { PageContents } from '@/core/export/page';

/** What is heard of a loop, from wherever it plays. Browsers are silent until a key or a button is pressed. */
export class PageSound {
  private readonly context = new AudioContext();
  private readonly buffer: AudioBuffer;
  private source: AudioBufferSourceNode | null = null;

  constructor(
    { rate, channels }: NonNullable<PageContents['sound']>,
    private readonly isLoop: boolean,
  ) {
    this.buffer = this.context.createBuffer(channels.length, channels[0]!.length, rate);
    for (const [c, channel] of channels.entries())
      this.buffer.copyToChannel(
        Float32Array.from(channel, (v) => v / 32768),
        c,
      );
  }

  /** @param share of the loop from which it plays, 0 to 1 */
  start(share: number): void {
    this.stop();
    void this.context.resume();
    const source = this.context.createBufferSource();
    source.buffer = this.buffer;
    source.loop = this.isLoop;
    source.connect(this.context.destination);
    source.start(0, share * this.buffer.duration);
    this.source = source;
  }

  stop(): void {
    this.source?.stop();
    this.source = null;
  }

  /** The page was pressed, so the browser lets it be heard. */
  get isAllowed(): boolean {
    return this.context.state === 'running';
  }
}
