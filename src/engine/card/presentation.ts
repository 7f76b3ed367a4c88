import { programsBegun } from './programs';
import type * as THREE from 'three';

/**
 * A frame on its way to the canvas. A page that takes a canvas waits for all that its card was asked for, so nothing is
 * asked between a frame that is drawn and the moment when the page takes it; and nothing is drawn with programs that
 * are not made.
 */
export class Presentation {
  /** A frame is drawn, and not on the canvas yet. */
  isDrawn = false;
  /** A frame is on the canvas, and the page has not taken it yet. */
  private isPresented = false;
  private made = (): boolean => true;
  private isEnded = false;
  private readonly waiting: (() => void)[] = [];
  private later: ReturnType<typeof setTimeout> | undefined;

  /** Are the programs there with which the next frame is drawn? */
  get isReady(): boolean {
    return this.made();
  }

  /** Something was made whose programs are not begun yet: nothing is drawn until they are. */
  hold(): void {
    this.made = () => false;
  }

  /** Programs were begun that the next frame is drawn with. */
  begun(renderer: THREE.WebGLRenderer): void {
    this.made = programsBegun(renderer);
  }

  /** The frame goes onto the canvas. @param taken is called once the page has taken it */
  present(put: () => void, taken: () => void): void {
    this.isDrawn = false;
    this.isPresented = true;
    put();
    this.later = setTimeout(() => {
      this.isPresented = false;
      taken();
    });
  }

  /** Waits until nothing is about to be shown and the programs are there. */
  readonly whenFree = async (): Promise<void> => {
    while (!this.isEnded && (this.isDrawn || this.isPresented || !this.isReady))
      await new Promise<void>((resolve) => this.waiting.push(resolve));
  };

  /** Lets those look again who wait. */
  free(): void {
    for (const go of this.waiting.splice(0)) go();
  }

  /** The card was lost, and with it what was drawn and begun. */
  lost(): void {
    this.isDrawn = false;
    this.made = () => true;
    this.free();
  }

  end(): void {
    this.isEnded = true;
    clearTimeout(this.later);
    this.free();
  }
}
