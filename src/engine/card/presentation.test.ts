import type * as THREE from 'three';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { Presentation } from './presentation';

/** A card that is done with its programs when it is said so. */
let done: boolean;
const renderer = {
  info: { programs: [] },
  getContext: () => ({
    ...{ fenceSync: () => ({}), flush: () => undefined, deleteSync: () => undefined },
    ...{ getSyncParameter: () => (done ? 1 : 0), SIGNALED: 1 },
  }),
} as unknown as THREE.WebGLRenderer;

describe('a frame on its way to the canvas', () => {
  let presentation: Presentation;
  const isFree = async () => {
    let free = false;
    void presentation.whenFree().then(() => (free = true));
    await Promise.resolve();
    presentation.free();
    await new Promise((next) => setTimeout(next, 1));
    return free;
  };

  beforeEach(() => {
    presentation = new Presentation();
    done = true;
  });

  it('has others wait until the page has taken it', async () => {
    expect(await isFree()).toBe(true);
    presentation.isDrawn = true;
    expect(await isFree()).toBe(false);
    const order: string[] = [];
    const waiting = presentation.whenFree().then(() => order.push('others'));
    presentation.present(
      () => order.push('put'),
      () => {
        order.push('taken');
        presentation.free();
      },
    );
    presentation.free();
    await waiting;
    expect(order).toEqual(['put', 'taken', 'others']);
    expect(await isFree()).toBe(true);
  });

  it('waits for programs that were begun, unless the card was lost with them', async () => {
    done = false;
    presentation.begun(renderer);
    expect([presentation.isReady, await isFree()]).toEqual([false, false]);
    done = true;
    expect([presentation.isReady, await isFree()]).toEqual([true, true]);
    done = false;
    presentation.begun(renderer);
    presentation.lost();
    expect([presentation.isReady, await isFree()]).toEqual([true, true]);
  });

  it('releases all who wait when it ends', async () => {
    presentation.isDrawn = true;
    const ended = vi.fn();
    const waiting = presentation.whenFree().then(ended);
    presentation.end();
    await waiting;
    expect(ended).toHaveBeenCalledOnce();
  });
});
