import { bake, bakeKey, placesOf } from '../mesh/bake';
import type { Mesh } from '../mesh/mesh';
import type { Piece, Strand } from '../piece/types';
import { analyse, Evaluator, type Analysis } from '../weave';
import { fieldPatch } from './patch';
import { formDrawing } from './form-drawing';
import { signalPlot } from './plot';
import { surfaceBall } from './shade';
import type { Preview, PreviewSize } from './types';

export { patchPlace } from './patch';
export type { Preview, PreviewSize } from './types';

const PLOT_SAMPLES = 97;
let lastBaked: { key: string; mesh: Mesh | null } | null = null;

/** The mesh of a form strand; the last one is kept. */
export function bakeOnce(piece: Piece, strand: Strand): Mesh | null {
  const key = bakeKey(piece, strand);
  if (lastBaked?.key !== key) lastBaked = { key, mesh: bake(piece, strand) };
  return lastBaked.mesh;
}

/** Draws every step of a strand on the processor. Stages and finishes are drawn by the engine. */
export async function previewStrand(piece: Piece, strand: Strand, size: PreviewSize, phase: number): Promise<Map<string, Preview>> {
  return previewSteps(piece, strand, strand.steps.map((s) => s.id), size, phase);
}

export async function previewSteps(piece: Piece, strand: Strand, steps: string[], size: PreviewSize, phase: number): Promise<Map<string, Preview>> {
  if (strand.kind === 'stage' || strand.kind === 'finish') return new Map();
  const analysis = analyse(piece);
  const evaluator = await Evaluator.make(piece, steps.map((step) => ({ strand: strand.id, step })), analysis);
  return new Map(steps.map((step, index) => [step, one(piece, strand, step, analysis, evaluator, index, size, phase)]));
}

function one(piece: Piece, strand: Strand, step: string, analysis: Analysis, evaluator: Evaluator, index: number, size: PreviewSize, phase: number): Preview {
  const row = analysis.types.get(strand.id)?.find((r) => r.step.id === step);
  if (!row?.definition) return { kind: 'none', why: 'not known here' };
  if (!row.gives) return { kind: 'none', why: 'no source' };
  switch (strand.kind) {
    case 'signal':
      return signalPlot(evaluator, index, PLOT_SAMPLES);
    case 'surface':
      return surfaceBall(evaluator, index, size, phase);
    case 'form': {
      const mesh = bakeOnce(piece, strand);
      if (!mesh) return { kind: 'none', why: 'no mesh' };
      const rows = placesOf(mesh, phase);
      return formDrawing(mesh, evaluator.run(index, rows, mesh.positions.length / 3), size);
    }
    default:
      return fieldPatch(evaluator, index, size, phase);
  }
}
