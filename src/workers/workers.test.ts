import { NO_ASSETS } from '@/core/assets/assets';
import { toBase64 } from '@/core/formats/base64';
import { CubeError } from '@/core/formats/cube';
import { SoundError, writeWav } from '@/core/formats/wav';
import { reader } from './reader';
import { strFromU8, unzipSync } from 'fflate';
import { DataUtils } from 'three';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { MADE_SOUNDS } from '@/core/sound/made';
import { soundTrack } from '@/core/sound/track';
import { bakeSkin } from '@/core/forms/bake';
import { writePiece } from '@/core/formats/write-piece';
import { setParam, setPicture } from '@/core/piece/edit';
import { PieceError } from '@/core/piece/errors';
import { strandById, type Piece } from '@/core/piece/types';
import { STARTERS } from '@/demo';
import { addDecoded, endStudio, withoutAssetData, studio, openExporter, watchStudio } from './remotes';
import { Ended, ThreadFailed, TooLong } from './thread';
import { MeshStore } from './mesh-store';
import { readMeshData, readMeshFile } from './mesh-reading';
import { readPanorama } from './panorama-reading';
import { readStoredPiece, readPieceFile, readSoundData, readTableData, Vetting } from './reading';
import { studio as studioInThread } from './studio';
import { WorkerHere } from './testing';
import type { FramesJob } from './job';
import { writtenSide } from '@/core/export/films';
import { cropped } from './video';

vi.stubGlobal('Worker', WorkerHere);
// Encoding is the browser's; here the bytes alone tell which frame came.
vi.mock('./pictures', () => ({ encodePicture: async (pixels: Uint8ClampedArray) => new Uint8Array(pixels) }));
const zipJob = (frames: number): FramesJob => ({
  kind: 'frames',
  picture: { format: 'png', width: 1, height: 1, opacity: 'straight', quality: 1 },
  stem: 'veil',
  frames,
});

const starter = (id: string) => STARTERS.find((s) => s.id === id)!.piece;
const veil = starter('tidewater-veil');
const small = setParam(setParam(veil, 'sea', 't1', 'columns', 8), 'sea', 't1', 'rows', 6);
const opened = (name: string) => WorkerHere.opened.filter((w) => w.name === name).length;
const TRIANGLE = 'v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n';

beforeEach(() => endStudio());

