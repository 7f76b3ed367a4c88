import { writeFile } from 'node:fs/promises';
import path from 'node:path';
import { writeForm } from '@/core/formats/mesh';
import { MESH_FORMATS, type MeshFormat } from '@/core/formats/mesh/file-types';
import type { Piece, Strand } from '@/core/piece/types';
import { definitionOf } from '@/core/steps';
import { analyse, Evaluator, exportGlsl, placeRows, typeAfter } from '@/core/weave';
import type { Opened } from './opened';
import { Wrong } from './wrong';

/** What a piece has, in lines. */
export function describe(piece: Piece): string {
  const { types } = analyse(piece);
  const head =
    `${piece.name}: ${piece.picture.width} x ${piece.picture.height}, ${piece.loop.frames} ` +
    `frames at ${piece.loop.rate} a second`;
  const outputs = (piece.outputs ?? []).map(
    (o) => `output   ${o.name}: ${o.width} x ${o.height} pixels at ${o.x}, ${o.y}, ${o.pitch} mm apart`,
  );
  return [
    head,
    ...piece.strands.map(
      (s) =>
        `${s.kind.padEnd(8)} ${s.name}: ` +
        `${s.steps.map((t) => definitionOf(t.op)?.name ?? `${t.op} (not known here)`).join(' > ')} ` +
        `gives ${typeAfter(types, s.id) ?? 'nothing'}`,
    ),
    ...outputs,
  ].join('\n');
}

/** @throws Wrong where the strand cannot be written as GLSL */
export async function glsl({ piece, assets }: Opened, strand: Strand): Promise<string> {
  if (strand.kind !== 'field' && strand.kind !== 'signal')
    throw new Wrong(
      `"${strand.name}" is a ${strand.kind}; only fields and signals can be written as GLSL on their own.`,
    );
  return exportGlsl(piece, assets, strand.id);
}

/** Where a strand is asked. */
export interface EvalPlace {
  at: number[];
  uv: number[];
  phase: number;
}

/** The value of a strand at a place, as JSON. @throws Wrong where it has none */
export async function evaluate(
  { piece, assets }: Opened,
  strand: Strand,
  { at, uv, phase }: EvalPlace,
): Promise<string> {
  if (strand.kind === 'stage' || strand.kind === 'finish')
    throw new Wrong(
      `"${strand.name}" is a ${strand.kind}; only signals, fields, forms and surfaces have values at a point.`,
    );
  const evaluator = await Evaluator.make(piece, assets, [{ strand: strand.id }]);
  const value = [...evaluator.run(0, placeRows([{ rest: at, world: at, uv, screen: uv, phase }]), 1)];
  return JSON.stringify({ strand: strand.name, at, uv, phase, type: evaluator.gives(0), value });
}

/** Writes a form as a mesh. @throws Wrong where it is none, or the file has no such ending */
export async function mesh(
  { piece, assets }: Opened,
  strand: Strand,
  { phase, frames, out }: { phase: number; frames: number; out: string },
): Promise<string> {
  if (strand.kind !== 'form')
    throw new Wrong(`"${strand.name}" is a ${strand.kind}; only forms are written as meshes.`);
  const format = path.extname(out).slice(1).toLowerCase();
  if (!(MESH_FORMATS as readonly string[]).includes(format))
    throw new Wrong(`Say where to: --out NAME with the ending ${MESH_FORMATS.map((f) => `.${f}`).join(', ')}.`);
  const bytes = await writeForm(piece, assets, strand, { format: format as MeshFormat, phase, frames });
  await writeFile(out, bytes);
  return `${out}: ${bytes.length.toLocaleString('en')} bytes`;
}
