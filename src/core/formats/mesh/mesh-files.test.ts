import { NO_ASSETS } from '../../assets/assets';
import fc from 'fast-check';
import { validateBytes } from 'gltf-validator';
import { WebIO } from '@gltf-transform/core';
import { EXTMeshGPUInstancing, KHRMaterialsEmissiveStrength, type InstancedMesh } from '@gltf-transform/extensions';
import { beforeAll, describe, expect, it } from 'vitest';
import { STARTERS } from '@/demo';
import { toByte } from '../../colour';
import { addStep, addStrand, blankPiece } from '../../piece/edit';
import { measure } from '../../mesh/measure';
import { MeshError, meshOf } from '../../mesh/mesh';
import { box, icosphere } from '../../mesh/source/solids';
import { dual } from '../../mesh/topology/dual';
import { fromByte, readMesh, readObj, readPly, readStl, writeForm, type FileMesh } from '.';
import { copiesOf } from './copies';
import { writeObj } from './obj';
import { writePly } from './ply';
import { writeStl } from './stl';

const hexagons = dual(icosphere(1, 1));
const bodies: FileMesh[] = [box([1, 2, 3], 2), icosphere(0.7, 2), hexagons];
const bytes = (text: string) => new TextEncoder().encode(text);

describe('OBJ, PLY and STL', () => {
  it('come back equal', () => {
    for (const { positions, faceStarts, corners } of bodies) {
      const colours = positions.map((_, i) => (i % 7) / 6);
      const file = { positions, faceStarts, corners, normals: positions, colours };
      const obj = readObj(writeObj(file, 'a form'));
      expect([obj.positions, obj.faceStarts, obj.corners, obj.colours]).toEqual([
        positions,
        faceStarts,
        corners,
        colours,
      ]);
      const ply = readPly(writePly(file, toByte), fromByte);
      expect([ply.positions, ply.faceStarts, ply.corners, ply.normals]).toEqual([
        positions,
        faceStarts,
        corners,
        positions,
      ]);
      ply.colours!.forEach((c, i) => expect(Math.abs(toByte(c) - toByte(colours[i]!))).toBeLessThanOrEqual(1));
      const stl = readStl(writeStl(file));
      expect(measure(meshOf(stl)).area).toBeCloseTo(measure(meshOf({ positions, faceStarts, corners })).area, 4);
      expect(stl.positions.length).toBe(positions.length);
    }
  });

  it('read what others write: text PLY and STL, faces that count from the end', () => {
    expect(readObj('v 0 0 0\nv 1 0 0\nv 0 1 0\nvt 0 0\nf -3/1 -2/1 -1/1').corners).toEqual(new Uint32Array([0, 1, 2]));
    expect(
      readPly(
        bytes(
          'ply\nformat ascii 1.0\nelement vertex 3\nproperty float x\nproperty float y\nproperty ' +
            'float z\nelement face 1\nproperty list uchar int vertex_index\nend_header\n0 0 0\n1 0 0\n0 ' +
            '1 0\n3 0 1 2\n',
        ),
        fromByte,
      ).faceStarts,
    ).toEqual(new Uint32Array([0, 3]));
    expect(
      readStl(
        bytes(
          'solid a\nfacet normal 0 0 1\nouter loop\nvertex 0 0 0\nvertex 1 0 0\nvertex 0 1 0\n' +
            'endloop\nendfacet\nendsolid',
        ),
      ).corners,
    ).toEqual(new Uint32Array([0, 1, 2]));
  });

  it('refuse broken files in words', () => {
    expect(() => readObj('v 0 0 nan\n')).toThrow('Line 1 of the OBJ file is not a point');
    expect(() => readObj('v 0 0 0\nf 1 2 3')).toThrow('names a point that is not there');
    expect(() => readObj('hello')).toThrow('no points');
    const whole = writePly({ ...bodies[0]! }, toByte);
    expect(() => readPly(whole.slice(0, whole.length >> 1), fromByte)).toThrow('ends in the middle');
    expect(() => readPly(bytes('ply\nformat ascii 1.0\n'), fromByte)).toThrow('no end');
    expect(() => readStl(writeStl(bodies[0]!).slice(0, 300))).toThrow('not a whole STL file');
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 400 }), (noise) => {
        for (const read of [
          readStl,
          (b: Uint8Array) => readPly(b, fromByte),
          (b: Uint8Array) => readObj(new TextDecoder().decode(b)),
        ]) {
          try {
            read(noise);
          } catch (error) {
            expect((error as Error).name).toBe('MeshError');
          }
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe('GLB', () => {
  const starter = (id: string) => STARTERS.find((s) => s.id === id)!.piece;
  const form = (id: string, strand: string) => {
    const piece = starter(id);
    return { piece, strand: piece.strands.find((s) => s.id === strand)! };
  };
  let io: WebIO;
  beforeAll(() => {
    io = new WebIO().registerExtensions([EXTMeshGPUInstancing, KHRMaterialsEmissiveStrength]);
  });

  async function expectValid(file: Uint8Array): Promise<void> {
    const { issues } = await validateBytes(file, { ignoredIssues: ['UNSUPPORTED_EXTENSION', 'UNUSED_OBJECT'] });
    expect({
      errors: issues.numErrors,
      words: issues.messages.filter((m: { severity: number }) => m.severity === 0).slice(0, 3),
    }).toEqual({ errors: 0, words: [] });
  }

  it('has colours of the vertices and passes the validator', async () => {
    const { piece, strand } = form('low-tide', 'faces');
    const file = await writeForm(piece, NO_ASSETS, strand, { format: 'glb', phase: 0.2 });
    await expectValid(file);
    const mesh = (await io.readBinary(file)).getRoot().listMeshes()[0]!.listPrimitives()[0]!;
    expect(mesh.getAttribute('COLOR_0')!.getCount()).toBe(22 * 30 * 2 * 3);
  });

  it('has copies as instances', async () => {
    const { piece, strand } = form('reed-beds', 'blocks');
    const file = await writeForm(piece, NO_ASSETS, strand, { format: 'glb', phase: 0 });
    await expectValid(file);
    const root = (await io.readBinary(file)).getRoot();
    const instances = root.listNodes()[0]!.getExtension<InstancedMesh>('EXT_mesh_gpu_instancing')!;
    expect(instances.getAttribute('TRANSLATION')!.getCount()).toBe(34 * 20);
    expect(root.listMeshes()[0]!.listPrimitives()[0]!.getAttribute('POSITION')!.getCount()).toBe(24);
  });

  it('has the colour of each copy where copies are sheared', async () => {
    let piece = addStrand(blankPiece(), 'field', 'number', 'field.copy', { as: 'count' });
    piece = addStep(piece, 's1', 1, 'field.remap', { fromLow: 0, fromHigh: 2, low: 0, high: 1 });
    piece = addStrand(piece, 'field', 'aside', 'field.position');
    piece = addStep(piece, 's2', 1, 'field.pick', { channel: 'x or red' });
    piece = addStep(piece, 's2', 2, 'field.join', { how: 'multiply', other: { link: 's1' } });
    piece = addStrand(piece, 'form', 'line', 'form.points-line', { count: 3, from: [0, 0, 0], to: [20, 0, 0] });
    piece = addStrand(piece, 'form', 'boxes', 'form.box');
    piece = addStep(piece, 's4', 1, 'form.push', { by: { link: 's2' }, amount: 0.5, along: 'y' });
    piece = addStep(piece, 's4', 2, 'form.copies', { on: { link: 's3' } });
    piece = addStrand(piece, 'surface', 'paint', 'surface.lit');
    piece = addStep(piece, 's5', 1, 'surface.colour', { colour: { link: 's1' } });
    piece = addStrand(piece, 'stage', 'hall', 'stage.place', { form: { link: 's4' }, surface: { link: 's5' } });
    const file = await writeForm(
      piece,
      NO_ASSETS,
      piece.strands.find((s) => s.id === 's4')!,
      { format: 'glb', phase: 0 },
    );
    await expectValid(file);
    const root = (await io.readBinary(file)).getRoot();
    expect(root.listNodes()[0]!.getExtension('EXT_mesh_gpu_instancing')).toBeNull();
    const colours = root.listMeshes()[0]!.listPrimitives()[0]!.getAttribute('COLOR_0')!;
    const each = colours.getCount() / 3;
    const reds = [0, 1, 2].map((n) => colours.getElement(n * each, [])[0]!);
    reds.forEach((red, n) => expect(red).toBeCloseTo(n / 2, 2));
  });

  it('has the loop as morph targets that come round', async () => {
    const { piece, strand } = form('tidewater-veil', 'sea');
    const small = {
      ...piece,
      strands: piece.strands.map((s) =>
        s.id === 'sea'
          ? {
              ...s,
              steps: s.steps.map((t, i) => (i === 0 ? { ...t, params: { ...t.params, columns: 12, rows: 8 } } : t)),
            }
          : s,
      ),
    };
    const file = await writeForm(
      small,
      NO_ASSETS,
      { ...small.strands.find((s) => s.id === strand.id)! },
      { format: 'glb', phase: 0, frames: 6 },
    );
    await expectValid(file);
    const root = (await io.readBinary(file)).getRoot();
    expect(root.listMeshes()[0]!.listPrimitives()[0]!.listTargets()).toHaveLength(5);
    const sampler = root.listAnimations()[0]!.listSamplers()[0]!;
    expect(sampler.getInput()!.getArray()![6]).toBeCloseTo(piece.loop.frames / piece.loop.rate, 5);
    expect([...sampler.getOutput()!.getArray()!.slice(-5)]).toEqual([0, 0, 0, 0, 0]);
  });

  it('comes in again as one form where it stood, and half of it is refused in words', async () => {
    const { piece, strand } = form('glasshouse-opening', 'lamp');
    const file = await writeForm(piece, NO_ASSETS, strand, { format: 'glb', phase: 0 });
    const mesh = await readMesh(file, 'model/gltf-binary');
    expect(measure(mesh)).toMatchObject({ faces: 1280, points: 642 });
    expect(measure(mesh).volume / ((4 / 3) * Math.PI * 0.55 ** 3)).toBeCloseTo(1, 1);
    await expect(readMesh(file.slice(0, file.length >> 1), 'model/gltf-binary')).rejects.toThrow(
      'not a whole GLB file',
    );
    await expect(readMesh(new Uint8Array(40 * 2 ** 20), 'model/obj')).rejects.toThrow('at most 32 MB');
  });

  it('goes as text with its data inside, and comes in again', async () => {
    const { piece, strand } = form('glasshouse-opening', 'lamp');
    const file = await writeForm(piece, NO_ASSETS, strand, { format: 'gltf', phase: 0 });
    await expectValid(file);
    expect((JSON.parse(new TextDecoder().decode(file)) as { asset: { version: string } }).asset.version).toBe('2.0');
    expect(measure(await readMesh(file, 'model/gltf+json'))).toMatchObject({ faces: 1280, points: 642 });
    await expect(readMesh(file.slice(0, file.length >> 1), 'model/gltf+json')).rejects.toThrow(
      'broken, or its data lie in other files',
    );
    const elsewhere = new TextDecoder().decode(file).replace(/data:[^"]+/, 'lamp.bin');
    await expect(readMesh(bytes(elsewhere), 'model/gltf+json')).rejects.toThrow('data lie in other files');
  });

  it('refuses positions that are not numbers, and too many faces before it makes room for them', async () => {
    const ply = (faces: number) =>
      bytes(
        'ply\nformat ascii 1.0\nelement vertex 3\nproperty float x\nproperty float y\nproperty ' +
          `float z\nelement face ${faces}\nproperty list uchar int vertex_indices\nend_header\n0 0 0\n` +
          '1 0 0\n0 1 0\n3 0 1 2\n',
      );
    expect(measure(await readMesh(ply(1), 'model/ply')).area).toBeCloseTo(0.5, 6);
    await expect(readMesh(ply(5_000_000), 'model/ply')).rejects.toThrow('ends in the middle');
    await expect(readMesh(ply(4e9), 'model/ply')).rejects.toThrow(MeshError);
    await expect(readMesh(bytes('v 0 0 nan\nv 1 0 0\nv 0 1 0\nf 1 2 3\n'), 'model/obj')).rejects.toThrow(
      'Line 1 of the OBJ file is not a point',
    );
    await expect(
      readMesh(bytes(new TextDecoder().decode(ply(1)).replace('0 1 0', '0 nan 0')), 'model/ply'),
    ).rejects.toThrow('positions that are not numbers');
    await expect(
      readMesh(bytes('ply\nformat ascii 1.0\nelement nothing 4000000000\nend_header\n'), 'model/ply'),
    ).rejects.toThrow('no points');
    const many = `v 0 0 0\nv 1 0 0\nv 0 1 0\n${'f 1 2 3\n'.repeat(2_000_001)}`;
    await expect(readMesh(bytes(many), 'model/obj')).rejects.toThrow('2,000,001 faces; at most 2,000,000');
  });

  it('points go out as points, and STL says that it holds none', async () => {
    const { piece, strand } = form('lantern-drift', 'lights');
    await expectValid(await writeForm(piece, NO_ASSETS, strand, { format: 'glb', phase: 0 }));
    await expect(writeForm(piece, NO_ASSETS, strand, { format: 'stl', phase: 0 })).rejects.toThrow('Take PLY or OBJ');
  });

  it('says how large a loop would be before it is made', async () => {
    const { piece, strand } = form('tidewater-veil', 'sea');
    await expect(writeForm(piece, NO_ASSETS, strand, { format: 'glb', phase: 0, frames: 5000 })).rejects.toThrow(
      /would take about \d+ MB/,
    );
  });
});

it('copies are recognised by their move, turn and size, and not where they are sheared', () => {
  const first = box([1, 2, 3], 1).positions;
  const put = (of: (x: number, y: number, z: number) => number[]) =>
    Array.from({ length: first.length / 3 }, (_, i) => of(first[3 * i]!, first[3 * i + 1]!, first[3 * i + 2]!)).flat();
  const found = copiesOf(first, new Float32Array([...first, ...put((x, y, z) => [-y * 2 + 5, x * 2, z * 3])]))!;
  const close = (a: Float32Array, from: number, expected: number[]) =>
    expected.forEach((v, i) => expect(a[from + i]).toBeCloseTo(v, 5));
  close(found.move, 3, [5, 0, 0]);
  close(found.size, 3, [2, 2, 3]);
  close(found.turn, 4, [0, 0, Math.SQRT1_2, Math.SQRT1_2]);
  expect(copiesOf(first, new Float32Array([...first, ...put((x, y, z) => [x + y, y, z])]))).toBeNull();
});
