import { readFile, stat, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { measureSeam } from '@/core/checks/seam';
import { fromBase64 } from '@/core/formats/base64';
import { readMesh, writeForm } from '@/core/formats/mesh';
import { MESH_FORMATS, type MeshFormat } from '@/core/formats/mesh/file-types';
import { AssetStore, type Assets } from '@/core/assets/assets';
import { readPiece } from '@/core/formats/piece-file';
import { checkSize } from '@/core/formats/piece-size';
import { MeshError } from '@/core/mesh/mesh';
import { PieceError } from '@/core/piece/errors';
import type { Piece, Strand } from '@/core/piece/types';
import { definitionOf } from '@/core/steps';
import { analyse, Evaluator, exportGlsl, placeRows, typeAfter, withTracks } from '@/core/weave';
import { NoBrowser } from './browser';
import { decodePictures } from './pixels';
import { render, type Tell } from './render';
import { Wrong } from './wrong';

const USAGE = `npm run -s piece -- check FILE                                            does the loop close?
npm run -s piece -- describe FILE                                         what is in it
npm run -s piece -- glsl FILE --strand NAME                               a field as GLSL
npm run -s piece -- eval FILE --strand NAME --at x,y,z --phase p [--uv u,v]   its value at a point, as JSON
npm run -s piece -- mesh FILE --strand NAME --phase p --out x.glb [--frames n]   a form as .glb, .gltf, .obj,
  .ply or .stl; n frames of its loop in a .glb or .gltf
npm run -s piece -- render FILE --out FOLDER [--frames a-b] [--every n] [--size WxH] [--samples n]
  [--format png|png16|exr|jpeg|webp] [--opacity straight|premultiplied] [--json]   frames, drawn in Chromium;
  those that are there already are kept`;

/** What a command says, and its exit code: 0, 1 where it could not be done, 2 where a loop does not close. */
export interface Answer {
  code: 0 | 1 | 2;
  out: string;
  /** Lines for the error stream. */
  err: string[];
}

/** What a command came to: text, or text with an exit code. */
type Outcome = string | { code: 2; out: string };

/** A piece with what its files were decoded to. */
interface Opened {
  piece: Piece;
  assets: Assets;
}

async function readFrom(file: string | undefined): Promise<Piece> {
  if (!file) throw new Wrong('Name a piece file.');
  const size = await stat(file).then(
    (s) => s.size,
    () => null,
  );
  if (size === null) throw new Wrong(`There is no file "${file}".`);
  checkSize(size);
  return readPiece(await readFile(file, 'utf8'));
}

async function open(file: string | undefined, err: string[]): Promise<Opened> {
  const piece = withTracks(await readFrom(file));
  const assets = new AssetStore();
  err.push(...decodePictures(piece, assets));
  for (const asset of piece.assets)
    if (asset.type.startsWith('model/'))
      assets.set(asset.id, { mesh: await readMesh(fromBase64(asset.data), asset.type) });
  return { piece, assets };
}

function strandOf(piece: Piece, name: string | undefined): Strand {
  if (!name) throw new Wrong('Say which strand: --strand NAME.');
  const strand = piece.strands.find((s) => s.name === name || s.id === name);
  if (!strand)
    throw new Wrong(
      `There is no strand "${name}"; the piece has ${piece.strands.map((s) => `"${s.name}"`).join(', ') || 'none'}.`,
    );
  return strand;
}

function numbers(text: string | undefined, count: number, option: string): number[] {
  const values = (text ?? Array(count).fill(0).join()).split(',').map(Number);
  if (values.length !== count || values.some((v) => !Number.isFinite(v)))
    throw new Wrong(`--${option} takes ${count === 1 ? 'a number' : `${count} numbers with commas between them`}.`);
  return values;
}

async function check({ piece, assets }: Opened): Promise<Outcome> {
  const seam = await measureSeam(piece, assets);
  const { problems } = analyse(piece);
  const lines = seam.map((r) => {
    const { breaks } = r;
    const strand = piece.strands.find((s) => s.id === breaks?.strand)?.name;
    const mends = breaks?.mends.map((mend) => `; ${mend.map((f) => f.sentence.toLowerCase()).join(' and ')}`) ?? [];
    const fix = breaks ? `; breaks at ${breaks.name} in ${strand}${mends.join('')}` : '';
    return `${r.closes ? 'closes' : 'JUMPS '}  ${r.name}: ${(100 * r.gap).toPrecision(3)} % of its range${fix}`;
  });
  const closes = seam.every((r) => r.closes);
  if (piece.loop.play === 'once')
    return [
      ...problems.map((p) => `note    ${p.sentence}`),
      'It plays once, so its end need not meet its beginning.',
    ].join('\n');
  const out = [
    ...lines,
    ...problems.map((p) => `note    ${p.sentence}`),
    closes ? 'The loop closes.' : 'The loop does not close.',
  ].join('\n');
  return closes ? out : { code: 2, out };
}

function describe({ piece }: Opened): string {
  const { types } = analyse(piece);
  const head =
    `${piece.name}: ${piece.picture.width} x ${piece.picture.height}, ${piece.loop.frames} ` +
    `frames at ${piece.loop.rate} a second`;
  return [
    head,
    ...piece.strands.map(
      (s) =>
        `${s.kind.padEnd(8)} ${s.name}: ` +
        `${s.steps.map((t) => definitionOf(t.op)?.name ?? `${t.op} (not known here)`).join(' > ')} ` +
        `gives ${typeAfter(types, s.id) ?? 'nothing'}`,
    ),
  ].join('\n');
}

async function evaluate(
  { piece, assets }: Opened,
  strand: Strand,
  at: number[],
  uv: number[],
  phase: number,
): Promise<string> {
  if (strand.kind === 'stage' || strand.kind === 'finish')
    throw new Wrong(
      `"${strand.name}" is a ${strand.kind}; only signals, fields, forms and surfaces have values at a point.`,
    );
  const evaluator = await Evaluator.make(piece, assets, [{ strand: strand.id }]);
  const value = [...evaluator.run(0, placeRows([{ rest: at, world: at, uv, screen: uv, phase }]), 1)];
  return JSON.stringify({ strand: strand.name, at, uv, phase, type: evaluator.gives(0), value });
}

async function mesh(
  { piece, assets }: Opened,
  strand: Strand,
  phase: number,
  frames: number,
  out: string | undefined,
): Promise<string> {
  if (strand.kind !== 'form')
    throw new Wrong(`"${strand.name}" is a ${strand.kind}; only forms are written as meshes.`);
  const format = path
    .extname(out ?? '')
    .slice(1)
    .toLowerCase();
  if (!out || !(MESH_FORMATS as readonly string[]).includes(format))
    throw new Wrong(`Say where to: --out NAME with the ending ${MESH_FORMATS.map((f) => `.${f}`).join(', ')}.`);
  const bytes = await writeForm(piece, assets, strand, { format: format as MeshFormat, phase, frames });
  await writeFile(out, bytes);
  return `${out}: ${bytes.length.toLocaleString('en')} bytes`;
}

async function carryOut(args: string[], err: string[], tell: Tell): Promise<Outcome> {
  const { positionals, values } = parseArgs({
    args,
    allowPositionals: true,
    options: {
      strand: { type: 'string' },
      at: { type: 'string' },
      uv: { type: 'string' },
      phase: { type: 'string' },
      out: { type: 'string' },
      frames: { type: 'string' },
      every: { type: 'string' },
      size: { type: 'string' },
      samples: { type: 'string' },
      format: { type: 'string' },
      opacity: { type: 'string' },
      json: { type: 'boolean' },
    },
  });
  const [command, file] = positionals;
  switch (command) {
    case 'check':
      return check(await open(file, err));
    case 'describe':
      return describe(await open(file, err));
    case 'glsl': {
      const { piece, assets } = await open(file, err);
      const strand = strandOf(piece, values.strand);
      if (strand.kind !== 'field' && strand.kind !== 'signal')
        throw new Wrong(
          `"${strand.name}" is a ${strand.kind}; only fields and signals can be written as GLSL on their own.`,
        );
      return exportGlsl(piece, assets, strand.id);
    }
    case 'eval': {
      const opened = await open(file, err);
      return evaluate(
        opened,
        strandOf(opened.piece, values.strand),
        numbers(values.at, 3, 'at'),
        numbers(values.uv, 2, 'uv'),
        numbers(values.phase, 1, 'phase')[0]!,
      );
    }
    case 'mesh': {
      const opened = await open(file, err);
      return mesh(
        opened,
        strandOf(opened.piece, values.strand),
        numbers(values.phase, 1, 'phase')[0]!,
        numbers(values.frames, 1, 'frames')[0]!,
        values.out,
      );
    }
    case 'render':
      return render(await readFrom(file), values, tell);
    default:
      throw new Wrong(command ? `There is no command "${command}".\n${USAGE}` : USAGE);
  }
}

/**
 * Runs one command.
 * @param args what stands behind the name of the program
 * @param tell told of what goes on meanwhile
 */
export async function run(
  args: string[],
  tell: Tell = { progress: () => undefined, data: () => undefined },
): Promise<Answer> {
  const err: string[] = [];
  try {
    const answer = await carryOut(args, err, tell);
    return typeof answer === 'string' ? { code: 0, out: answer, err } : { ...answer, err };
  } catch (error) {
    const known =
      error instanceof Wrong ||
      error instanceof NoBrowser ||
      error instanceof PieceError ||
      error instanceof MeshError ||
      (error instanceof TypeError && String((error as { code?: string }).code).startsWith('ERR_PARSE_ARGS'));
    const { message } = error as Error;
    return {
      code: 1,
      out: '',
      err: [...err, known ? message : `Something went wrong that should not have: ${message}`],
    };
  }
}
