import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { addStep, setParam, setLoop } from '@/core/piece/edit';
import type { Strand } from '@/core/piece/types';
import { definitionOf } from '@/core/steps';
import type { PictureSeam } from '@/engine/capture/picture-seam';
import { shownBy } from '@/core/weave';
import { STARTERS } from '@/demo';
import { endStudio } from '@/workers/remotes';
import { WorkerHere } from '@/workers/testing';
import { patchAcross } from '@/core/preview/where-used';
import { pictureMeasured, startChecks, useChecks, verdictOf } from './measured/checks';
import { importMesh } from './assets/mesh-files';
import { ensureAssets } from './assets/assets';
import { nextDrawing, previewKey, putPreviews, startPreviews, usePreviews } from './measured/previews';
import { useTransport } from './playback/transport';
import { useWorkbench } from './workbench';

vi.stubGlobal('Worker', WorkerHere);
const said = vi.hoisted(() => [] as string[]);
vi.mock('./panels/notify', () => ({ notify: (_: string, sentence: string) => said.push(sentence) }));

const { piece: veil } = STARTERS.find((s) => s.id === 'tidewater-veil')!;
const small = setLoop(setParam(setParam(veil, 'sea', 't1', 'columns', 8), 'sea', 't1', 'rows', 6), {
  frames: 12,
  rate: 24,
});
const edit = useWorkbench.getState().edit;
const CLOSED: PictureSeam = { most: 0, before: 2, after: 2, closes: true };

beforeEach(() => {
  said.length = 0;
  useWorkbench.getState().open('id', small);
  useTransport.setState({ frame: 0, playing: false });
});
afterEach(() => endStudio());

describe('the drawings of the cells', () => {
  const order = (selected: string | null) => {
    const drawn = new Map<string, string>();
    const strands: string[] = [];
    for (let job = null as ReturnType<typeof nextDrawing>; ; strands.push(job.strand.id)) {
      job = nextDrawing({ piece: small, selected: selected ? { strand: selected } : null }, '0', (s) => drawn.get(s));
      if (!job) return strands;
      drawn.set(job.strand.id, job.key);
    }
  };

  it('are made for each strand once, the selected one first, those that need others last', () => {
    const all = small.strands.filter((s) => s.kind !== 'stage' && s.kind !== 'finish').map((s) => s.id);
    expect(order(null).sort()).toEqual([...all].sort());
    for (const id of all) expect(order(id)[0]).toBe(id);
    const linked = (id: string) => JSON.stringify(small.strands.find((s) => s.id === id)!.steps).includes('"link"');
    const flags = order(null).map(linked);
    expect(flags).toEqual([...flags].sort());
  });

  it('are made again where the frame or a value changed, but a plot of a signal not for a frame', () => {
    const alone = (piece: typeof small, strand: Strand) => ({ piece: { ...piece, strands: [strand] }, selected: null });
    const drawn = new Map(small.strands.map((s) => [s.id, nextDrawing(alone(small, s), '0', () => undefined)?.key]));
    const again = (piece: typeof small, when: string) =>
      piece.strands.filter((s) => nextDrawing(alone(piece, s), when, (id) => drawn.get(id))).map((s) => s.kind);
    expect(again(small, '0')).toEqual([]);
    expect(new Set(again(small, '1'))).toEqual(new Set(['field', 'form', 'surface']));
    const signal = small.strands.find((s) => s.kind === 'signal')!;
    const [step] = signal.steps;
    const param = definitionOf(step!.op)!.params.find((p) => p.type === 'number')!;
    expect(again(setParam(small, signal.id, step!.id, param.id, 7), '0')).toEqual(['signal']);
  });

  it('of fields are made again where the form they are used on has another size', () => {
    const drawn = new Map<string, string>();
    const again = (half: number) => {
      const patches = { sea: patchAcross({ positions: new Float32Array([-half, 0, -half, half, 0, half]) }) };
      const kinds: string[] = [];
      for (;;) {
        const job = nextDrawing({ piece: small, selected: null }, '0', (s) => drawn.get(s), patches);
        if (!job) return new Set(kinds);
        drawn.set(job.strand.id, job.key);
        kinds.push(job.strand.kind);
      }
    };
    expect(again(1)).toContain('form');
    expect(again(1)).toEqual(new Set());
    expect(again(2)).toEqual(new Set(['field']));
  });

  it('come in the background, and stop with it', async () => {
    usePreviews.setState({ drawn: {} });
    const stop = startPreviews();
    const [signal] = small.strands;
    const key = previewKey(signal!.id, signal!.steps[0]!.id);
    await vi.waitFor(() => expect(usePreviews.getState().drawn[key]?.kind).toBe('plot'), { timeout: 20_000 });
    edit((p) => setParam(p, signal!.id, signal!.steps[0]!.id, 'turns', 5));
    const before = usePreviews.getState().drawn[key];
    await vi.waitFor(() => expect(usePreviews.getState().drawn[key]).not.toBe(before), { timeout: 20_000 });
    stop();
    putPreviews([['a/b', { kind: 'none', why: 'nothing' }]]);
    expect(usePreviews.getState().drawn['a/b']).toEqual({ kind: 'none', why: 'nothing' });
  });
});

