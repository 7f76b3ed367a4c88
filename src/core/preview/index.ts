import type { Assets } from '../assets/assets';
import { bake } from '../forms/bake';
import { MeshError } from '../mesh/mesh';
import { standing } from '../forms/standing';
import { strandById, type Piece, type Strand } from '../piece/types';
import { analyse, Evaluator, type Analysis } from '../weave';
import { fieldPatch, patchPlaces } from './patch';
import { formDrawing } from './form-drawing';
import { signalPlot } from './plot';
import { surfaceBall } from './shade';
import type { Preview, PreviewSize } from './types';
import type { Patch } from './where-used';

export type { Patch } from './where-used';
export type { Preview, PreviewSize } from './types';

/** Copies that a small drawing shows; more of them are drawn as their first ones. */
const DRAWN_COPIES = 400;

/** Which steps of a strand are drawn, and how. */
export interface PreviewJob {
  piece: Piece;
  /** Id of the strand. */
  strand: string;
  /** Ids of its steps. */
  steps: readonly string[];
  size: PreviewSize;
  phase: number;
  /** Where a field is shown; about the origin if it is not given. */
  patch?: Patch;
}

/**
 * Draws steps on the processor, by their ids. Those of stages and finishes are drawn by the engine.
 * @example await previewSteps({ piece, strand: 's1', steps: ['t1'], size, phase: 0 }, assets);
 */
export async function previewSteps(job: PreviewJob, assets: Assets): Promise<Map<string, Preview>> {
  const { piece, steps, size, phase, patch } = job;
  const strand = strandById(piece, job.strand);
  if (!strand || strand.kind === 'stage' || strand.kind === 'finish') return new Map();
  const analysis = analyse(piece);
  if (strand.kind === 'form') return formPreviews(job, assets, strand, analysis);
  const evaluator = await Evaluator.make(
    piece,
    assets,
    steps.map((step) => ({ strand: strand.id, step })),
    analysis,
  );
  const draw = drawingOf(strand.kind, { evaluator, size, phase, frames: piece.loop.frames, patch });
  const rows = analysis.types.get(strand.id);
  return new Map(
    steps.map((step, index) => {
      const row = rows?.find((r) => r.step.id === step);
      if (!row?.definition) return [step, { kind: 'none', why: 'not known here' }];
      return [step, row.gives ? draw(index) : { kind: 'none', why: 'no source' }];
    }),
  );
}

/** Each step of a form as it stands after it, topology and movement alike. */
async function formPreviews(
  { piece, steps, size, phase }: PreviewJob,
  assets: Assets,
  strand: Strand,
  analysis: Analysis,
): Promise<Map<string, Preview>> {
  const out = new Map<string, Preview>();
  for (const step of steps) {
    const index = strand.steps.findIndex((s) => s.id === step);
    const row = analysis.types.get(strand.id)?.[index];
    if (!row?.definition || !row.gives) {
      out.set(step, { kind: 'none', why: row?.definition ? 'no source' : 'not known here' });
      continue;
    }
    try {
      const mesh = await bake(piece, assets, strand, index, analysis);
      const stands =
        mesh &&
        (await standing(piece, assets, strand, mesh, phase, { step, analysis, most: DRAWN_COPIES, still: true }));
      out.set(step, stands ? formDrawing(stands.skin, stands.positions, size) : { kind: 'none', why: 'no mesh' });
    } catch (error) {
      if (!(error instanceof MeshError)) throw error;
      out.set(step, { kind: 'none', why: error.message });
    }
  }
  return out;
}

/** Draws what the evaluator's program of this number gives, as strands of this kind are drawn. */
function drawingOf(
  kind: Strand['kind'],
  { evaluator, size, phase, frames, patch }: Drawing,
): (index: number) => Preview {
  switch (kind) {
    case 'signal':
      return (index) => signalPlot(evaluator, index, frames);
    case 'surface':
      return (index) => surfaceBall(evaluator, index, size, phase);
    default: {
      const places = patchPlaces(size, phase, patch);
      return (index) => fieldPatch(evaluator, index, size, places);
    }
  }
}

interface Drawing {
  evaluator: Evaluator;
  size: PreviewSize;
  phase: number;
  frames: number;
  patch: Patch | undefined;
}
