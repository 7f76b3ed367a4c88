import { generator } from '@/core/random';

/** Choices that a seed repeats. */
export class Chance {
  private readonly next: () => number;

  constructor(readonly seed: number) {
    this.next = generator(seed);
  }

  /** From 0 up to 1. */
  unit(): number {
    return this.next();
  }

  /** True so often, from 0 to 1. */
  happens(share: number): boolean {
    return this.next() < share;
  }

  /** A whole number from `low` to `high`, both counted. */
  whole(low: number, high: number): number {
    return low + Math.floor(this.next() * (high - low + 1));
  }

  between(low: number, high: number): number {
    return low + this.next() * (high - low);
  }

  one<T>(of: readonly T[]): T {
    return of[Math.floor(this.next() * of.length)]!;
  }

  list<T>(count: number, make: () => T): T[] {
    return Array.from({ length: count }, make);
  }
}
