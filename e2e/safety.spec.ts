import { expect, test } from '@playwright/test';
import { writePiece } from '@/core/formats/piece-file';
import { setParam } from '@/core/piece/edit';
import { STARTERS } from '@/demo';
import { inWorkbench, openPiece, seam, setNumber, smallStarter } from './artist';

test('the policy forbids eval and foreign scripts, and nothing of ours breaks it', async ({ page }) => {
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
    // In a turn of its own: what the test itself evaluates is exempt from the policy.
    setTimeout(() => {
      try {
        // eslint-disable-next-line no-new-func -- that it is forbidden is what is tested
        tries.ran.push(String(Function('return "eval"')()));
      } catch {
        // Forbidden, as it should be.
      }
    });
    await new Promise((resolve) => setTimeout(resolve, 300));
    return tries.ran;
  });
  expect(ran).toEqual([]);
});

test('names and notes of a stranger’s piece are text and nothing else', async ({ page }) => {
  const evil = '<img src=x onerror="window.evil=1"><script>window.evil=1</script>';
  const piece = smallStarter('tidewater-veil');
  await openPiece(page, { ...piece, name: evil, note: evil, strands: piece.strands.map((s) => ({ ...s, name: `${evil.slice(0, 40)} ${s.name}` })) });
  await inWorkbench(page);
  await expect(page.getByLabel('Name of the piece')).toHaveValue(evil);
  await expect(seam(page)).toHaveText('closes');
  await page.getByRole('link', { name: 'To the shelf' }).click();
  await expect(page.getByRole('article')).toBeVisible();
  expect(await page.evaluate(() => (window as unknown as { evil?: number }).evil)).toBeUndefined();
});

test('a second tab on the same piece says so and offers a copy', async ({ page, context }) => {
  await openPiece(page, smallStarter('tidewater-veil'));
  await inWorkbench(page);
  const second = await context.newPage();
  await second.goto(page.url());
  await expect(second.getByText('Open in another tab, so changes are not kept here.')).toBeVisible();
  await second.getByRole('button', { name: 'Go on in a copy' }).click();
  await expect(second.getByLabel('Name of the piece')).toHaveValue('Tidewater Veil copy');
  await expect(second.getByText(/^kept/)).toBeVisible();
  expect(second.url()).not.toBe(page.url());
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
  await expect(page.getByRole('alert').filter({ hasText: 'not kept: This browser has no room left' })).toBeVisible();
  await page.reload();
  await expect(page.getByText('frame 0 of 12')).toBeVisible();
  await setNumber(page, 'Length', 18);
  await expect(page.getByText(/^kept/)).toBeVisible();
});

test('a form beyond the limit is refused in words and the picture goes on', async ({ page }) => {
  const narrow = setParam(setParam(smallStarter('tidewater-veil'), 'sea', 't1', 'columns', 4), 'sea', 't1', 'rows', 2000);
  await openPiece(page, narrow);
  await inWorkbench(page);
  await page.getByRole('button', { name: 'Grid in sea' }).click();
  await setNumber(page, 'Columns', 2000);
  await expect(page.getByText(/at most 2,000,000 are possible/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Columns, number')).toHaveValue('4');
  await expect(seam(page)).toHaveText('closes');
});

test.describe('the routes', () => {
  test('give the starters as data', async ({ request }) => {
    const { starters } = (await (await request.get('/api/starters')).json()) as { starters: { id: string }[] };
    expect(starters.map((s) => s.id)).toEqual(STARTERS.map((s) => s.id));
  });

  test('check a posted piece with the same messages', async ({ request }) => {
    const good = await request.post('/api/check', { data: writePiece(STARTERS[0]!.piece), headers: { 'content-type': 'application/json' } });
    expect(await good.json()).toMatchObject({ ok: true, closes: true, problems: [] });
    const bad = await request.post('/api/check', { data: '{"a":1}', headers: { 'content-type': 'application/json' } });
    expect([bad.status(), await bad.json()]).toEqual([422, expect.objectContaining({ ok: false, code: 'not-a-piece' })]);
  });

  test('refuse bodies that are too large', async ({ request }) => {
    for (const route of ['/api/check', '/api/starters']) {
      const answer = await request.post(route, { data: 'x'.repeat(5 * 1024 * 1024), headers: { 'content-type': 'application/json' } });
      expect([route, answer.status()]).toEqual([route, 413]);
      expect(await answer.json()).toMatchObject({ code: 'too-large' });
    }
  });
});
