/**
 * What was released and may be wanted again: the latest few are kept as they are, with their programs compiled, so
 * that going back to them costs nothing.
 */
export class Spares<T extends { dispose(): void }> {
  private readonly kept = new Map<string, T>();

  /** @param most how many are kept; the one that was released first is disposed of for another */
  constructor(private readonly most: number) {}

  keep(key: string, thing: T): void {
    this.take(key)?.dispose();
    this.kept.set(key, thing);
    for (const [first, oldest] of this.kept) {
      if (this.kept.size <= this.most) return;
      this.kept.delete(first);
      oldest.dispose();
    }
  }

  take(key: string): T | undefined {
    const thing = this.kept.get(key);
    this.kept.delete(key);
    return thing;
  }

  dispose(): void {
    for (const thing of this.kept.values()) thing.dispose();
    this.kept.clear();
  }
}
