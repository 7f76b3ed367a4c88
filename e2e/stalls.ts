import type { BrowserContext } from '@playwright/test';

/**
 * Has pages stand still now and then, and their graphics card answer late, as on a machine with too much to do: with
 * `STALLS=1`, to find tests that only pass, and waits that only end, where all is quick.
 */
export async function withStalls(context: BrowserContext): Promise<BrowserContext> {
  if (process.env.STALLS) await context.addInitScript(stalls);
  return context;
}

function stalls(): void {
  const stall = () => {
    const end = performance.now() + 600 * Math.random() ** 2;
    while (performance.now() < end);
    setTimeout(stall, 800 * Math.random());
  };
  stall();
  // The card's answers come up to some hundred milliseconds late.
  const card = WebGL2RenderingContext.prototype;
  const { clientWaitSync: ask } = card;
  const left = new WeakMap<WebGLSync, number>();
  card.clientWaitSync = function (sync, flags, timeout) {
    const times = left.get(sync) ?? Math.floor(20 * Math.random() ** 2);
    left.set(sync, times - 1);
    return times > 0 ? this.TIMEOUT_EXPIRED : ask.call(this, sync, flags, timeout);
  };
}
