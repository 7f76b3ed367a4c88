import { NO_ASSETS } from '../../assets/assets';
import { describe, expect, it } from 'vitest';
import { STARTERS } from '@/demo';
import { addStrand, blankPiece } from '../../piece/edit';
import { box } from '../../mesh/source/solids';
import { measure } from '../../mesh/measure';
import { MESH_FORMATS } from './file-types';
import { loopSize, readMesh, writeForm } from '.';
import { writeGltf } from './gltf';

const bytes = (text: string) => new TextEncoder().encode(text);
const SURFACE = { colour: [1, 1, 1], roughness: 1, metal: 0, glow: [0, 0, 0] };

type Json = Record<string, unknown> & {
  nodes: Record<string, unknown>[];
  accessors: Record<string, unknown>[];
  scenes: { nodes: number[] }[];
  buffers: { uri: string }[];
};

/** A box as glTF text, changed. */
async function changed(change: (json: Json) => void): Promise<Uint8Array> {
  const json = JSON.parse(
    new TextDecoder().decode(await writeGltf('gltf', { ...box([1, 1, 1], 1) }, { name: 'box', surface: SURFACE })),
  ) as Json;
  change(json);
  return bytes(JSON.stringify(json));
}
const read = async (change: (json: Json) => void) => readMesh(await changed(change), 'model/gltf+json');

describe('glTF from a stranger', () => {
  it('is refused where it promises what it does not hold', async () => {
    await expect(
      read((j) => j.accessors.push({ componentType: 5126, type: 'VEC4', count: 50_000_000 })),
    ).rejects.toThrow(/values in one row/);
    await expect(
      read((j) => j.accessors.push({ componentType: 5126, type: 'MAT4', count: 5_000_000 })),
    ).rejects.toThrow(/does not hold/);
    await expect(
      read((j) => {
        j.accessors[0]!.count = 'many';
      }),
    ).rejects.toThrow(/values in one row/);
  });

  it('is refused where nodes stand too deep, in a circle, or are too many', async () => {
    const chain = (count: number) => (j: Json) => {
      const mesh = j.nodes[0]!.mesh;
      j.nodes = Array.from({ length: count }, (_, i) => (i === count - 1 ? { mesh } : { children: [i + 1] }));
      j.scenes[0]!.nodes = [0];
    };
    expect(measure(await read(chain(200))).faces).toBe(12);
    await expect(read(chain(3000))).rejects.toThrow(/more than 256 deep/);
    await expect(
      read((j) => {
        chain(20)(j);
        j.nodes[19]!.children = [0];
      }),
    ).rejects.toThrow(/circle/);
    await expect(
      read((j) => {
        chain(20)(j);
        j.nodes[19]!.children = [5];
      }),
    ).rejects.toThrow(/deep|circle/);
    await expect(
      read((j) => {
        j.nodes = Array.from({ length: 60_000 }, () => ({}));
      }),
    ).rejects.toThrow(/60,000 nodes/);
  });

  it('shows one mesh many times in one go, and counts the points first', async () => {
    const shown = (count: number) => (j: Json) => {
      const mesh = j.nodes[0]!.mesh;
      j.nodes = Array.from({ length: count }, (_, i) => ({ mesh, translation: [i, 0, 0] }));
      j.scenes[0]!.nodes = [...j.nodes.keys()];
    };
    // Joined one by one, these took twelve seconds.
    const many = await read(shown(16_000));
    expect(many.corners.length).toBe(16_000 * 36);
    expect(many.positions.length).toBe(16_000 * 8 * 3);
    expect(many.positions[many.positions.length - 3 * 8]).toBeCloseTo(15_999 + many.positions[0]!, 2);
    await expect(
      read((j) => {
        shown(50_000)(j);
        j.accessors.find((a) => a.type === 'VEC3')!.count = 41;
      }),
    ).rejects.toThrow(/needs 2,050,000 points/);
  });

  it('is refused where a face names a point that is not there, or a colour is no number', async () => {
    await expect(
      read((j) => {
        j.accessors.find((a) => a.type === 'VEC3')!.count = 4;
      }),
    ).rejects.toThrow(/names a point that is not there/);
    const nan = await writeGltf('glb', { ...box([1, 1, 1], 1) }, { name: 'box', surface: SURFACE });
    await expect(
      readMesh(
        nan.map((b, i) => (i > nan.length - 60 ? 255 : b)),
        'model/gltf-binary',
      ),
    ).rejects.toThrow();
  });
});

