import { AssetStore } from '../assets/assets';
import { describe, expect, it } from 'vitest';
import { measureSeam } from '../checks/seam';
import { bake } from '../forms/bake';
import { watchBaking } from '../forms/making';
import { bakeKey } from '../forms/bake-key';
import { measure } from '../mesh/measure';
import { faceCount, fromFaces, MeshError, pointCount } from '../mesh/mesh';
import { skinOf } from '../mesh/skin';
import { standing } from '../forms/standing';
import { addStep, addStrand, blankPiece, setParam, toggleStep } from '../piece/edit';
import type { Piece, Step } from '../piece/types';
import { analyse, weave } from '../weave';
import { CATALOGUE, definitionOf } from '.';

const assets = new AssetStore();
const SOURCES = CATALOGUE.filter((d) => d.op.startsWith('form.') && d.takes.length === 0);
const LATER = CATALOGUE.filter((d) => d.op.startsWith('form.') && d.takes.length > 0);

function formOf(...steps: [op: string, params?: Step['params']][]): Piece {
  const piece = addStrand(blankPiece(), 'form', 'body', steps[0]![0], steps[0]![1] ?? {});
  return steps.slice(1).reduce((p, [op, params], i) => addStep(p, 's1', i + 1, op, params ?? {}), piece);
}
const body = (piece: Piece) => piece.strands.find((s) => s.id === 's1')!;
const made = async (piece: Piece) => (await bake(piece, assets, body(piece)))!;

describe('every source', () => {
  it.each(SOURCES.map((d) => [d.op]))('%s makes a mesh of numbers that stands at rest', async (op) => {
    const piece = formOf([op]);
    const mesh = await made(piece);
    const m = measure(mesh);
    expect({ broken: m.broken, notNumbers: m.notNumbers, flat: m.flat }).toEqual({ broken: 0, notNumbers: 0, flat: 0 });
    const { positions, normals, skin } = await standing(piece, assets, body(piece), mesh, 0);
    expect([...positions]).toEqual([...skin.positions]);
    for (let v = 0; v < skin.origin.length; v += 13)
      expect(Math.hypot(...normals.subarray(3 * v, 3 * v + 3))).toBeCloseTo(1, 4);
  });

  it.each([
    ['form.ball', 2],
    ['form.icosphere', 2],
    ['form.box', 2],
    ['form.cylinder', 2],
    ['form.torus', 0],
  ])('%s is closed, with Euler characteristic %i', async (op, euler) => {
    expect(measure(await made(formOf([op])))).toMatchObject({ euler, open: 0 });
  });

  it('areas are those of the bodies, to the fineness of their faces', async () => {
    const area = async (op: string, params: Step['params'] = {}) => measure(await made(formOf([op, params]))).area;
    expect((await area('form.torus', { radius: 1, section: 0.4 })) / (4 * Math.PI ** 2 * 0.4)).toBeCloseTo(1, 2);
    expect((await area('form.disc', { radius: 1, inner: 0.5, sweep: 0.25 })) / (0.25 * Math.PI * 0.75)).toBeCloseTo(
      1,
      2,
    );
    expect((await area('form.disc', {})) / Math.PI).toBeCloseTo(1, 2);
    expect(await area('form.polygon', { corners: 4, radius: Math.SQRT2 })).toBeCloseTo(4, 5);
  });
});

describe('every later step', () => {
  it.each(LATER.map((d) => [d.op]))('%s runs on a box and on a grid, and gives numbers', async (op) => {
    for (const source of [
      ['form.box', { segments: 2 }],
      ['form.grid', { columns: 4, rows: 3 }],
    ] as [string, Step['params']][]) {
      const piece = formOf(source, [op]);
      expect(
        analyse(piece)
          .types.get('s1')!
          .every((r) => r.active),
      ).toBe(true);
      const mesh = await made(piece);
      const { positions } = await standing(piece, assets, body(piece), mesh, 0.3);
      expect(positions.length).toBeGreaterThan(0);
      expect(positions.every(Number.isFinite)).toBe(true);
    }
  });
});

