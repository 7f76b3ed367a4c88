import type * as THREE from 'three';
import { beforeEach, describe, expect, it } from 'vitest';
import { CardWork } from './work';

/** A card that is done with what it was given when it is told so. */
class Card {
  readonly SYNC_GPU_COMMANDS_COMPLETE = 1;
  readonly SYNC_STATUS = 2;
  readonly SIGNALED = 3;
  readonly fences = new Set<object>();
  isDone = false;
  isLost = false;

  fenceSync(): object | null {
    if (this.isLost) return null;
    const fence = {};
    this.fences.add(fence);
    return fence;
  }
  flush(): void {
    this.isDone = false;
  }
  getSyncParameter(): number {
    return this.isDone ? this.SIGNALED : 0;
  }
  deleteSync(fence: object): void {
    this.fences.delete(fence);
  }
  isContextLost(): boolean {
    return this.isLost;
  }
}

describe('what a card was given to draw', () => {
  let card: Card;
  let work: CardWork;
  let done: number;
  const isBusy = () => work.isBusy(() => done++);
  beforeEach(() => {
    card = new Card();
    work = new CardWork({ getContext: () => card } as unknown as THREE.WebGLRenderer);
    done = 0;
  });

  it('keeps it busy until it is done, which is said once', () => {
    expect(isBusy()).toBe(false);
    let drawn = 0;
    work.begin(() => drawn++);
    expect([drawn, isBusy(), isBusy(), done]).toEqual([1, true, true, 0]);
    card.isDone = true;
    expect([isBusy(), isBusy(), done]).toEqual([false, false, 1]);
    expect(card.fences.size).toBe(0);
  });

  it('takes a time for each of its frames, a millisecond at the least', () => {
    const slow = () => {
      for (const until = performance.now() + 40; performance.now() < until;);
    };
    const took = (frames: number) => {
      work.begin(slow, frames);
      card.isDone = true;
      isBusy();
      return work.took;
    };
    const one = took(1);
    expect(one).toBeGreaterThanOrEqual(40);
    expect(took(1e6)).toBe(1);
  });

  it('is over where the card is lost, before or while it draws', () => {
    work.begin(() => undefined);
    card.isLost = true;
    expect([isBusy(), done]).toEqual([false, 1]);
    work.begin(() => undefined);
    expect([isBusy(), done]).toEqual([false, 1]);
    card.isLost = false;
    work.begin(() => undefined);
    work.lost();
    expect(isBusy()).toBe(false);
  });

  it('leaves nothing on the card that nobody waits for any more', () => {
    work.begin(() => undefined);
    work.dispose();
    expect([card.fences.size, isBusy()]).toEqual([0, false]);
  });
});