describe('the studio', () => {
  it('answers from its thread what the core answers', async () => {
    const remote = studio();
    const [field] = small.strands.filter((s) => s.kind === 'field');
    const mesh = await remote.mesh(withoutAssetData(small), 'sea');
    expect(mesh!.positions).toEqual((await bakeSkin(small, NO_ASSETS, strandById(small, 'sea')!))!.positions);
    const [piece, steps] = [withoutAssetData(small), [field!.steps[0]!.id]];
    const drawn = await remote.previews({ piece, strand: field!.id, steps, size: { width: 12, height: 6 }, phase: 0 });
    expect(drawn.map(([step]) => step)).toEqual([field!.steps[0]!.id]);
    expect((await remote.seam(withoutAssetData(small))).every((r) => r.closes)).toBe(true);
    expect(await remote.sampling(withoutAssetData(small))).toBeInstanceOf(Array);
    const traces = await remote.traces(withoutAssetData(small), 5);
    expect(traces.map((t) => t.name)).toEqual(small.strands.filter((s) => s.kind === 'signal').map((s) => s.name));
    expect(traces[0]!.values[0]).toBeCloseTo(traces[0]!.values[4]!, 5);
    const [value] = await remote.probe(withoutAssetData(small), traces[0]!.strand, undefined, { phase: 0 });
    expect(value).toBeCloseTo(traces[0]!.values[0]!, 5);
  });

  it('has no traces without signals, nor copies without any', async () => {
    const without = { ...small, strands: small.strands.filter((s) => s.kind === 'form').slice(0, 1) };
    expect(await studio().traces(without, 5)).toEqual([]);
    const plain = { ...without, strands: [{ ...without.strands[0]!, steps: without.strands[0]!.steps.slice(0, 1) }] };
    expect(await studio().copyPlaces(plain, plain.strands[0]!.id, 0, 10)).toHaveLength(0);
    expect(
      await studio().previews({ piece: plain, strand: 'gone', steps: [], size: { width: 2, height: 2 }, phase: 0 }),
    ).toEqual([]);
  });

  it('writes a form as a file, and tells its size before', async () => {
    expect(strFromU8(await studio().formFile(withoutAssetData(small), 'sea', { format: 'obj', phase: 0 }))).toContain(
      '\nv ',
    );
    expect(await studio().loopSize(withoutAssetData(small), 'sea', 4)).toBeGreaterThan(0);
  });

  it('tells everybody that waits when it is ended, and hands the next one what the one before had', async () => {
    const said: unknown[] = [];
    watchStudio((making) => said.push(making));
    const pixels = { width: 1, height: 1, data: new Uint8ClampedArray([1, 2, 3, 255]) };
    const handed = vi.spyOn(studioInThread, 'setAsset');
    await addDecoded('one-texel', { pixels });
    const before = opened('studio');
    expect(await studio().assetIds()).toEqual(['one-texel']);
    const waiting = studio().seam(withoutAssetData(veil));
    expect(opened('studio')).toBe(before + 1);
    endStudio();
    await expect(waiting).rejects.toBeInstanceOf(Ended);
    expect(said.at(-1)).toBeNull();
    expect(await studio().traces(withoutAssetData(small), 3)).not.toHaveLength(0);
    expect(opened('studio')).toBe(before + 2);
    expect(handed.mock.calls).toEqual(Array(2).fill(['one-texel', { pixels }]));
  });

  it('gets pieces without their pictures', () => {
    expect(withoutAssetData(small)).toBe(small);
    const withPicture = { ...small, assets: [{ id: 'a', name: 'a', type: 'image/png', data: 'AAAA' }] };
    expect(withoutAssetData(withPicture).assets[0]).toMatchObject({ id: 'a', data: '' });
    expect(withPicture.assets[0]!.data).toBe('AAAA');
  });
});

describe('meshes of a piece', () => {
  it('are made when what they depend on changed, and only then', async () => {
    const failed = vi.fn();
    const meshes = new MeshStore(failed);
    expect(meshes.has(small)).toBe(false);
    expect(await meshes.update(small)).toBe(true);
    expect(meshes.has(small)).toBe(true);
    const mesh = meshes.get('sea');
    expect(await meshes.update(small)).toBe(false);
    expect(meshes.get('sea')).toBe(mesh);
    const finer = setParam(small, 'sea', 't1', 'columns', 9);
    expect(meshes.has(finer)).toBe(false);
    expect(await meshes.update(finer)).toBe(true);
    expect(meshes.get('sea')!.positions.length).toBeGreaterThan(mesh!.positions.length);
    await meshes.update({ ...finer, strands: finer.strands.filter((s) => s.id !== 'sea') });
    expect(meshes.get('sea')).toBeUndefined();
    expect(failed).not.toHaveBeenCalled();
  });

  it('of an earlier piece come too late for one that is right again, and leave what came since', async () => {
    const meshes = new MeshStore(() => undefined);
    let present = small;
    const update = (piece: Piece) => meshes.update((present = piece), () => present);
    const first = update(small);
    const between = update(setParam(small, 'sea', 't1', 'columns', 9));
    // As before the change, so that its meshes are there with those of the first.
    present = setPicture(small, { background: '#102030' });
    await Promise.all([first, between]);
    expect(meshes.has(present)).toBe(true);
    expect(meshes.get('sea')!.positions).toEqual(
      (await bakeSkin(small, NO_ASSETS, strandById(small, 'sea')!))!.positions,
    );
  });

  it('stay as they were when the making is stopped, and that is said', async () => {
    const said: string[] = [];
    const meshes = new MeshStore((why) => said.push(why));
    await meshes.update(small);
    const mesh = meshes.get('sea');
    const finer = setParam(small, 'sea', 't1', 'columns', 40);
    const making = meshes.update(finer);
    endStudio();
    await making;
    expect(meshes.get('sea')).toBe(mesh);
    expect(said).toEqual([expect.stringContaining('The making of "sea" was stopped.')]);
    // The same wrong values are not tried again.
    expect(meshes.has(finer)).toBe(true);
  });
});

