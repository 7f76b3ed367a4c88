import { controlById, stepById, strandById, type Piece, type Step, type Strand } from '@/core/piece/types';
import { definitionOf, paramOf } from '@/core/steps';

/** What an edit did, in a few words, from the piece before it and after it. */
export function editWords(before: Piece, after: Piece): string {
  const strands = strandWords(before, after);
  if (strands) return strands;
  const control = changedControl(before, after);
  if (control) return control;
  if (!same(before.looks, after.looks)) return 'Looks';
  if (!same(before.bundles, after.bundles)) return 'Bundles';
  if (!same(before.loop, after.loop)) return 'The loop';
  if (!same(before.picture, after.picture)) return 'The picture’s size or ground';
  if (before.name !== after.name) return `The piece is called ${after.name}`;
  return before.note === after.note ? 'A change' : 'The note of the piece';
}

/** States that come from the store are other objects with the same values. */
const same = (a: unknown, b: unknown) => a === b || JSON.stringify(a) === JSON.stringify(b);

const nameOf = (step: Step) => definitionOf(step.op)?.name ?? step.op;

function strandWords(before: Piece, after: Piece): string | null {
  const added = after.strands.filter((s) => !strandById(before, s.id)).map((s) => s.name);
  const gone = before.strands.filter((s) => !strandById(after, s.id)).map((s) => s.name);
  if (added.length > 0 && gone.length > 0) return 'Another version of the piece';
  if (added.length > 0) return `New: ${few(added)}`;
  if (gone.length > 0) return `Deleted: ${few(gone)}`;
  const changed = after.strands.flatMap((s): [Strand, Strand][] => {
    const was = strandById(before, s.id)!;
    return same(was, s) ? [] : [[was, s]];
  });
  if (changed.length > 1) return `Changed: ${few(changed.map(([, s]) => s.name))}`;
  if (changed.length === 1) return rowWords(...changed[0]!);
  const order = (p: Piece) => p.strands.map((s) => s.id).join();
  return order(before) === order(after) ? null : 'The order of strands';
}

const few = (names: string[]) =>
  names.length > 3 ? `${names.slice(0, 2).join(', ')} and ${names.length - 2} more` : names.join(', ');

function rowWords(was: Strand, now: Strand): string {
  if (was.name !== now.name) return `${was.name} is called ${now.name}`;
  const added = now.steps.filter((t) => !stepById(was, t.id));
  const gone = was.steps.filter((t) => !stepById(now, t.id));
  if (added.length > 0) return `${few(added.map(nameOf))} in ${now.name}`;
  if (gone.length > 0) return `${few(gone.map(nameOf))} out of ${now.name}`;
  const changed = now.steps.filter((t) => !same(stepById(was, t.id), t));
  if (changed.length === 0) return `The order of ${now.name}`;
  if (changed.length > 1) return `${few(changed.map(nameOf))} of ${now.name}`;
  return stepWords(stepById(was, changed[0]!.id)!, changed[0]!, now.name);
}

function stepWords(was: Step, now: Step, strand: string): string {
  const of = `${nameOf(now)} of ${strand}`;
  if (was.op !== now.op) return `${nameOf(now)} for ${nameOf(was)} in ${strand}`;
  if (was.off !== now.off) return `${of} ${now.off ? 'off' : 'on'}`;
  if (!same(was.overrides, now.overrides)) return `${of}: only here`;
  const ids = [...new Set([...Object.keys(was.params), ...Object.keys(now.params)])];
  const changed = ids.filter((id) => !same(was.params[id], now.params[id]));
  const names = changed.map((id) => paramOf(now, id)?.name.toLowerCase() ?? id);
  return names.length > 0 ? `${of}: ${few(names)}` : of;
}

function changedControl(before: Piece, after: Piece): string | null {
  if (same(before.controls, after.controls)) return null;
  const added = after.controls.find((c) => !controlById(before, c.id));
  if (added) return `Control ${added.name}`;
  const changed = after.controls.filter((c) => !same(controlById(before, c.id), c));
  return changed.length === 1 ? `Control ${changed[0]!.name}` : 'Controls';
}
