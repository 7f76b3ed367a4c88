import { bake } from '../forms/bake';
import { MeshError } from '../mesh/mesh';
import { standing } from '../forms/standing';
import type { Piece, Strand } from '../piece/types';
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

/** Draws every step of a strand on the processor. Stages and finishes are drawn by the engine. */
export async function previewStrand(
  piece: Piece,
  strand: Strand,
  size: PreviewSize,
  phase: number,
): Promise<Map<string, Preview>> {
  return previewSteps(
    piece,
    strand,
    strand.steps.map((s) => s.id),
    size,
    phase,
  );
}

/** The same for some steps. @param patch where a field is shown; about the origin if it is not given */
export async function previewSteps(
  piece: Piece,
  strand: Strand,
  steps: string[],
  size: PreviewSize,
  phase: number,
  patch?: Patch,
): Promise<Map<string, Preview>> {
  if (strand.kind === 'stage' || strand.kind === 'finish') return new Map();
  const analysis = analyse(piece);
  if (strand.kind === 'form') return formPreviews(piece, strand, steps, analysis, size, phase);
  const evaluator = await Evaluator.make(
    piece,
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
  piece: Piece,
  strand: Strand,
  steps: string[],
  analysis: Analysis,
  size: PreviewSize,
  phase: number,
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
      const mesh = await bake(piece, strand, index, analysis);
      const stands =
        mesh && (await standing(piece, strand, mesh, phase, { step, analysis, most: DRAWN_COPIES, still: true }));
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