describe('reading', () => {
  const file = (text: string) => new Blob([text]);

  it('gives the piece of a file, and tells how far it is', async () => {
    const told: number[] = [];
    const read = await readPieceFile(file(writePiece(small)), { progress: (done, of) => void told.push(done / of) });
    expect(read).toEqual(small);
    expect(await readStoredPiece(structuredClone(small))).toEqual({ piece: small, left: [] });
    expect(told.every((share) => share >= 0 && share <= 1)).toBe(true);
  });

  it('refuses in words, with the kind of the fault', async () => {
    const refused = await readPieceFile(file('{')).catch((e: unknown) => e);
    expect(refused).toBeInstanceOf(PieceError);
    expect(refused).toMatchObject({ code: 'not-json', message: expect.stringMatching(/\.$/) });
    await expect(readStoredPiece({ format: 'other' })).rejects.toBeInstanceOf(PieceError);
  });

  it('is stopped by its signal, before it begins and after', async () => {
    await expect(readPieceFile(file(writePiece(veil)), { signal: AbortSignal.abort() })).rejects.toBeInstanceOf(Ended);
    const ending = new AbortController();
    const reading = readPieceFile(file(writePiece(veil)), { signal: ending.signal });
    ending.abort();
    await expect(reading).rejects.toBeInstanceOf(Ended);
  });

  it('says so where the thread itself fails', async () => {
    const reading = readPieceFile(file(writePiece(veil)));
    WorkerHere.opened.at(-1)!.worker.dispatchEvent(new Event('error'));
    await expect(reading).rejects.toThrow('more than this browser can read');
  });

  it('takes mesh files, and refuses what is none in words', async () => {
    const { mesh, id, data } = await readMeshFile(file(TRIANGLE), 'model/obj');
    expect([...mesh.positions]).toEqual([0, 0, 0, 1, 0, 0, 0, 1, 0]);
    expect(id).not.toBe('');
    expect((await readMeshData(data, 'model/obj')).positions).toEqual(mesh.positions);
    await expect(readMeshFile(file('nothing'), 'model/obj')).rejects.toThrow(/\.$/);
    await expect(readMeshFile(file(TRIANGLE), 'model/obj', AbortSignal.abort())).rejects.toBeInstanceOf(Ended);
  });
});

describe('vetting saved pieces', () => {
  it('gives each with what its picture costs, or why not', async () => {
    const vetting = new Vetting(30_000);
    const [good, bad] = await Promise.all([vetting.vet(small), vetting.vet({ format: 'other' })]);
    expect(good).toMatchObject({ piece: { name: small.name }, cost: expect.any(Number) });
    expect(bad).toEqual({ refused: expect.stringMatching(/\.$/) });
  });

  it('ends the thread of one that takes too long, and goes on with the next in another', async () => {
    const vetting = new Vetting(4000);
    vi.useFakeTimers();
    // A thread that hears nothing answers nothing.
    const deaf = vi.spyOn(WorkerHere.prototype, 'postMessage').mockImplementation(() => undefined);
    const refused = expect(vetting.vet(veil)).rejects.toBeInstanceOf(TooLong);
    await vi.advanceTimersByTimeAsync(4000);
    await refused;
    vi.useRealTimers();
    deaf.mockRestore();
    const before = opened('reader');
    await expect(vetting.vet(small)).resolves.toMatchObject({ cost: expect.any(Number) });
    expect(opened('reader')).toBe(before + 1);
  });
});

