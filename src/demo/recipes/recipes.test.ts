import { AssetStore } from '@/core/assets/assets';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { measureSeam } from '@/core/checks/seam';
import { fromBase64 } from '@/core/formats/base64';
import { acceptPiece } from '@/core/formats/piece-file';
import { blankPiece } from '@/core/piece/edit';
import { putPart, type Part } from '@/core/parts/part';
import { endOfRow } from '@/core/steps/end-of-row';
import { isControlRef, isLink, strandById, type Piece } from '@/core/piece/types';
import { definitionOf } from '@/core/steps';
import { analyse, exportGlsl, shownBy, allDependencies } from '@/core/weave';
import { BEGINNINGS } from '..';
import { ground, RECIPES } from '.';

const put = (piece: Piece, part: Part, selected: string | null = null) =>
  putPart(piece, part, { selected, ground, endOf: endOfRow });

const assets = new AssetStore();
const folder = mkdtempSync(join(tmpdir(), 'calm-recipes-'));
afterAll(() => rmSync(folder, { recursive: true }));
beforeAll(() => {
  for (const asset of [...BEGINNINGS.flatMap((b) => b.piece.assets), ...RECIPES.flatMap((r) => r.clip().assets)]) {
    const { width, height, data } = PNG.sync.read(Buffer.from(fromBase64(asset.data)));
    assets.set(asset.id, { pixels: { width, height, data: new Uint8ClampedArray(data) } });
  }
});

/** Strands that the piece shows, by id. */
function shown(piece: Piece): Set<string> {
  const { finish, stage } = shownBy(piece);
  return new Set([finish, stage].flatMap((s) => (s ? [s.id, ...allDependencies(piece, s)] : [])));
}

describe.each(RECIPES.map((r) => [r.id, r] as const))('%s', (_, part) => {
  const alone = put(blankPiece(), part).piece;

  it('stands by itself in a blank piece: sound, without problems, all of it shown', () => {
    expect(acceptPiece(JSON.parse(JSON.stringify(alone)))).toEqual(alone);
    expect(analyse(alone).problems).toEqual([]);
    const seen = shown(alone);
    expect(alone.strands.filter((s) => !seen.has(s.id)).map((s) => s.name)).toEqual([]);
  });

  it('sets nothing that its steps do not know, and every control drives something', () => {
    const values = part
      .clip()
      .strands.flatMap((s) => s.steps.flatMap((t) => Object.entries(t.params).map((p) => [t.op, ...p] as const)));
    const unknown = values.filter(([op, id]) => !definitionOf(op)?.params.some((p) => p.id === id));
    expect(unknown).toEqual([]);
    const driven = new Set(values.flatMap(([, , v]) => (isControlRef(v) ? [v.control] : [])));
    expect(
      part
        .clip()
        .controls.map((c) => c.id)
        .filter((c) => !driven.has(c)),
    ).toEqual([]);
    expect([...driven].filter((c) => !part.clip().controls.some((x) => x.id === c))).toEqual([]);
    for (const c of part.clip().controls) {
      expect(c.value).toBeGreaterThanOrEqual(c.min);
      expect(c.value).toBeLessThanOrEqual(c.max);
    }
  });

  it('closes by measurement', async () => {
    const readings = await measureSeam(put(BEGINNINGS[0]!.piece, part).piece, assets);
    expect(readings.length).toBeGreaterThan(0);
    expect(readings.filter((r) => !r.closes).map((r) => r.name)).toEqual([]);
  });

  it.each(BEGINNINGS.map((b) => [b.id, b.piece] as const))('goes into %s, twice, and is shown there', (_id, begun) => {
    const once = put(begun, part).piece;
    const twice = put(once, part).piece;
    for (const piece of [once, twice]) expect(acceptPiece(JSON.parse(JSON.stringify(piece)))).toEqual(piece);
    expect(analyse(once).problems).toEqual([]);
    expect(analyse(twice).problems.filter((p) => !p.sentence.includes('would make this row take'))).toEqual([]);
    const seen = shown(twice);
    const had = new Set(begun.strands.map((s) => s.id));
    expect(twice.strands.filter((s) => !had.has(s.id) && !seen.has(s.id)).map((s) => s.name)).toEqual([]);
    // Each comes with controls of its own, and nothing that was there takes other values.
    expect(twice.controls.length - begun.controls.length).toBe(2 * part.clip().controls.length);
    expect(new Set(twice.controls.map((c) => c.name)).size).toBe(twice.controls.length);
    for (const s of begun.strands) {
      const were = new Set(s.steps.map((t) => t.id));
      expect(strandById(twice, s.id)!.steps.filter((t) => were.has(t.id))).toEqual(s.steps);
    }
  });

  it('is taken by an independent compiler', async () => {
    const files = await Promise.all(
      alone.strands
        .filter((s) => s.kind === 'field' || s.kind === 'signal')
        .map(async (s, i) => {
          const file = join(folder, `${part.id}-${i}.frag`);
          writeFileSync(file, await exportGlsl(alone, assets, s.id));
          return file;
        }),
    );
    if (files.length > 0)
      expect(() => execFileSync('glslangValidator', files, { encoding: 'utf8', stdio: 'pipe' })).not.toThrow();
  });
});

