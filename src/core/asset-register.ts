/**
 * What files of pieces were decoded to, by the id of their asset. An id is made from the contents, so one register of a
 * kind serves all pieces. Decoding belongs to whoever runs the core: the browser or the command line.
 */

const registers: AssetRegister<unknown>[] = [];

export class AssetRegister<T> {
  private readonly values = new Map<string, T>();

  /** @param release gives back what a value holds beside memory, as a texture of the graphics card */
  constructor(private readonly release: (value: T, asset: string) => void = () => undefined) {
    registers.push(this as AssetRegister<unknown>);
  }

  get(asset: string): T | undefined {
    return this.values.get(asset);
  }

  has(asset: string): boolean {
    return this.values.has(asset);
  }

  set(asset: string, value: T): void {
    this.values.set(asset, value);
  }

  /** @returns all values, in the order in which they came */
  all(): T[] {
    return [...this.values.values()];
  }

  keepOnly(isWanted: (asset: string) => boolean): void {
    for (const [asset, value] of this.values) {
      if (isWanted(asset)) continue;
      this.values.delete(asset);
      this.release(value, asset);
    }
  }

  get size(): number {
    return this.values.size;
  }
}

/** Releases everything in this thread that was decoded from assets which nobody wants any more. */
export function releaseAssets(isWanted: (asset: string) => boolean): void {
  for (const register of registers) register.keepOnly(isWanted);
}

/** How many decoded things this thread holds. */
export const decodedCount = (): number => registers.reduce((sum, register) => sum + register.size, 0);