describe('pictures all around', () => {
  const header = '#?RADIANCE\nFORMAT=32-bit_rle_rgbe\n\n-Y 1 +X 2\n';
  const hdr = (...pixels: number[]) => new Uint8Array([...new TextEncoder().encode(header), ...pixels]);

  it('are decoded, four half floats a pixel (G. Ward, "Real Pixels", 1991)', async () => {
    const { width, height, data } = await readPanorama(hdr(128, 64, 32, 129, 0, 0, 255, 132));
    expect([width, height]).toEqual([2, 1]);
    const light = [...data].map((half) => DataUtils.fromHalfFloat(half));
    [256 / 255, 128 / 255, 64 / 255, 1, 0, 0, 16, 1].forEach((v, i) => expect(light[i]).toBeCloseTo(v, 2));
  });

  it('that are cut short or none are refused', async () => {
    await expect(readPanorama(hdr(128, 64))).rejects.toThrow('cannot be read');
    await expect(readPanorama(new Uint8Array(40))).rejects.toThrow('cannot be read');
  });
});

describe('threads for one job', () => {
  const file = new Blob([TRIANGLE]);

  it('take the next job in turn, and two at once have one each', async () => {
    await readMeshFile(file, 'model/obj');
    const before = opened('mesh-reader');
    await readMeshFile(file, 'model/obj');
    expect(opened('mesh-reader')).toBe(before);
    await Promise.all([readMeshFile(file, 'model/obj'), readMeshFile(file, 'model/obj')]);
    expect(opened('mesh-reader')).toBe(before + 1);
  });

  it('end with a job that was stopped or failed, and with time', async () => {
    await readMeshFile(file, 'model/obj');
    const before = opened('mesh-reader');
    const stopping = new AbortController();
    const stopped = readMeshFile(file, 'model/obj', stopping.signal);
    stopping.abort();
    await expect(stopped).rejects.toBeInstanceOf(Ended);
    await readMeshFile(file, 'model/obj');
    expect(opened('mesh-reader')).toBe(before + 1);
    const failing = readMeshFile(file, 'model/obj');
    WorkerHere.opened.at(-1)!.worker.dispatchEvent(new Event('error'));
    await expect(failing).rejects.toThrow('more than this browser can read');
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
    await readMeshFile(file, 'model/obj');
    expect(opened('mesh-reader')).toBe(before + 2);
    await vi.advanceTimersByTimeAsync(60_000);
    vi.useRealTimers();
    await readMeshFile(file, 'model/obj');
    expect(opened('mesh-reader')).toBe(before + 3);
  });
});

describe('a thread that fails', () => {
  const fail = () => WorkerHere.opened.at(-1)!.worker.dispatchEvent(new Event('error'));

  it('tells whoever waits for the studio, and the next call starts another', async () => {
    const waiting = studio().seam(withoutAssetData(veil));
    const before = opened('studio');
    fail();
    await expect(waiting).rejects.toBeInstanceOf(ThreadFailed);
    expect(await studio().traces(withoutAssetData(small), 3)).not.toHaveLength(0);
    expect(opened('studio')).toBe(before + 1);
  });

  it('tells whoever exports', async () => {
    const { remote } = openExporter();
    const waiting = remote.begin(zipJob(1));
    fail();
    await expect(waiting).rejects.toThrow('Nothing of the piece is lost');
  });
});