describe('where a recipe goes', () => {
  const part = (id: string) => RECIPES.find((r) => r.id === id)!;
  const begun = (id: string) => BEGINNINGS.find((b) => b.id === id)!.piece;
  const hostOf = (piece: Piece, op: string) =>
    piece.strands.filter((s) => s.steps.some((t) => t.op === op)).map((s) => s.name);

  it('the selected row of its kind, or the one that stands at a step with what is selected', () => {
    const two = put(begun('begin-form'), part('water')).piece;
    const water = two.strands.find((s) => s.name === 'water')!;
    const skin = two.strands.find((s) => s.name === 'skin')!;
    expect(hostOf(put(two, part('dissolve'), water.id).piece, 'surface.cut')).toEqual(['water skin']);
    expect(hostOf(put(two, part('dissolve'), skin.id).piece, 'surface.cut')).toEqual(['skin']);
    const forms = (p: Piece) => p.strands.filter((s) => s.steps.filter((t) => t.op === 'form.push').length > 1);
    expect(forms(put(two, part('swell'), skin.id).piece).map((s) => s.name)).toEqual(['body']);
  });

  it('a place in a row, where one is chosen', () => {
    const at = { strand: begun('begin-form').strands.find((s) => s.name === 'body')!.id, at: 1 };
    const { piece, at: selected } = putPart(begun('begin-form'), part('swell'), {
      selected: null,
      row: at,
      ground,
      endOf: endOfRow,
    });
    expect(strandById(piece, at.strand)!.steps.map((t) => t.op)).toEqual(['form.ball', 'form.push', 'form.push']);
    expect(isLink(strandById(piece, at.strand)!.steps[1]!.params.by)).toBe(true);
    expect(selected).toEqual({ strand: at.strand, step: strandById(piece, at.strand)!.steps[1]!.id });
  });

  it('a stage of its own, which is shown and said, where the piece has only a painted picture', () => {
    const { piece, shows } = put(begun('begin-picture'), part('shield'));
    expect(shows).toBe('out 2');
    expect(shownBy(piece).finish!.name).toBe('out 2');
    expect(put(begun('begin-form'), part('shield')).shows).toBeNull();
    expect(put(blankPiece(), part('shield')).shows).toBeNull();
  });

  it('recipes have names of their own, and a kind', () => {
    expect(new Set(RECIPES.map((r) => r.id)).size).toBe(RECIPES.length);
    expect(new Set(RECIPES.map((r) => r.name)).size).toBe(RECIPES.length);
    expect(new Set(RECIPES.map((r) => r.kind))).toEqual(new Set(['surface', 'form', 'stage', 'finish']));
  });

  it('every recipe that is written is in the list', () => {
    const written = ['surfaces', 'forms', 'stages', 'finishes'].flatMap((f) => [
      ...readFileSync(join(__dirname, `${f}.ts`), 'utf8').matchAll(/id: '([a-z-]+)',\n {2}name/g),
    ]);
    expect(written.map((m) => m[1]).sort()).toEqual(RECIPES.map((r) => r.id).sort());
    expect(readdirSync(__dirname).filter((f) => !f.includes('.test'))).toHaveLength(7);
  });
});
