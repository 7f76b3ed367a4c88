import fc from 'fast-check';
import * as THREE from 'three';
import { describe, expect, it } from 'vitest';
import { Exposure } from './exposure';

/** A card whose pictures are one number each: what is drawn over a picture is put in its place or added to it. */
class OneNumber {
  readonly extensions = { has: () => true };
  autoClear = true;
  readonly values = new Map<THREE.Texture, number>();
  target: THREE.WebGLRenderTarget | null = null;

  setRenderTarget(target: THREE.WebGLRenderTarget | null): void {
    this.target = target;
  }
  clear(): void {
    this.values.set(this.target!.texture, 0);
  }
  render({ material }: THREE.Mesh<THREE.BufferGeometry, THREE.ShaderMaterial>): void {
    const { picture, share } = material.uniforms;
    const light = (share!.value as number) * this.values.get(picture!.value as THREE.Texture)!;
    if (this.autoClear) this.clear();
    const below = material.blending === THREE.NoBlending ? 0 : this.values.get(this.target!.texture)!;
    this.values.set(this.target!.texture, below + light);
  }
}

describe('a shutter', () => {
  const exposed = (open: number, pictures: number, light: (later: number) => number) => {
    const card = new OneNumber();
    const exposure = new Exposure(card as unknown as THREE.WebGLRenderer);
    const target = new THREE.WebGLRenderTarget(8, 4);
    const moments: number[] = [];
    const draw = (later: number) => {
      moments.push(later);
      expect(card.autoClear).toBe(true);
      card.values.set(target.texture, light(later));
    };
    // Twice: the second exposure knows nothing of the first.
    for (let n = 0; n < 2; n++) exposure.take(target, { open, pictures }, draw);
    exposure.dispose();
    return { moments: moments.slice(pictures), light: card.values.get(target.texture)!, card };
  };

  it('gives the mean of what moves while it is open', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 1, noNaN: true }), fc.integer({ min: 1, max: 16 }), (open, pictures) => {
        const { light } = exposed(open, pictures, (later) => 3 * later + 1);
        // Its n moments lie (n - 1) / 2n of the open time after its opening, on average.
        expect(light).toBeCloseTo(1 + (3 * open * (pictures - 1)) / (2 * pictures), 9);
      }),
    );
  });

  it('shoots the moment at which it opens last, and leaves the card as it was', () => {
    const { moments, card } = exposed(0.5, 4, () => 1);
    expect(moments).toEqual([0.375, 0.25, 0.125, 0]);
    expect([card.autoClear, card.target]).toEqual([true, null]);
  });
});
