import { request as httpRequest } from 'node:http';
import { expect } from '@playwright/test';
import { writePiece } from '@/core/formats/write-piece';
import { setParam } from '@/core/piece/edit';
import { STARTERS } from '@/demo';
import {
  inWorkbench,
  openPiece,
  pickItem,
  pixelsOf,
  seam,
  setNumber,
  smallStarter,
  stage,
  taken,
  variety,
} from './artist';
import { test, testAlone } from './lasting-page';

testAlone('the policy forbids eval and foreign scripts, and nothing of ours breaks it', async ({ page }) => {
  const broken: string[] = [];
  page.on('console', (m) => {
    if (/Content.Security.Policy|Refused to/i.test(m.text())) broken.push(m.text());
  });
  await openPiece(page, smallStarter('tidewater-veil'));
  await inWorkbench(page);
  await expect(seam(page)).toHaveText('closes');
  expect(broken).toEqual([]);
  const policy = (await page.request.get('/')).headers()['content-security-policy']!;
  expect(policy).toContain("'wasm-unsafe-eval'");
  expect(policy).not.toContain("'unsafe-eval'");
  expect(policy).toMatch(/script-src [^;]*'nonce-[^;]+'/);
  expect(policy.match(/script-src [^;]*/)![0]).not.toContain('unsafe-inline');
  const ran = await page.evaluate(async () => {
    const tries = window as unknown as { ran: string[] };
    tries.ran = [];
    const inline = document.createElement('div');
    inline.innerHTML = '<img src="data:," onerror="window.ran.push(\'handler\')">';
    document.body.append(inline);
    // The same picture fails here, after it has failed there.
    const failed = new Promise((resolve) => {
      const probe = new Image();
      probe.onerror = resolve;
      probe.src = 'data:,';
    });
    // In a turn of its own: what the test itself evaluates is exempt from the policy.
    const tried = new Promise<void>((resolve) =>
      setTimeout(() => {
        try {
          // eslint-disable-next-line no-new-func -- that it is forbidden is what is tested
          tries.ran.push(String(Function('return "eval"')()));
        } catch {
          // Forbidden, as it should be.
        }
        resolve();
      }),
    );
    await Promise.all([failed, tried]);
    return tries.ran;
  });
  expect(ran).toEqual([]);
});

testAlone('names and notes of a stranger’s piece are text and nothing else', async ({ page }) => {
  const evil = '<img src=x onerror="window.evil=1"><script>window.evil=1</script>';
  const piece = smallStarter('tidewater-veil');
  await openPiece(page, {
    ...piece,
    name: evil,
    note: evil,
    strands: piece.strands.map((s) => ({ ...s, name: `${evil.slice(0, 40)} ${s.name}` })),
  });
  await inWorkbench(page);
  await expect(page.getByLabel('Name of the piece')).toHaveValue(evil);
  await expect(seam(page)).toHaveText('closes');
  await page.getByRole('link', { name: 'To the shelf' }).click();
  await expect(page.getByRole('article')).toBeVisible();
  expect(await page.evaluate(() => (window as unknown as { evil?: number }).evil)).toBeUndefined();
});

test('a second tab on the same piece says so and offers a copy', async ({ page }) => {
  await openPiece(page, smallStarter('tidewater-veil'));
  await inWorkbench(page);
  const second = await page.context().newPage();
  await second.goto(page.url());
  await expect(second.getByText(/Open in another tab: until it is closed there/)).toBeVisible();
  await second.getByRole('button', { name: 'Go on in a copy' }).click();
  await expect(second.getByLabel('Name of the piece')).toHaveValue('Tidewater Veil copy');
  await expect(second.getByText(/^saved/)).toBeVisible();
  expect(second.url()).not.toBe(page.url());
});

testAlone('a second tab goes on with the piece when the first is closed, and keeps it', async ({ page }) => {
  await openPiece(page, smallStarter('tidewater-veil'));
  await inWorkbench(page);
  const second = await page.context().newPage();
  await second.goto(page.url());
  await expect(second.getByText(/Open in another tab/)).toBeVisible();
  await setNumber(page, 'Length', 20);
  await expect(page.getByText(/^saved/)).toBeVisible();
  await page.close();
  await expect(second.getByText('frame 0 of 20')).toBeVisible();
  await setNumber(second, 'Length', 30);
  await expect(second.getByText(/^saved/)).toBeVisible();
  await second.reload();
  await expect(second.getByText('frame 0 of 30')).toBeVisible();
});

