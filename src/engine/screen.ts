import { makeRenderer } from './card/renderer';
import { CompiledParts } from './compiled';

/** A canvas that a running picture is drawn on, with its renderer and what that has compiled. */
export class Screen {
  readonly canvas = document.createElement('canvas');
  readonly renderer = makeRenderer(this.canvas);
  compiled = new CompiledParts();

  /** The graphics card was lost, and all programs with it. */
  lost(): void {
    this.compiled = new CompiledParts();
  }

  /** Shows nothing. */
  clear(): void {
    this.renderer.setRenderTarget(null);
    this.renderer.setSize(2, 2, false);
    this.renderer.clear();
  }

  dispose(): void {
    this.compiled.dispose();
    this.renderer.dispose();
  }
}

/** The screen that was released last. */
let waiting: Screen | null = null;

/**
 * The screen that was in use last, where it is free, so that going to the rehearsal, or back to a piece, compiles
 * nothing; else another one.
 * @throws NoGraphics
 */
export function takeScreen(): Screen {
  const known = waiting;
  waiting = null;
  if (known && !known.renderer.getContext().isContextLost()) return known;
  known?.dispose();
  return new Screen();
}

/** Makes the screen that will be needed. */
export function prepareScreen(): void {
  try {
    waiting ??= new Screen();
  } catch {
    // Who takes one is told.
  }
}

/** Has a screen wait for who needs one next. */
export function releaseScreen(screen: Screen): void {
  waiting?.dispose();
  screen.clear();
  screen.canvas.remove();
  waiting = screen;
}