describe('baking', () => {
  it('goes on from the steps that did not change', async () => {
    const steps: string[] = [];
    watchBaking((making) => void (making && steps.push(making.step)));
    const piece = formOf(
      ['form.icosphere', { radius: 1.2345, times: 2 }],
      ['form.dual'],
      ['form.thicken', { thickness: 0.1 }],
    );
    await bake(piece, assets, body(piece));
    expect(steps).toEqual(['Even ball', 'Dual', 'Thicken']);
    const thicker = setParam(piece, 's1', 't3', 'thickness', 0.2);
    steps.length = 0;
    await bake(thicker, assets, body(thicker));
    expect(steps).toEqual(['Thicken']);
    steps.length = 0;
    await bake(piece, assets, body(piece));
    expect(steps).toEqual([]);
  });

  it('runs what moves points before a step that makes a mesh, and leaves what comes after it live', async () => {
    const piece = formOf(
      ['form.box', { size: [2, 2, 2] }],
      ['form.transform', { move: [5, 0, 0] }],
      ['form.subdivide', { times: 1 }],
      ['form.transform', { move: [0, 3, 0] }],
    );
    const mesh = await made(piece);
    const xs = [...mesh.positions].filter((_, i) => i % 3 === 0);
    expect([Math.min(...xs), Math.max(...xs)]).toEqual([4, 6]);
    const { positions } = await standing(piece, assets, body(piece), mesh, 0);
    const ys = [...positions].filter((_, i) => i % 3 === 1);
    expect(Math.min(...ys)).toBeCloseTo(2, 5);
    expect(Math.max(...ys)).toBeCloseTo(4, 5);
    const { glsl } = weave(piece, analyse(piece), [{ strand: 's1' }]);
    expect(glsl).not.toContain('form_body_Step2_');
  });

  it('a live step that changes makes no mesh again; one that is baked does', () => {
    const piece = formOf(['form.grid'], ['form.raise', { height: 0.2 }]);
    expect(
      bakeKey(setParam(piece, 's1', 't2', 'height', 0.9), assets, body(setParam(piece, 's1', 't2', 'height', 0.9))),
    ).toBe(bakeKey(piece, assets, body(piece)));
    const off = toggleStep(piece, 's1', 't2');
    expect(bakeKey(off, assets, body(off))).not.toBe(bakeKey(piece, assets, body(piece)));
  });

  it('takes fields for each face when a mesh is made: a mask takes out half of a grid', async () => {
    let piece = formOf(['form.grid', { columns: 10, rows: 2, width: 2, depth: 1 }], ['form.remove']);
    piece = addStrand(piece, 'field', 'half', 'field.position');
    piece = addStep(piece, 's2', 1, 'field.pick', { channel: 'x or red' });
    piece = addStep(piece, 's2', 2, 'field.step', { edge: 0 });
    piece = setParam(piece, 's1', 't2', 'faces', { link: 's2' });
    expect(analyse(piece).problems).toEqual([]);
    expect(faceCount(await made(piece))).toBe(10);
  });

  it('refuses links where a value is fixed when the form is made', () => {
    let piece = addStrand(formOf(['form.grid'], ['form.subdivide']), 'signal', 'beat', 'signal.cycle');
    piece = setParam(piece, 's1', 't2', 'times', { link: 's2' });
    expect(analyse(piece).problems[0]!.sentence).toContain('fixed when the form is made');
  });

  it('says that what makes a new mesh has no effect behind copies, and goes on without it', async () => {
    const piece = formOf(['form.box'], ['form.nest', { count: 3 }], ['form.mirror-form']);
    expect(analyse(piece).problems).toMatchObject([
      { strand: 's1', step: 't3', sentence: expect.stringMatching(/"Mirror" has no effect here.*Move it before them/) },
    ]);
    const plain = await made(formOf(['form.box'], ['form.nest', { count: 3 }]));
    expect((await made(piece)).positions).toEqual(plain.positions);
    expect((await made(piece)).copies!.at.length / 3).toBe(3);
    // What stands behind it works.
    const pushed = addStep(piece, 's1', 3, 'form.push', { amount: 0.5 });
    expect(analyse(pushed).problems).toHaveLength(1);
    expect((await made(pushed)).copies!.at.length / 3).toBe(3);
  });

  it('flat and smooth normals are a matter of shading, not of the mesh', async () => {
    const flat = await made(formOf(['form.icosphere', { times: 1 }], ['form.shading', { style: 'flat' }]));
    expect([skinOf(flat).facets, pointCount(flat)]).toEqual([true, 42]);
    const smooth = await made(formOf(['form.box'], ['form.shading', { style: 'smooth', angle: 180 }]));
    expect(skinOf({ ...smooth, cornerData: {} }).origin.length).toBe(8);
  });
});

describe('copies and the seam', () => {
  const nest = (moves: number, delay: number) =>
    formOf(['form.disc', { columns: 8, rows: 1 }], ['form.nest', { count: 8, ratio: 1.2, moves, delay }]);
  const closes = async (piece: Piece) => (await measureSeam(piece, assets)).find((r) => r.strand === 's1')?.closes;

  it('moving on by whole copies closes, by parts it does not, and the nearest whole number is offered', async () => {
    expect(await closes(nest(2, 0))).toBe(true);
    expect(await closes(nest(1.5, 0))).toBe(false);
    const reading = (await measureSeam(nest(1.5, 0), assets))[0]!;
    expect(reading.breaks?.mends).toMatchObject([[{ param: 'moves', value: 2 }]]);
  });

  it('copies that are behind close where whole loops lie between those that change places', async () => {
    const late = (share: number) => {
      let piece = formOf(
        ['form.disc', { columns: 8, rows: 1 }],
        ['form.push', { amount: 0.1 }],
        ['form.nest', { count: 8, ratio: 1, moves: 2 }],
      );
      piece = addStrand(piece, 'field', 'late', 'field.copy', { as: 'count' });
      piece = addStep(piece, 's2', 1, 'field.join', { how: 'multiply', other: share });
      piece = addStrand(piece, 'field', 'wave', 'field.position');
      piece = addStep(piece, 's3', 1, 'field.ripple', { turns: 1, falloff: 0 });
      return setParam(setParam(piece, 's1', 't2', 'by', { link: 's3' }), 's1', 't3', 'delay', { link: 's2' });
    };
    expect(analyse(late(0.5)).problems).toEqual([]);
    expect(await closes(late(0.5))).toBe(true);
    expect(await closes(late(0.3))).toBe(false);
  });
});

