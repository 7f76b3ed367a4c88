import * as Comlink from 'comlink';
import { AssetStore, type DecodedAsset } from '@/core/assets/assets';
import { checkMemory, type MemoryCheck } from '@/core/checks/memory';
import { measureNumbers } from '@/core/checks/numbers';
import { measureSeam, type SeamReading } from '@/core/checks/seam';
import { loopSize, writeForm, type MeshJob } from '@/core/formats/mesh';
import { measureSampling, samplingMarks, type SamplingReading } from '@/core/checks/sampling';
import { bake, bakeSkin } from '@/core/forms/bake';
import { formExtent } from '@/core/forms/extent';
import { watchBaking, type Making } from '@/core/forms/making';
import { MeshError } from '@/core/mesh/mesh';
import { rimPath, type TakenPath } from '@/core/mesh/path-from';
import { copyToHandOver, type Skin } from '@/core/mesh/skin';
import { CopySpots } from '@/core/forms/copy-spots';
import { strandById, type Piece } from '@/core/piece/types';
import { previewSteps, type Preview, type PreviewJob } from '@/core/preview';
import { frameNumbers, signalLines, type FrameNumbers } from '@/core/preview/plot';
import { pictureSpread, type PictureSpread } from '@/core/preview/picture-spread';
import { Evaluator, placeRows, withMarks, type PlaceValues, type Problem } from '@/core/weave';

/** The files of pieces. */
const assets = new AssetStore();

/** Work on the processor that must not hold up the interface. */
export const studio = {
  /** Takes what the page decoded; pieces come without their files. */
  setAsset: (asset: string, decoded: DecodedAsset): void => assets.set(asset, decoded),

  deleteAsset: (asset: string): void => assets.delete(asset),

  /** What it has of files, by their ids. */
  assetIds: (): string[] => assets.ids(),

  /** Mesh of a form; null where there is none. @throws with a sentence for the artist. */
  async mesh(piece: Piece, strand: string): Promise<Skin | null> {
    const baked = await bakeSkin(piece, assets, strandById(piece, strand)!);
    if (!baked) return null;
    // Meshes are kept here for the next change, so their skins go as copies; made here, they cost the page nothing.
    const { skin, buffers } = copyToHandOver(baked);
    return Comlink.transfer(skin, buffers);
  },

  /** The longest open edge of a form. @throws MeshError where it has none */
  async rim(piece: Piece, strand: string): Promise<TakenPath> {
    const mesh = await bake(piece, assets, strandById(piece, strand)!);
    if (!mesh) throw new MeshError('This form is not there yet.');
    return rimPath(mesh);
  },

  /** How far a form reaches at a phase: see `formExtent`. */
  extent: (piece: Piece, strand: string, phase: number): Promise<Float32Array> =>
    formExtent(piece, assets, strandById(piece, strand)!, phase),

  /** Has the interface told what is being made. */
  watch: (onMaking: (making: Making | null) => void): void => watchBaking((making) => void onMaking(making)),

  /** A form as a file. @throws with a sentence for the artist */
  async formFile(piece: Piece, strand: string, job: MeshJob): Promise<Uint8Array<ArrayBuffer>> {
    const bytes = new Uint8Array(await writeForm(piece, assets, strandById(piece, strand)!, job));
    return Comlink.transfer(bytes, [bytes.buffer]);
  },

  loopSize: (piece: Piece, strand: string, frames: number): Promise<number> =>
    loopSize(piece, assets, strandById(piece, strand)!, frames),

  previews: async (job: PreviewJob): Promise<[string, Preview][]> => [...(await previewSteps(job, assets))],

  seam: (piece: Piece): Promise<SeamReading[]> => measureSeam(piece, assets),

  memory: (piece: Piece): Promise<MemoryCheck[]> => checkMemory(piece, assets),

  /** How the shades of a picture are spread; the pixels are handed over. */
  spread: async (pixels: Uint8ClampedArray, width: number): Promise<PictureSpread> => pictureSpread(pixels, width),

  numbers: (piece: Piece): Promise<Problem[]> => measureNumbers(piece, assets),

  sampling: (piece: Piece): Promise<SamplingReading[]> => measureSampling(piece, assets),

  async samplingMarks(piece: Piece, strand: string, step: string, phase: number): Promise<Float32Array> {
    return samplingMarks(piece, assets, strand, step, phase);
  },

  async copyPlaces(piece: Piece, strand: string, phase: number, most: number): Promise<Float32Array> {
    const found = strandById(piece, strand)!;
    const mesh = await bake(piece, assets, found);
    return (
      (mesh && (await CopySpots.make(piece, assets, found, mesh, { most })))?.at(piece, phase) ?? new Float32Array(0)
    );
  },

  /** Values of each signal over the loop, phase 0 to 1 with both ends; a trace for each number that runs through it. */
  async traces(piece: Piece, samples: number): Promise<{ strand: string; name: string; values: Float32Array }[]> {
    const signals = piece.strands.filter((s) => s.kind === 'signal');
    if (signals.length === 0) return [];
    const evaluator = await Evaluator.make(
      piece,
      assets,
      signals.map((s) => ({ strand: s.id })),
    );
    return signals.flatMap((s, i) =>
      signalLines(evaluator, i, samples).map((values, n, all) => ({
        strand: s.id,
        name: all.length > 1 ? `${s.name} ${'xyz'[n]}` : s.name,
        values,
      })),
    );
  },

  /** Values of a strand up to a step at some places, one after the other. */
  async values(piece: Piece, strand: string, step: string, places: PlaceValues[]): Promise<Float32Array> {
    const target = { strand, step };
    const evaluator = await Evaluator.make(withMarks(piece, target), assets, [target]);
    return evaluator.run(0, placeRows(places), places.length);
  },

  /** Numbers of a signal up to a step, at each frame. */
  async frameNumbers(piece: Piece, strand: string, step: string): Promise<FrameNumbers> {
    return frameNumbers(await Evaluator.make(piece, assets, [{ strand, step }]), 0, piece.loop.frames);
  },

  /** Value of a strand (up to a step) at one place. */
  async probe(piece: Piece, strand: string, step: string | undefined, place: PlaceValues): Promise<number[]> {
    const evaluator = await Evaluator.make(piece, assets, [{ strand, step }]);
    return [...evaluator.run(0, placeRows([place]), 1)];
  },
};

export type Studio = typeof studio;
