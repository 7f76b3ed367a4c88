import type { Assets } from '../assets/assets';
import { strandById, type Piece, type Step, type Strand } from '../piece/types';
import { definitionOf } from '../steps';
import { linkedStrands } from '../weave/analysis/order';

/** Steps of a row up to `end` that go into the mesh. */
function bakedSteps(strand: Strand, end = strand.steps.length - 1): Step[] {
  let last = 0;
  for (let i = 1; i <= end; i++) if (definitionOf(strand.steps[i]!.op)?.reshape && !strand.steps[i]!.off) last = i;
  return strand.steps.filter(
    (s, i) => i <= last || (i <= end && (definitionOf(s.op)?.shade || definitionOf(s.op)?.place)),
  );
}

/** What the baked part of a form depends on; the same key gives the same mesh. */
export function bakeKey(piece: Piece, assets: Assets, strand: Strand, end?: number): string {
  const steps = bakedSteps(strand, end);
  const keyOf = (step: Step) => stepKey(step, assets);
  const seen = new Set<string>();
  const reach = (from: Strand): unknown[] =>
    linkedStrands(from).flatMap((id) => {
      const other = strandById(piece, id);
      if (!other || seen.has(id)) return [];
      seen.add(id);
      return [[id, other.kind, other.steps.map(keyOf)], ...reach(other)];
    });
  const text = JSON.stringify([
    piece.picture.width / piece.picture.height,
    steps.map(keyOf),
    reach({ ...strand, steps }),
    // What a signal remembers, and how long its beats are.
    [...seen].some((id) => strandById(piece, id)?.kind === 'signal') ? piece.loop : null,
  ]);
  const controls = piece.controls
    .filter((c) => text.includes(`"control":${JSON.stringify(c.id)}`))
    .map((c) => [c.id, c.value]);
  return `${text}${JSON.stringify(controls)}`;
}

// What made a step live is not part of the mesh, so parameters that only the live part reads are left out.
function stepKey(step: Step, assets: Assets): unknown {
  const definition = definitionOf(step.op);
  const params =
    definition?.baked && definition.glsl
      ? Object.fromEntries(Object.entries(step.params).filter(([id]) => definition.baked!.includes(id)))
      : step.params;
  // A file that is not decoded yet makes another mesh than the same file later.
  const files = (definition?.params ?? [])
    .filter((p) => p.type === 'picture' || p.type === 'mesh')
    .map((p) => assets.has(String(step.params[p.id])));
  return [step.op, params, step.off ?? false, files];
}
