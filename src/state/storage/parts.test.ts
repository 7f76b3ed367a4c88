import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { clipStrands } from '@/core/parts/clip';
import { STARTERS } from '@/demo';

vi.mock('sonner', () => ({ toast: Object.assign(vi.fn(), { error: vi.fn(), success: vi.fn() }) }));

const { piece } = STARTERS[0]!;
const clip = clipStrands(piece, [piece.strands[0]!.id], true);

/** The module as a page that was just loaded has it. */
const page = async () => {
  vi.resetModules();
  return import('./parts');
};
const names = ({ useParts }: Awaited<ReturnType<typeof page>>) => useParts.getState().parts.map((p) => p.name);

describe('saved parts', () => {
  beforeEach(async () => {
    const { useParts } = await page();
    await useParts.getState().load();
    for (const { id } of useParts.getState().parts) await useParts.getState().remove(id);
  });

  it('are there once, whether they were saved before or after the others were read', async () => {
    const first = await page();
    await first.keepPart('swell', 'moves', clip);
    await first.useParts.getState().load();
    expect(names(first)).toEqual(['swell']);
    const second = await page();
    await second.keepPart('bands', '', clip);
    expect(names(second)).toEqual(['bands', 'swell']);
  });

  it('come back as they were, under the name they were given last', async () => {
    const first = await page();
    await first.keepPart('swell', 'moves', clip);
    const { id } = first.useParts.getState().parts[0]!;
    await first.useParts.getState().rename(id, ' long swell ');
    await first.useParts.getState().rename(id, '  ');
    const second = await page();
    await second.useParts.getState().load();
    const [part] = second.useParts.getState().parts;
    expect(part).toMatchObject({ id, name: 'long swell', about: 'moves' });
    expect(part!.clip()).toEqual(clip);
  });
});