test('full storage is said, and the last good version stays', async ({ page }) => {
  await openPiece(page, smallStarter('tidewater-veil'));
  await inWorkbench(page);
  await page.evaluate(() => {
    const { put } = IDBObjectStore.prototype;
    const store = IDBObjectStore.prototype as unknown as { put: unknown; realPut: unknown };
    store.realPut = put;
    store.put = () => {
      throw new DOMException('The quota has been exceeded.', 'QuotaExceededError');
    };
  });
  await setNumber(page, 'Length', 20);
  await expect(page.getByRole('alert').filter({ hasText: 'not saved: This browser has no room left' })).toBeVisible();
  await page.reload();
  await expect(page.getByText('frame 0 of 12')).toBeVisible();
  await setNumber(page, 'Length', 18);
  await expect(page.getByText(/^saved/)).toBeVisible();
});

test('a form beyond the limit is refused in words and the picture goes on', async ({ page }) => {
  const narrow = setParam(
    setParam(smallStarter('tidewater-veil'), 'sea', 't1', 'columns', 4),
    'sea',
    't1',
    'rows',
    2000,
  );
  await openPiece(page, narrow);
  await inWorkbench(page);
  await page.getByRole('button', { name: 'Grid in sea' }).click();
  await setNumber(page, 'Columns', 2000);
  await expect(page.getByText(/at most 2,000,000 are possible/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Columns, number')).toHaveValue('4');
  await expect(seam(page)).toHaveText('closes');
});

test('a stranger’s text that is more than can be read is said at its step, and the rest goes on', async ({ page }) => {
  const chain = `return ${Array(3001).fill('v.x').join('+')};`;
  const nested = Array.from({ length: 9 }, (_, i) => `struct A${i + 1} { A${i} a; A${i} b; A${i} c; A${i} d; };`);
  const structs = `struct A0 { vec4 a; };${nested.join('')}`;
  const piece = smallStarter('tidewater-veil');
  const strands = piece.strands.map((s) =>
    s.id === 'crest'
      ? {
          ...s,
          steps: [
            ...s.steps,
            ...[chain, structs, `const float constructor = 0.5;\nreturn v.x;`].map((text, i) => ({
              id: `x${i}`,
              op: 'field.code',
              params: { text },
            })),
          ],
        }
      : s,
  );
  await openPiece(page, { ...piece, strands });
  await inWorkbench(page);
  await page.locator('[data-cell="crest/x0"]').click();
  await expect(page.getByRole('alert').filter({ hasText: 'nested too deeply' }).first()).toBeVisible();
  await page.locator('[data-cell="crest/x2"]').click();
  await expect(page.getByLabel('constructor, number')).toHaveValue('0.5');
  await page.getByRole('link', { name: 'To the shelf' }).click();
  const card = page.getByRole('article', { name: 'Tidewater Veil' });
  await expect.poll(async () => variety(await pixelsOf(card.locator('canvas')))).toBeGreaterThan(8);
});

testAlone('an area that fails leaves the others alone, leads to the piece’s file, and comes back', async ({ page }) => {
  await page.addInitScript(() => {
    const { getContext } = HTMLCanvasElement.prototype;
    HTMLCanvasElement.prototype.getContext = function (this: HTMLCanvasElement, ...args: unknown[]) {
      if ((window as unknown as { spoilt?: boolean }).spoilt && this.getAttribute('aria-label') === 'Playhead')
        throw new Error('spoilt by the test');
      return (getContext as (...a: unknown[]) => unknown).apply(this, args);
    } as typeof getContext;
  });
  await openPiece(page, smallStarter('tidewater-veil'));
  await inWorkbench(page);
  await expect(seam(page)).toHaveText('closes');
  const spoil = (on: boolean) => page.evaluate((spoilt) => Object.assign(window, { spoilt }), on);
  await spoil(true);
  await page.getByRole('button', { name: 'One frame on' }).click();
  const failed = page.getByRole('alert').filter({ hasText: 'The loop band could not be drawn' });
  await expect(failed).toBeVisible();
  await page.getByRole('button', { name: 'Fractal in swell' }).click();
  await expect(page.getByLabel('Octaves, number')).toBeVisible();
  const file = await taken(page, () => failed.getByRole('button', { name: 'Save the piece as a file' }).click());
  expect(file.bytes.toString()).toBe(writePiece(smallStarter('tidewater-veil')));
  await spoil(false);
  await failed.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByText('frame 1 of 12')).toBeVisible();
});

testAlone(
  'what computes beside the page says when it cannot, and the next change is worked out again',
  async ({ page }) => {
    await page.addInitScript(() => {
      const Own = Worker;
      window.Worker = class extends Own {
        constructor(url: string | URL, options?: WorkerOptions) {
          const isLost = options?.name === 'studio' && !(window as unknown as { mended?: boolean }).mended;
          super(isLost ? '/nothing.js' : url, options);
        }
      };
    });
    await openPiece(page, smallStarter('tidewater-veil'));
    await inWorkbench(page);
    await expect(page.getByText('"sea" could not be made: What computes beside the page has failed.')).toBeVisible();
    await expect(seam(page)).toHaveText('not measured');
    await page.evaluate(() => Object.assign(window, { mended: true }));
    await page.getByRole('button', { name: 'Grid in sea' }).click();
    await setNumber(page, 'Columns', 8);
    await expect(seam(page)).toHaveText('closes');
    await expect.poll(async () => variety(await pixelsOf(stage(page)))).toBeGreaterThan(8);
  },
);

test('the shelf survives a saved piece that cannot be worked out, and deletes it', async ({ page }) => {
  await openPiece(page, smallStarter('lamp-room'));
  await inWorkbench(page);
  await page.getByRole('link', { name: 'To the shelf' }).click();
  await expect(page.getByRole('article', { name: 'Lamp Room' })).toBeVisible();
  // As an entry of long ago might be: nothing that is kept is trusted.
  await page.evaluate(async () => {
    const open = indexedDB.open('calm-lattice');
    const db = await new Promise<IDBDatabase>((resolve) => {
      open.onsuccess = () => resolve(open.result);
    });
    const store = db.transaction('pieces', 'readwrite').objectStore('pieces');
    const strands = Array.from({ length: 400 }, (_, k) => ({
      id: `s${k}`,
      kind: 'field',
      name: `n${k}`,
      steps: Array.from({ length: 1500 }, (_, i) => ({
        id: `t${i}`,
        op: i === 0 ? 'field.from' : 'field.gain',
        params: {},
      })),
    }));
    const piece = {
      format: 'calm-lattice',
      version: 2,
      name: 'Endless',
      note: '',
      picture: { width: 64, height: 64, background: '#000000' },
      loop: { frames: 10, rate: 10, play: 'loop' },
      strands,
      controls: [],
      looks: [],
      bundles: [],
      assets: [],
    };
    store.put({ id: 'endless', name: 'Endless', changed: Date.now(), piece }, 'endless');
    await new Promise((resolve) => {
      store.transaction.oncomplete = resolve;
    });
    db.close();
  });
  await page.reload();
  const card = page.getByRole('article', { name: 'Endless' });
  await expect(card.getByText('Something in this entry is not right')).toBeVisible();
  // The other card is drawn all the same.
  await expect
    .poll(async () => variety(await pixelsOf(page.getByRole('article', { name: 'Lamp Room' }).locator('canvas'))))
    .toBeGreaterThan(8);
  await card.getByRole('button', { name: 'More for Endless' }).click();
  await pickItem(page, 'Delete');
  await expect(card).toHaveCount(0);
});

testAlone('where nothing can be kept that is said, and the piece can be made and exported', async ({ page }) => {
  await page.addInitScript(() => {
    IDBFactory.prototype.open = () => {
      throw new DOMException('The operation is insecure.', 'SecurityError');
    };
  });
  await page.goto('/');
  await page.getByRole('button', { name: 'Start blank' }).click();
  await inWorkbench(page);
  await expect(
    page.getByRole('alert').filter({ hasText: 'not saved: This browser does not let pages save data' }),
  ).toBeVisible();
  await setNumber(page, 'Width', 192);
  await page.getByRole('button', { name: 'Export' }).click();
  const file = await taken(page, () => page.getByRole('button', { name: 'Export the piece' }).click());
  expect((JSON.parse(file.bytes.toString()) as { picture: { width: number } }).picture.width).toBe(192);
  await page.reload();
  await expect(page.getByText('This browser does not let pages save data')).toBeVisible();
});

test('a second tab shows what the first has just made, not what was kept before', async ({ page }) => {
  await openPiece(page, smallStarter('tidewater-veil'));
  await inWorkbench(page);
  const address = page.url();
  await setNumber(page, 'Length', 20);
  // Left before the pause after the last change is over.
  await page.getByRole('link', { name: 'To the shelf' }).click();
  const second = await page.context().newPage();
  await second.goto(address);
  await expect(second.getByText('frame 0 of 20')).toBeVisible();
  await expect(second.getByText(/^saved/)).toBeVisible();
});

testAlone('the seam has no verdict before the picture is there', async ({ page }) => {
  await page.addInitScript(() => {
    const seen: string[] = ((window as unknown as { seen: string[] }).seen = []);
    new MutationObserver(() => {
      const now = document.querySelector('[data-seam]')?.getAttribute('data-seam');
      if (now && seen.at(-1) !== now) seen.push(now);
    }).observe(document, { subtree: true, childList: true, attributes: true, attributeFilter: ['data-seam'] });
  });
  await openPiece(page, smallStarter('glasshouse-opening'));
  await inWorkbench(page);
  await expect(seam(page)).toHaveText(/^closes/);
  expect(await page.evaluate(() => (window as unknown as { seen: string[] }).seen)).toEqual(['measuring', 'closes']);
});

test.describe('the routes', () => {
  test('give the starters as data', async ({ request }) => {
    const { starters } = (await (await request.get('/api/starters')).json()) as { starters: { id: string }[] };
    expect(starters.map((s) => s.id)).toEqual(STARTERS.map((s) => s.id));
    const [{ id, piece }] = STARTERS as [(typeof STARTERS)[0]];
    expect(await (await request.get(`/api/starters/${id}`)).json()).toEqual(JSON.parse(writePiece(piece)));
    expect((await request.get('/api/starters/gone')).status()).toBe(404);
    expect((await request.post('/api/starters', { data: { id } })).status()).toBe(405);
  });

  test('check a posted piece with the same messages', async ({ request }) => {
    const good = await request.post('/api/check', {
      data: writePiece(STARTERS[0]!.piece),
      headers: { 'content-type': 'application/json' },
    });
    expect(await good.json()).toMatchObject({ ok: true, closes: true, problems: [] });
    const bad = await request.post('/api/check', { data: '{"a":1}', headers: { 'content-type': 'application/json' } });
    expect([bad.status(), await bad.json()]).toEqual([
      422,
      expect.objectContaining({ ok: false, code: 'not-a-piece' }),
    ]);
  });

  test('answer others while a piece that takes long is checked, and say that it takes too long', async ({
    request,
  }) => {
    // Each breaks at the seam and is tried out again with what might mend it.
    const strand = (k: number) => ({
      id: `s${k}`,
      kind: 'field',
      name: `n${k}`,
      steps: [
        { id: 't1', op: 'field.position', params: {} },
        { id: 't2', op: 'field.fractal', params: { evolve: 1.5, octaves: 10 } },
      ],
    });
    const slow = {
      ...STARTERS[0]!.piece,
      strands: Array.from({ length: 500 }, (_, k) => strand(k)),
      controls: [],
      looks: [],
      bundles: [],
    };
    let isChecked = false;
    const checking = request
      .post('/api/check', { data: JSON.stringify(slow), headers: { 'content-type': 'application/json' } })
      .then((answer) => {
        isChecked = true;
        return answer;
      });
    expect((await request.get('/api/starters')).status()).toBe(200);
    expect(isChecked).toBe(false);
    const answer = await checking;
    expect([answer.status(), ((await answer.json()) as { code: string }).code]).toEqual([422, 'too-slow']);
  });

  test('turn away addresses that are not well written and methods that are not known', async ({ baseURL }) => {
    const ask = (method: string, path: string) =>
      new Promise<number>((resolve, reject) => {
        const { hostname, port } = new URL(baseURL!);
        httpRequest({ hostname, port, method, path }, (answer) => {
          answer.resume();
          resolve(answer.statusCode ?? 0);
        })
          .on('error', reject)
          .end();
      });
    expect(await ask('GET', '/piece/%E0%A4%A')).toBe(400);
    expect(await ask('TRACE', '/')).toBe(405);
    expect(await ask('GET', '/piece/%20')).toBe(200);
  });

  test('refuse bodies that are too large', async ({ request }) => {
    const answer = await request.post('/api/check', {
      data: 'x'.repeat(5 * 1024 * 1024),
      headers: { 'content-type': 'application/json' },
    });
    expect(answer.status()).toBe(413);
    expect(await answer.json()).toMatchObject({ code: 'too-large' });
  });
});
