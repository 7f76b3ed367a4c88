import { fromBase64 } from '@/core/formats/base64';
import type { Loop, Piece } from '@/core/piece/types';
import { Recent } from '@/core/recent';
import { usePanels } from '../panels/panels';
import { decodeSound, sectionBuffer } from '../assets/sounds';
import { useTransport } from './transport';

/** Sounds decoded lately, by the ids of their assets: a long one takes much memory. */
const decoded = new Recent<Promise<AudioBuffer>>(2);

let context: AudioContext | null = null;

/** Plays the sound of a piece along with its loop. */
export class SoundPlayer {
  private source: AudioBufferSourceNode | null = null;
  private gain: GainNode | null = null;
  /** Time of the context at which the loop's first frame was, or would have been, heard. */
  private began = 0;
  private ended = false;
  private stopListening: () => void = () => undefined;

  /** Begins at the frame that is shown. */
  async play(piece: Piece): Promise<void> {
    const { loop } = piece;
    const asset = piece.assets.find((a) => a.id === loop.sound?.asset);
    if (!asset) return;
    context ??= new AudioContext();
    const whole = await (decoded.get(asset.id) ?? decoded.put(asset.id, decodeSound(fromBase64(asset.data))));
    await context.resume();
    if (this.ended) return;
    this.gain = context.createGain();
    this.gain.connect(context.destination);
    const loud = () => {
      const { volume, muted } = usePanels.getState();
      this.gain!.gain.value = muted ? 0 : volume;
    };
    loud();
    const stops = [usePanels.subscribe(loud), useTransport.subscribe(() => this.keepInStep(loop))];
    this.stopListening = () => stops.forEach((stop) => stop());
    this.begin(sectionBuffer(context, whole, loop), loop);
  }

  stop(): void {
    this.ended = true;
    this.stopListening();
    this.source?.stop();
    this.gain?.disconnect();
  }

  private begin(section: AudioBuffer, loop: Loop): void {
    const at = useTransport.getState().asked / loop.rate;
    this.source?.stop();
    this.source = context!.createBufferSource();
    this.source.buffer = section;
    this.source.loop = loop.play !== 'once';
    this.source.connect(this.gain!);
    this.source.start(0, at);
    this.began = context!.currentTime - at;
  }

  /** Begins again where it has gone out of step with the clock by more than a frame. */
  private keepInStep(loop: Loop): void {
    const section = this.source?.buffer;
    if (!section) return;
    const length = loop.frames / loop.rate;
    const played = context!.currentTime - this.began;
    const off = played - useTransport.getState().asked / loop.rate;
    // A frame is shown for its whole time, so what is heard lies up to one frame behind its beginning.
    const around = off - length * Math.round(off / length);
    if (around < -1 / loop.rate || around > 2 / loop.rate) this.begin(section, loop);
  }
}
