import { NO_ASSETS } from '@/core/assets/assets';
import { measureMemory } from '@/core/checks/memory';
import { writePiece } from '@/core/formats/write-piece';
import { readPiece } from '@/core/formats/piece-file';
import { pointCount } from '@/core/mesh/mesh';
import { MeshError } from '@/core/mesh/mesh';
import { bake } from '@/core/forms/bake';
import { standing } from '@/core/forms/standing';
import type { Piece, Strand } from '@/core/piece/types';
import { analyse, Evaluator, exportGlsl, placeRows, type Analysis, type PlaceValues } from '@/core/weave';

/** Places where patterns are cut and where they are not, large and small. */
const COORDINATES = [0, 1, -1, 0.5, 0.25, 0.1, 0.3, -0.7, 1e-7, 1e4, -1e6, 2];

const PLACES: PlaceValues[] = COORDINATES.flatMap((a, i) => {
  const b = COORDINATES[(i + 5) % COORDINATES.length]!;
  const at = [a, b, COORDINATES[(i + 3) % COORDINATES.length]!];
  return [0, 0.25, 1 / 3, 1].map((phase) => ({
    rest: at,
    world: at,
    uv: [a, b],
    screen: [b, a],
    normal: i === 0 ? [0, 0, 0] : [0, 0, 1],
    copy: i,
    copies: 12,
    face: i,
    tint: [1, 0.5, 0],
    phase,
  }));
});
const ROWS = placeRows(PLACES);

/** The first number of a list that is none, or null. */
const strange = (values: ArrayLike<number>): string | null => {
  for (let i = 0; i < values.length; i++) if (!Number.isFinite(values[i])) return `value ${i} is ${values[i]}`;
  return null;
};

/** GLSL that goes out, for an independent compiler. */
export interface Outgoing {
  name: string;
  glsl: string;
}

/**
 * Takes a piece through everything that works it out without a page.
 * @returns what goes out as GLSL
 * @throws an Error that says what is wrong, where anything is
 */
export async function checkPiece(piece: Piece): Promise<Outgoing[]> {
  const again = readPiece(writePiece(piece));
  if (JSON.stringify(again) !== JSON.stringify(JSON.parse(writePiece(piece))))
    throw new Error('The piece is another after it was written and read.');
  const analysis = analyse(piece);
  for (const { name, frames } of await measureMemory(piece, NO_ASSETS, analysis))
    if (frames !== null && !(frames >= 0 && Number.isInteger(frames)))
      throw new Error(`"${name}" is said to remember ${frames} frames.`);
  const outgoing: Outgoing[] = [];
  for (const strand of piece.strands) {
    if (strand.kind === 'field' || strand.kind === 'signal') outgoing.push(await checkField(piece, strand, analysis));
    if (strand.kind === 'form') await checkForm(piece, strand, analysis);
    if (strand.kind === 'surface' || strand.kind === 'finish')
      await Evaluator.make(piece, NO_ASSETS, [{ strand: strand.id }], analysis);
  }
  return outgoing;
}

async function checkField(piece: Piece, strand: Strand, analysis: Analysis): Promise<Outgoing> {
  const evaluator = await Evaluator.make(piece, NO_ASSETS, [{ strand: strand.id }], analysis);
  const found = strange(evaluator.run(0, ROWS, PLACES.length));
  if (found) throw new Error(`"${strand.name}": ${found}.`);
  const glsl = await exportGlsl(piece, NO_ASSETS, strand.id);
  if (/NaN|Infinity|native code|undefined/.test(glsl))
    throw new Error(`"${strand.name}": the GLSL holds a word that is none.`);
  return { name: strand.name, glsl };
}

async function checkForm(piece: Piece, strand: Strand, analysis: Analysis): Promise<void> {
  try {
    const mesh = await bake(piece, NO_ASSETS, strand, undefined, analysis);
    if (!mesh || pointCount(mesh) > 20_000) return;
    const found = strange(mesh.positions);
    if (found) throw new Error(`"${strand.name}" as a mesh: ${found}.`);
    const now = await standing(piece, NO_ASSETS, strand, mesh, 0.25, { analysis, most: 3 });
    const moved = strange(now.positions) ?? strange(now.normals) ?? (now.tint && strange(now.tint));
    if (moved) throw new Error(`"${strand.name}" as it stands: ${moved}.`);
  } catch (error) {
    if (!(error instanceof MeshError)) throw error;
  }
}