it('every form step says what it does, and finds its kind', () => {
  for (const d of [...SOURCES, ...LATER]) {
    expect(d.description.length).toBeGreaterThan(10);
    expect(d.group, d.op).toBeTruthy();
    expect(definitionOf(d.op)).toBe(d);
  }
});

describe('a mesh in a bad way', () => {
  /**
   * Three faces on one edge, a face without area, two points in one place, a point that nothing uses, a face turned
   * inside out.
   */
  const nasty = fromFaces(
    [
      [0, 0, 0],
      [1, 0, 0],
      [0.5, 1, 0],
      [0.5, -1, 0],
      [0.5, 0, 1],
      [2, 0, 0],
      [3, 0, 0],
      [1, 0, 0],
      [9, 9, 9],
      [2, 1, 0],
    ],
    [
      [0, 1, 2],
      [1, 0, 3],
      [0, 1, 4],
      [5, 6, 7],
      [7, 5, 9],
      [2, 1, 9],
    ],
  );
  assets.set('nasty', { mesh: nasty });

  it.each(LATER.map((d) => [d.op]))('goes through %s, or is refused in words', async (op) => {
    const piece = formOf(['form.file', { file: 'nasty' }], [op]);
    const through = async () => {
      const mesh = await made(piece);
      return standing(piece, assets, body(piece), mesh, 0.2);
    };
    try {
      const { positions } = await through();
      expect(positions.every(Number.isFinite)).toBe(true);
    } catch (error) {
      expect(error).toBeInstanceOf(MeshError);
      expect((error as Error).message).toMatch(/^[A-Z"0-9].*\.$/);
    }
  });
});

describe('copies', () => {
  const copiesOf = async (piece: Piece, id: string) =>
    (await bake(
      piece,
      assets,
      piece.strands.find((s) => s.id === id)!,
    ))!.copies!;

  it('are as many as another form has, whatever their own count', async () => {
    const two = (columns: number) =>
      addStrand(formOf(['form.grid', { columns, rows: 2 }]), 'form', 'many', 'form.box', {});
    const linked = (columns: number) => addStep(two(columns), 's2', 1, 'form.nest', { count: 3, like: { link: 's1' } });
    expect((await copiesOf(linked(4), 's2')).at.length / 3).toBe(15);
    expect((await copiesOf(linked(5), 's2')).at.length / 3).toBe(18);
    const unlinked = addStep(two(4), 's2', 1, 'form.nest', { count: 3 });
    expect((await copiesOf(unlinked, 's2')).at.length / 3).toBe(3);
  });

  it('stand along the path of the points that they are on', async () => {
    const line = addStrand(
      formOf(['form.points-line', { from: [0, 0, 0], to: [3, 4, 0], count: 5 }]),
      'form',
      'rods',
      'form.cylinder',
      { low: 0.1, high: 0.1, height: 1, columns: 6, rows: 1 },
    );
    const along = addStep(line, 's2', 1, 'form.copies', { on: { link: 's1' }, stand: 'along the path' });
    const { normal } = await copiesOf(along, 's2');
    for (let n = 0; n < 5; n++)
      for (const [k, v] of [0.6, 0.8, 0].entries()) expect(normal[3 * n + k]).toBeCloseTo(v, 5);
    const rods = along.strands.find((s) => s.id === 's2')!;
    const { positions } = await standing(along, assets, rods, (await bake(along, assets, rods))!, 0);
    // The upright of each rod now runs along the line.
    const first = [...positions.subarray(0, positions.length / 5)];
    const tops = first.filter((_, i) => i % 3 === 0).map((x, v) => 0.6 * x + 0.8 * first[3 * v + 1]!);
    expect([Math.min(...tops), Math.max(...tops)].map((t) => Number(t.toFixed(4)))).toEqual([-0.5, 0.5]);
  });
});

describe('a grid of the picture’s aspect', () => {
  it('follows the picture', async () => {
    const piece = formOf(['form.grid', { columns: 4, rows: 4, width: 3.2, depth: 9, aspect: 'of the picture' }]);
    expect(measure(await made({ ...piece, picture: { ...piece.picture, width: 1600, height: 500 } })).area).toBeCloseTo(
      3.2,
      5,
    );
    expect(measure(await made({ ...piece, picture: { ...piece.picture, width: 500, height: 500 } })).area).toBeCloseTo(
      3.2 * 3.2,
      4,
    );
  });
});
