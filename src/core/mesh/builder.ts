import { gatherAll, meshOf, type Mesh } from './mesh';

/** A typed array that grows. */
class Grow<T extends Float32Array | Uint32Array | Int32Array> {
  count = 0;
  private data: T;

  constructor(
    private readonly make: new (size: number) => T,
    size = 1024,
  ) {
    this.data = new make(size);
  }

  push(value: number): void {
    if (this.count === this.data.length) {
      const larger = new this.make(this.data.length * 2);
      larger.set(this.data);
      this.data = larger;
    }
    this.data[this.count++] = value;
  }

  done(): T {
    return this.data.slice(0, this.count) as T;
  }
}

/**
 * Builds a mesh out of another: each point, corner and face of the new mesh names the one of
 * the old whose values it takes over.
 */
export class MeshBuilder {
  private readonly xyz = new Grow(Float32Array);
  private readonly pointFrom = new Grow(Uint32Array);
  private readonly corner = new Grow(Uint32Array);
  private readonly cornerFrom = new Grow(Uint32Array);
  private readonly starts = new Grow(Uint32Array);
  private readonly faceFrom = new Grow(Uint32Array);

  constructor(private readonly from: Mesh) {
    this.starts.push(0);
  }

  /** @returns number of the new point */
  point(x: number, y: number, z: number, from: number): number {
    this.xyz.push(x);
    this.xyz.push(y);
    this.xyz.push(z);
    this.pointFrom.push(from);
    return this.pointFrom.count - 1;
  }

  /** An old point as it stands. */
  same(from: number): number {
    const { positions } = this.from;
    return this.point(positions[3 * from]!, positions[3 * from + 1]!, positions[3 * from + 2]!, from);
  }

  allPoints(): void {
    for (let p = 0; p < this.from.positions.length / 3; p++) this.same(p);
  }

  /** @param corners pairs of new point and old corner */
  face(points: readonly number[], corners: readonly number[], from: number): void {
    for (let k = 0; k < points.length; k++) {
      this.corner.push(points[k]!);
      this.cornerFrom.push(corners[k]!);
    }
    this.starts.push(this.corner.count);
    this.faceFrom.push(from);
  }

  done(): Mesh {
    const { pointData, cornerData, faceData, shading } = this.from;
    return meshOf({
      positions: this.xyz.done(),
      faceStarts: this.starts.done(),
      corners: this.corner.done(),
      pointData: gatherAll(pointData, this.pointFrom.done()),
      cornerData: gatherAll(cornerData, this.cornerFrom.done()),
      faceData: gatherAll(faceData, this.faceFrom.done()),
      shading,
    });
  }
}
