import type { Control, Piece, Step, Strand } from '../piece/types';
import type { Analysis, StepTypes } from './types';

/** Parameters whose literal values are uniforms: the text has their places alone. */
const IN_UNIFORMS: ReadonlySet<string> = new Set(['number', 'vector', 'colour']);

/** Stands for any value of a kind. */
const ANY = 0;

/** What a control stands at, where that may be the choice of a step, which is part of the text. */
const settingOf = ({ value }: Control) => (typeof value === 'number' || Array.isArray(value) ? ANY : value);

const isLiteral = (value: unknown) => typeof value !== 'object' || Array.isArray(value);

function paramsOf({ step, definition }: StepTypes): unknown[] {
  return Object.entries(step.params).map(([id, value]) => {
    const type = definition?.params.find((p) => p.id === id)?.type ?? '';
    return [id, IN_UNIFORMS.has(type) && isLiteral(value) ? ANY : value];
  });
}

const rowShapes = new WeakMap<Step, { row: StepTypes; shape: string }>();

/** Shapes are kept by step: while one is turned, the others stay as they are. */
function rowShape(row: StepTypes): string {
  const known = rowShapes.get(row.step);
  const isSame = (name: 'definition' | 'takes' | 'gives' | 'active') => known?.row[name] === row[name];
  if (known && isSame('definition') && isSame('takes') && isSame('gives') && isSame('active')) return known.shape;
  const { step, takes, gives, active } = row;
  const shape = JSON.stringify([step.id, step.op, takes, gives, active, paramsOf(row)]);
  rowShapes.set(step, { row, shape });
  return shape;
}

const strandShape = ({ id, kind, name }: Strand, analysis: Analysis) =>
  `${JSON.stringify([id, kind, name])} ${(analysis.types.get(id) ?? []).map(rowShape).join(' ')}`;

/**
 * All of a piece on which its woven text depends: what numbers, vectors and colours stand at is not in it. Pieces of
 * one shape are woven to the same text.
 */
export function shapeOf(piece: Piece, analysis: Analysis): string {
  const { loop, picture, controls, assets } = piece;
  return [
    JSON.stringify([loop, picture, controls.map((c) => [c.id, settingOf(c)]), assets.map((a) => a.id)]),
    ...piece.strands.map((s) => strandShape(s, analysis)),
  ].join('\n');
}