describe('taking away', () => {
  const zipped = async (job: FramesJob, frames: number[]) => {
    const { remote, end } = openExporter();
    await remote.begin(job);
    for (const [i, frame] of frames.entries())
      await remote.add(new Uint8ClampedArray([frame % 256, 0, 0, 255]), i, frame);
    const bytes = new Uint8Array(await (await remote.finish())!.arrayBuffer());
    end();
    return bytes;
  };

  it('numbers frames so that they sort, and zips them', async () => {
    const files = unzipSync(await zipped(zipJob(12_345), [0, 12_344]));
    expect(Object.keys(files)).toEqual(['veil_00000.png', 'veil_12344.png']);
    expect([...files['veil_12344.png']!]).toEqual([12_344 % 256, 0, 0, 255]);
  });

  it('puts a text beside the frames, and writes the same bytes however late', async () => {
    const job = { ...zipJob(10), beside: { name: 'veil.json', text: '{}' } };
    const first = await zipped(job, [3]);
    expect(Object.keys(unzipSync(first))).toEqual(['veil_0003.png', 'veil.json']);
    const real = Date.now;
    Date.now = () => real() + 1e9;
    try {
      expect(await zipped(job, [3])).toEqual(first);
    } finally {
      Date.now = real;
    }
  });

  it('leaves out the last row and column of odd sizes where a film takes even ones only', () => {
    expect([writtenSide('avc', 7), writtenSide('hevc', 8), writtenSide('av1', 7)]).toEqual([6, 8, 7]);
    const pixels = new Uint8ClampedArray(4 * 9).map((_, i) => Math.floor(i / 4));
    const to = { width: 2, height: 2 };
    expect([...cropped(pixels, 3, to)].filter((_, i) => i % 4 === 0)).toEqual([0, 1, 3, 4]);
    expect(cropped(pixels, 3, { width: 3, height: 3 })).toBe(pixels);
  });
});

describe('reading a colour table', () => {
  const file = 'LUT_1D_SIZE 2\n1 1 1\n0 0 0\n';

  it('gives its pixels, and what a piece keeps of it', async () => {
    const read = await reader.tableFile(new Blob([file]));
    expect(read.pixels).toMatchObject({ width: 2, height: 2 });
    expect(atob(read.data)).toBe(file);
    expect(await reader.tableData(read.data)).toEqual(read.pixels);
  });

  it('says why it is refused', async () => {
    const reading = readTableData(btoa('LUT_3D_SIZE 2\n'));
    await expect(reading).rejects.toBeInstanceOf(CubeError);
    await expect(reading).rejects.toThrow(/states 8 colours and holds 0/);
  });
});

describe('reading a sound', () => {
  const wav = writeWav({ rate: 8000, samples: new Float32Array(8000).fill(0.5) });

  it('gives its track, how far it is, and what a piece keeps of it', async () => {
    const parts: number[] = [];
    const long = writeWav({ rate: 1000, samples: new Float32Array(12_000) });
    const read = await reader.soundFile(new Blob([long]), null, (part) => parts.push(part));
    expect(read.track).toMatchObject({ seconds: 12, rows: 1200 });
    expect(parts.length).toBeGreaterThan(0);
    expect(parts).toEqual([...parts].sort((a, b) => a - b));
    expect(await reader.soundData(read.data, null)).toEqual(read.track);
  });

  it('takes what the browser decoded, and keeps the file as it came', async () => {
    const decoded = { rate: 8000, channels: [new Float32Array(4000).fill(0.5), new Float32Array(4000).fill(-0.5)] };
    const read = await reader.soundFile(new Blob(['not a wave']), decoded, () => undefined);
    expect(read.track.seconds).toBe(0.5);
    // Its channels take each other out.
    expect(read.track).toEqual(soundTrack({ rate: 8000, samples: new Float32Array(4000) }));
    expect(atob(read.data)).toBe('not a wave');
  });

  it('makes the ready-made ones', () => {
    const [bell] = MADE_SOUNDS;
    expect(reader.madeSound(bell!.id)).toEqual(writeWav(bell!.make()));
  });

  it('says why it is refused', async () => {
    const reading = readSoundData(toBase64(wav.subarray(0, 20)), null);
    await expect(reading).rejects.toBeInstanceOf(SoundError);
    await expect(reading).rejects.toThrow(/ends before its samples/);
  });
});
