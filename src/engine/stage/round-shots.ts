import type * as THREE from 'three';
import type { Shot } from '../card/shot';
import type { ShotSize } from './stage-shot';

/** Bytes of the graphics card for pictures of stages along the loop. */
const MAX_SHOT_BYTES = 128e6;

/** Bytes of a pixel: light in half floats and a distance. */
const BYTES_PER_PIXEL = 12;

const bytesOf = ({ width, height, samples }: ShotSize) => width * height * BYTES_PER_PIXEL * (1 + samples);

/**
 * Pictures of stages along the loop, while a memory goes through it more than once: a stage repeats, so what there is
 * room for is shot in the first round alone.
 */
export class RoundShots<Of extends ShotSize> {
  private readonly kept = new Map<string, { shot: Shot; subject: Of }>();
  private bytes = 0;

  /** @param same whether pictures of two are alike at the same phase */
  constructor(private readonly same: (a: Of, b: Of) => boolean) {}

  /** The picture under a key, where it was kept of just this; one of something else is dropped. */
  find(key: string, of: Of): Shot | undefined {
    const known = this.kept.get(key);
    if (!known || this.same(known.subject, of)) return known?.shot;
    this.drop(key);
    return undefined;
  }

  /** A target for a picture that is to be kept, where there is room for it. */
  room(subject: Of, make: (size: ShotSize) => THREE.WebGLRenderTarget): THREE.WebGLRenderTarget | null {
    return this.bytes + bytesOf(subject) > MAX_SHOT_BYTES ? null : make(subject);
  }

  /** Keeps a picture that there was room for. */
  keep(key: string, shot: Shot, subject: Of): void {
    this.drop(key);
    this.kept.set(key, { shot, subject });
    this.bytes += bytesOf(subject);
  }

  holds(shot: Shot): boolean {
    return [...this.kept.values()].some((k) => k.shot === shot);
  }

  private drop(key: string): void {
    const known = this.kept.get(key);
    if (!known) return;
    known.shot.target.dispose();
    this.bytes -= bytesOf(known.subject);
    this.kept.delete(key);
  }

  clear(): void {
    for (const key of [...this.kept.keys()]) this.drop(key);
  }
}
