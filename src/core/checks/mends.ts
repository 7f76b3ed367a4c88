import type { Assets } from '../assets/assets';
import { setParam } from '../piece/edit';
import { isDriven, type Piece, type Step, type Strand, type Vector } from '../piece/types';
import { paramById, definitionOf, type Param } from '../steps';
import { analyse, Evaluator, literalOf, loopSteps, OverLoop } from '../weave';
import { compare } from './seam-measure';
import { SeamPlaces } from './seam-places';

export interface Fix {
  strand: string;
  step: string;
  param: string;
  sentence: string;
  value: number | Vector;
}

/** Values that mend the seam, set together. */
export type Mend = Fix[];

/** Nearest values that close the loop, each tried before it is offered; all at once where none does alone. */
export async function mendsFor(piece: Piece, assets: Assets, strand: Strand, stepId: string): Promise<Mend[]> {
  const step = strand.steps.find((s) => s.id === stepId);
  const definition = step && definitionOf(step.op);
  if (!step || !definition) return [];
  const candidates = definition.params.flatMap((param): Fix[] => {
    const value = literalOf(piece, step, param);
    const other = paramById(definition, companionOf(param));
    return [
      fixOf(strand.id, step, param, closing(param, value)),
      other ? fixOf(strand.id, step, other, companion(literalOf(piece, step, other), value)) : null,
    ].filter((f) => f !== null);
  });
  const single: Mend[] = [];
  for (const mend of await closingOverLoop(piece, assets, strand.id, step))
    if (await closesWith(piece, assets, strand, stepId, mend)) single.push(mend);
  for (const fix of candidates) if (await closesWith(piece, assets, strand, stepId, [fix])) single.push([fix]);
  if (single.length > 0) return single;
  return (await closesWith(piece, assets, strand, stepId, candidates)) ? [candidates] : [];
}

/** What a step that is worked out over the loop says would close it. */
async function closingOverLoop(piece: Piece, assets: Assets, strand: string, step: Step): Promise<Mend[]> {
  const analysis = analyse(piece);
  const index = loopSteps(piece, analysis).findIndex((s) => s.strand === strand && s.row.step.id === step.id);
  if (index < 0) return [];
  const { results } = (await OverLoop.forPiece(piece, analysis)).table(piece, assets);
  // Several numbers that run through one step do not come out whole by one value.
  if (results[index]!.length > 1) return [];
  return (results[index]![0]!.closing ?? []).flatMap((values) => {
    const fixes = Object.entries(values).map(([id, value]) =>
      fixOf(
        strand,
        step,
        definitionOf(step.op)!.params.find((p) => p.id === id)!,
        value,
      ),
    );
    return fixes.every((f) => f !== null) ? [fixes] : [];
  });
}

/** A fix that sets a parameter; null where there is no value, or something else says it. */
export function fixOf(strand: string, step: Step, param: Param, value: number | Vector | null): Fix | null {
  if (value === null || isDriven(step.params[param.id])) return null;
  const unit = 'unit' in param && param.unit && param.unit !== param.name.toLowerCase() ? ` ${param.unit}` : '';
  const shown = Array.isArray(value) ? value.join(', ') : String(value);
  return {
    strand,
    step: step.id,
    param: param.id,
    sentence: `Set ${param.name.toLowerCase()} to ${shown}${unit}`,
    value,
  };
}

/** The nearest whole value; null where it is whole, or need not be. */
function closing(param: Param, value: unknown): number | Vector | null {
  if (!('closes' in param) || !param.closes) return null;
  if (param.type === 'number' && typeof value === 'number') return Number.isInteger(value) ? null : Math.round(value);
  if (param.type === 'vector' && Array.isArray(value))
    return value.every(Number.isInteger) ? null : (value.map((v) => Math.round(v as number)) as Vector);
  return null;
}

const companionOf = (param: Param) => (param.type === 'vector' ? param.closesWith : undefined);

/** What a parameter becomes that must not be 0 while another moves: whole, and no less than that moves by. */
function companion(value: unknown, moving: unknown): number | null {
  const most = Array.isArray(moving) ? Math.max(...moving.map((v) => Math.abs(Number(v)))) : 0;
  return value === 0 && most > 0 ? Math.max(2, Math.ceil(most)) : null;
}

async function closesWith(piece: Piece, assets: Assets, strand: Strand, step: string, mend: Mend): Promise<boolean> {
  if (mend.length === 0) return false;
  const mended = mend.reduce((p, f) => setParam(p, f.strand, f.step, f.param, f.value), piece);
  const analysis = analyse(mended);
  const evaluator = await Evaluator.make(mended, assets, [{ strand: strand.id, step }], analysis);
  const places = await new SeamPlaces(mended, assets, analysis).forStrand(strand, evaluator);
  return compare(evaluator, 0, mended.loop.frames, places).closes;
}