describe('other files from a stranger', () => {
  it('PLY without y, and OBJ faces of very many corners, end in words or a mesh', async () => {
    await expect(
      readMesh(bytes('ply\nformat ascii 1.0\nelement vertex 1\nproperty float x\nend_header\n1\n'), 'model/ply'),
    ).rejects.toThrow(/do not say x, y and z/);
    const round = `${'v 0 0 0\n'.repeat(3)}f ${'1 2 3 '.repeat(50_000)}`;
    expect((await readMesh(bytes(round), 'model/obj')).corners).toHaveLength(150_000);
    await expect(
      readMesh(
        bytes(
          'ply\nformat ascii 1.0\nelement vertex 1\nproperty constructor x\nproperty float y\n' +
            'property float z\nend_header\n1 2 3\n',
        ),
        'model/ply',
      ),
    ).resolves.toBeDefined();
    await expect(
      readMesh(
        bytes('ply\nformat binary_little_endian 1.0\nelement vertex 1\nproperty constructor x\nend_header\n1234'),
        'model/ply',
      ),
    ).rejects.toThrow(/not known: constructor/);
    const tinted =
      'ply\nformat ascii 1.0\nelement vertex 1\nproperty float x\nproperty float y\nproperty ' +
      'float z\nproperty float red\nproperty float green\nproperty float blue\nend_header\n0 0 0 ' +
      'nan 0 0\n';
    await expect(readMesh(bytes(tinted), 'model/ply')).rejects.toThrow(/colours that are not numbers/);
  });
});

describe('forms as files', () => {
  it.each(MESH_FORMATS)('a form without points is refused in words: %s', async (format) => {
    const piece = addStrand(blankPiece(), 'form', 'file', 'form.file');
    await expect(writeForm(piece, NO_ASSETS, piece.strands[0]!, { format, phase: 0 })).rejects.toThrow(/has no points/);
  });

  it.each(['obj', 'ply', 'stl'] as const)('is counted before it is worked out: %s', async (format) => {
    const { piece } = STARTERS.find((s) => s.id === 'reed-beds')!;
    const grid = piece.strands.find((s) => s.id === 'blocks')!;
    const source = grid.steps[0]!;
    // 34 x 20 copies of a sphere of many faces.
    const large = {
      ...piece,
      strands: piece.strands.map((s) =>
        s === grid
          ? { ...s, steps: [{ ...source, op: 'form.ball', params: { around: 400, up: 300 } }, ...s.steps.slice(1)] }
          : s,
      ),
    };
    await expect(
      writeForm(
        large,
        NO_ASSETS,
        large.strands.find((s) => s.id === 'blocks')!,
        { format, phase: 0 },
      ),
    ).rejects.toThrow(/would take about [\d,]+ MB; at most 256 MB/);
  });

  it.each([
    ['tidewater-veil', 'sea'],
    ['low-tide', 'faces'],
    ['harbour-floor', 'stone'],
  ])('says how large a loop is within a hundredth: %s', async (id, form) => {
    const { piece } = STARTERS.find((s) => s.id === id)!;
    const strand = piece.strands.find((s) => s.id === form)!;
    for (const frames of [2, 9]) {
      const size = await loopSize(piece, NO_ASSETS, strand, frames);
      const file = await writeForm(piece, NO_ASSETS, strand, { format: 'glb', phase: 0, frames });
      expect(Math.abs(size / file.length - 1)).toBeLessThan(0.01);
    }
  });
});
