import { MAX_COPY_LEVELS, MAX_PLACED_LEVELS } from '../../mesh/topology/copy-levels';
import type { ActiveStep, StepTypes } from './types';

const isCopies = (row: StepTypes): row is ActiveStep => row.active && row.definition.place !== undefined;
const isPlaced = (row: StepTypes) => isCopies(row) && !row.definition.inPlace;

/**
 * Why the last step of a row has no effect behind the copies that stand before it, or null where it has one.
 * @param rows the steps up to it
 */
export function withoutEffect(rows: readonly StepTypes[]): string | null {
  const row = rows.at(-1)!;
  if (!row.active) return null;
  const copies = rows.slice(0, -1).filter(isCopies);
  const { name } = row.definition;
  if (copies.length > 0 && row.definition.reshape)
    return (
      `"${name}" has no effect here: it makes a new mesh, and "${copies.at(-1)!.definition.name}" before it only ` +
      `says where copies of the mesh stand. Move it before them.`
    );
  if (!isCopies(row)) return null;
  if (copies.length >= MAX_COPY_LEVELS)
    return `"${name}" has no effect: at most ${MAX_COPY_LEVELS} steps of a row can make copies of copies. Remove one.`;
  if (isPlaced(row) && copies.filter(isPlaced).length >= MAX_PLACED_LEVELS)
    return `"${name}" has no effect: at most ${MAX_PLACED_LEVELS} steps of a row can put copies on forms. Remove one.`;
  return null;
}

/**
 * Statements that make `q`, which is the place p, the place as one step of copies sees it: with the number, the count
 * and the place of its own copies, whatever copies of them there are.
 * @returns none where the row has no other copies: the place is as it is then
 */
export function levelStatements(rows: readonly StepTypes[], index: number): string[] {
  const row = rows[index]!;
  if (!isCopies(row) || rows.filter(isCopies).length < 2) return [];
  const axis = 'xyz'[rows.slice(0, index).filter(isCopies).length]!;
  const before = rows.slice(0, index).filter(isPlaced).length;
  const [at, normal] = !isPlaced(row)
    ? ['vec3(0.0)', 'vec3(0.0, 1.0, 0.0)']
    : before === 0
      ? ['p.firstAt', 'p.firstNormal']
      : ['p.copyAt - p.firstAt', 'p.copyNormal'];
  return [
    `  q.copy = p.copyIn.${axis};`,
    `  q.copies = p.copiesIn.${axis};`,
    `  q.copyAt = ${at};`,
    `  q.copyNormal = ${normal};`,
  ];
}
