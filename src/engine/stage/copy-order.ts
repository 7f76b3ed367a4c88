import * as THREE from 'three';
import type { CopySpots } from '@/core/forms/copy-spots';
import type { Piece } from '@/core/piece/types';
import { PER_COPY } from './geometry';

/** Copies that are put in order; more are drawn in the order of their numbers. */
export const MAX_ORDERED_COPIES = 20_000;

/** A geometry whose copies are drawn from far to near: all but what says which copy it is, it shares. */
export class CopyOrder {
  readonly geometry = new THREE.InstancedBufferGeometry();
  private readonly names: readonly string[];
  private readonly order: Uint32Array;
  private readonly depths: Float32Array;

  constructor(
    private readonly source: THREE.InstancedBufferGeometry,
    private readonly spots: CopySpots,
  ) {
    this.names = PER_COPY.filter((name) => source.hasAttribute(name));
    for (const [name, attribute] of Object.entries(source.attributes)) this.geometry.setAttribute(name, attribute);
    for (const name of this.names)
      this.geometry.setAttribute(
        name,
        (source.getAttribute(name) as THREE.InstancedBufferAttribute).clone().setUsage(THREE.DynamicDrawUsage),
      );
    this.geometry.setIndex(source.index);
    this.geometry.instanceCount = source.instanceCount;
    this.geometry.boundingSphere = source.boundingSphere;
    this.order = Uint32Array.from({ length: spots.count }, (_, n) => n);
    this.depths = new Float32Array(spots.count);
  }

  /** Is it these copies of this geometry that it puts in order? */
  puts(source: THREE.BufferGeometry, spots: CopySpots | null): boolean {
    return this.source === source && this.spots === spots;
  }

  /** @param towards direction in which things are farther, in the form's own space */
  sort(piece: Piece, phase: number, towards: THREE.Vector3): void {
    const at = this.spots.at(piece, phase);
    for (let n = 0; n < this.depths.length; n++)
      this.depths[n] = at[3 * n]! * towards.x + at[3 * n + 1]! * towards.y + at[3 * n + 2]! * towards.z;
    this.order.sort((a, b) => this.depths[b]! - this.depths[a]! || a - b);
    for (const name of this.names) {
      const from = this.source.getAttribute(name) as THREE.InstancedBufferAttribute;
      const to = this.geometry.getAttribute(name) as THREE.InstancedBufferAttribute;
      const size = from.itemSize;
      this.order.forEach((n, i) => {
        for (let k = 0; k < size; k++) to.array[i * size + k] = from.array[n * size + k]!;
      });
      to.needsUpdate = true;
    }
  }

  dispose(): void {
    // What is shared goes on being used: the library would free it with this geometry.
    for (const name of Object.keys(this.geometry.attributes))
      if (!this.names.includes(name)) this.geometry.deleteAttribute(name);
    this.geometry.setIndex(null);
    this.geometry.dispose();
  }
}
