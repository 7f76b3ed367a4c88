import { AssetStore } from '@/core/assets/assets';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { measureSeam } from '@/core/checks/seam';
import { acceptPiece } from '@/core/formats/piece-file';
import { fromBase64 } from '@/core/formats/base64';
import { readWav, WAV_TYPE } from '@/core/formats/wav';
import { soundTrack } from '@/core/sound/track';
import { definitionOf } from '@/core/steps';
import { analyse, exportGlsl } from '@/core/weave';
import { BEGINNINGS, STARTERS } from '.';

const ALL = [...BEGINNINGS, ...STARTERS];

const assets = new AssetStore();
const folder = mkdtempSync(join(tmpdir(), 'calm-glsl-'));
afterAll(() => rmSync(folder, { recursive: true }));
beforeAll(() => {
  for (const { piece } of ALL)
    for (const asset of piece.assets) {
      const bytes = fromBase64(asset.data);
      if (asset.type === WAV_TYPE) {
        assets.set(asset.id, { track: soundTrack(readWav(bytes)) });
        continue;
      }
      const { width, height, data } = PNG.sync.read(Buffer.from(bytes));
      assets.set(asset.id, { pixels: { width, height, data: new Uint8ClampedArray(data) } });
    }
});

describe.each(ALL.map((s) => [s.id, s] as const))('%s', (_, { piece }) => {
  it('is sound and has no problems', () => {
    expect(acceptPiece(JSON.parse(JSON.stringify(piece)))).toEqual(piece);
    expect(analyse(piece).problems).toEqual([]);
  });

  it('sets nothing that its steps do not know', () => {
    const unknown = piece.strands.flatMap((strand) =>
      strand.steps.flatMap((step) => {
        const definition = definitionOf(step.op);
        const known = (definition?.resolve?.(step, null) ?? definition)?.params.map((p) => p.id) ?? [];
        return Object.keys(step.params)
          .filter((id) => !known.includes(id) && !definition?.params.some((p) => p.id === id))
          .map((id) => `${strand.name}: ${step.op} ${id}`);
      }),
    );
    expect(unknown).toEqual([]);
  });

  it('closes by measurement, and moves', async () => {
    const readings = await measureSeam(piece, assets);
    expect(readings.length).toBeGreaterThan(0);
    expect(readings.filter((r) => !r.closes).map((r) => r.name)).toEqual([]);
  });

  it('exports GLSL of every field and signal that an independent compiler takes', async () => {
    const files = await Promise.all(
      piece.strands
        .filter((s) => s.kind === 'field' || s.kind === 'signal')
        .map(async (s, i) => {
          const file = join(folder, `${piece.name.replace(/\W/g, '')}-${i}.frag`);
          writeFileSync(file, await exportGlsl(piece, assets, s.id));
          return file;
        }),
    );
    // Fails with the compiler's own words, or with "not found" where glslang-tools is missing (npm run verify installs
    // it).
    expect(() => execFileSync('glslangValidator', files, { encoding: 'utf8', stdio: 'pipe' })).not.toThrow();
  });
});