describe('the checks', () => {
  const now = () => verdictOf(useChecks.getState(), 'loop');

  it('measure the piece after each change, and say what breaks', async () => {
    const stop = startChecks(async () => CLOSED);
    expect(now().words).toBe('measuring');
    await vi.waitFor(() => expect(now().words).toBe('closes'), { timeout: 20_000 });
    edit((p) => setParam(p, 'breath', 't1', 'turns', 1.3));
    expect(useChecks.getState().measuring).toBe(true);
    await vi.waitFor(() => expect(now().state).toBe('breaks'), { timeout: 20_000 });
    expect(now().broken.map((r) => r.strand)).toContain('breath');
    stop();
    edit((p) => setParam(p, 'breath', 't1', 'turns', 2));
    expect(useChecks.getState().measuring).toBe(false);
  });

  it('say what remembers before the picture is measured, which may take long', async () => {
    edit((p) => addStep(p, shownBy(p).finish!.id, 1, 'finish.echo', { fade: 0.5 }));
    const stop = startChecks(() => new Promise(() => undefined));
    await vi.waitFor(() => expect(useChecks.getState().memory).toHaveLength(1), { timeout: 20_000 });
    expect(now().words).toBe('measuring');
    stop();
  });

  it('say nothing of a picture that is not all there, and more when it is', async () => {
    const stop = startChecks(async () => 'making');
    await vi.waitFor(() => expect(useChecks.getState().measuring).toBe(false), { timeout: 20_000 });
    expect(now().words).toBe('measuring');
    pictureMeasured({ ...CLOSED, most: 9, closes: false });
    expect(now().words).toBe('does not close');
    pictureMeasured({ ...CLOSED, before: 9, after: 1 });
    expect(now().words).toBe('closes with a kink');
    pictureMeasured('none');
    expect(now().words).toBe('closes');
    stop();
  });

  it('put into words what goes wrong in measuring', async () => {
    const stop = startChecks(() => Promise.reject(new Error('The card is gone.')));
    await vi.waitFor(() => expect(useChecks.getState().measuring).toBe(false), { timeout: 20_000 });
    expect(useChecks.getState().problems.map((p) => p.sentence)).toContain('The card is gone.');
    stop();
  });
});

describe('mesh files', () => {
  const file = (text: string, name: string) => new File([text], name);
  const TRIANGLE = 'v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n';

  it('become assets of a piece', async () => {
    const asset = await importMesh(file(TRIANGLE, 'sail.OBJ'));
    expect(asset).toMatchObject({ name: 'sail.OBJ', type: 'model/obj' });
    // It is loaded already.
    expect(await ensureAssets({ ...small, assets: [asset] })).toBe(false);
    const other = await importMesh(file(`${TRIANGLE}# other\n`, 'sail.obj'));
    expect(other.id).not.toBe(asset.id);
  });

  it('are refused by their ending and their size', async () => {
    await expect(importMesh(file('', 'sail.dwg'))).rejects.toThrow('Forms come from files that end in');
    await expect(importMesh(file('', 'sail.constructor'))).rejects.toThrow('Forms come from files that end in');
    const huge = file('', 'sail.obj');
    Object.defineProperty(huge, 'size', { value: 2 ** 40 });
    await expect(importMesh(huge)).rejects.toThrow('at most');
  });

  it('that a piece holds broken are said once, and the rest goes on', async () => {
    const broken = { id: 'broken', name: 'hull.obj', type: 'model/obj', data: btoa('nothing') };
    const good = { id: 'good', name: 'sail.obj', type: 'model/obj', data: btoa(TRIANGLE) };
    expect(await ensureAssets({ ...small, assets: [broken, good] })).toBe(true);
    expect(said).toEqual([expect.stringMatching(/^The form "hull.obj" cannot be read\. .*nothing stands\.$/)]);
    expect(await ensureAssets({ ...small, assets: [broken] })).toBe(false);
    expect(said).toHaveLength(1);
  });
});
