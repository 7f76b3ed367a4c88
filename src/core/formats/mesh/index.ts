import type { Assets } from '../../assets/assets';
import { toByte, toLinear } from '../../colour';
import { bake } from '../../forms/bake';
import { flatNormals } from '../../forms/flat-normals';
import { MeshError, type Mesh } from '../../mesh/mesh';
import { vertexCount } from '../../mesh/skin';
import { standing, type StandingForm } from '../../forms/standing';
import { isLink, type Piece, type Strand } from '../../piece/types';
import { putsForm } from '../../steps/places-of';
import { analyse, Evaluator } from '../../weave';
import { placesOf } from '../../forms/place-rows';
import { SURFACE_FIELDS } from '../../glsl/lib';
import { copiesOf } from './copies';
import type { MeshFormat } from './file-types';
import { writeGltf, type FileLoop, type FileSurface, type GltfFormat } from './gltf';
import { writeObj } from './obj';
import { writePly } from './ply';
import type { FileMesh } from './shape';
import { extentOf, fileBytes, glbBytes, refuseTooLarge, type MeshExtent } from './size';
import { writeStl } from './stl';

export { readObj } from './obj';
export { readPly } from './ply';
export { readMesh } from './read';
export { readStl } from './stl';
export type { FileMesh } from './shape';

export interface MeshJob {
  format: MeshFormat;
  phase: number;
  /** Frames of the loop that go in with it (glTF only, forms that are there once). */
  frames?: number;
}

/** A form as a file, as it stands at a phase. @throws MeshError */
export async function writeForm(
  piece: Piece,
  assets: Assets,
  strand: Strand,
  { format, phase, frames = 0 }: MeshJob,
): Promise<Uint8Array> {
  const mesh = await meshOf(piece, assets, strand);
  const isGltf = format === 'glb' || format === 'gltf';
  if (isGltf && frames >= 2) refuseCopies(mesh);
  // Counted before anything is worked out for all copies.
  const { extent, once } = await extentAt(piece, assets, strand, mesh, phase);
  if (frames >= 2) refuseTooLarge('The loop', glbBytes(extent, frames), 'Take fewer frames.');
  else
    refuseTooLarge(
      'The form',
      fileBytes(format, isGltf && mesh.copies ? extentOf(once) : extent),
      mesh.copies
        ? 'Take it as GLB, which holds one copy and where the others stand, or use fewer copies.'
        : 'Make it of fewer faces.',
    );
  if (isGltf) return gltf(piece, assets, strand, mesh, { format, phase, frames });
  if (format === 'stl' && extent.corners === 0)
    throw new MeshError('STL holds faces, and this form has points alone. Take PLY or OBJ.');
  const file = fileMesh(await standing(piece, assets, strand, mesh, phase));
  if (format === 'stl') return writeStl(file);
  return format === 'ply' ? writePly(file, toByte) : new TextEncoder().encode(writeObj(file, strand.name));
}

/** Bytes that a form would take as a GLB with its loop. @throws MeshError */
export async function loopSize(piece: Piece, assets: Assets, strand: Strand, frames: number): Promise<number> {
  const mesh = await meshOf(piece, assets, strand);
  refuseCopies(mesh);
  return glbBytes((await extentAt(piece, assets, strand, mesh, 0)).extent, frames);
}

function refuseCopies(mesh: Mesh): void {
  if (mesh.copies)
    throw new MeshError(
      'A form that is there more than once goes into a file as it stands; take its loop as frames or a film.',
    );
}

async function meshOf(piece: Piece, assets: Assets, strand: Strand): Promise<Mesh> {
  const mesh = await bake(piece, assets, strand);
  if (!mesh) throw new MeshError(`"${strand.name}" has no mesh yet.`);
  if (mesh.positions.length === 0)
    throw new MeshError(
      `"${strand.name}" has no points, so there is nothing to write. Give it a file, or a form with points.`,
    );
  return mesh;
}

/** What a file of the form would hold, from one copy of it. */
async function extentAt(
  piece: Piece,
  assets: Assets,
  strand: Strand,
  mesh: Mesh,
  phase: number,
): Promise<{ extent: MeshExtent; once: FileMesh }> {
  const stands = await standing(piece, assets, strand, mesh, phase, { still: true, most: 1 });
  const { colours } = await surfaceOf(piece, assets, strand, stands, phase);
  const once = { ...fileMesh(stands), ...(colours && !stands.skin.facets ? { colours } : {}) };
  return { extent: extentOf(once, mesh.copies ? mesh.copies.at.length / 3 : 1), once };
}

function fileMesh(stands: StandingForm): FileMesh {
  const whole = stands.skin.facets ? flatNormals(stands) : stands;
  const { skin, positions, normals, tint } = whole;
  return {
    positions,
    faceStarts: skin.faceStarts,
    corners: skin.corners,
    normals: skin.corners.length > 0 ? normals : undefined,
    uv: skin.points.uv,
    colours: tint ?? undefined,
  };
}

type GltfJob = Required<MeshJob> & { format: GltfFormat };

async function gltf(
  piece: Piece,
  assets: Assets,
  strand: Strand,
  mesh: Mesh,
  { format, phase, frames }: GltfJob,
): Promise<Uint8Array> {
  const stands = await standing(piece, assets, strand, mesh, phase);
  const once = mesh.copies ? await standing(piece, assets, strand, mesh, phase, { most: 1 }) : stands;
  const copies = mesh.copies && copiesOf(once.positions, stands.positions);
  if (mesh.copies && !copies)
    refuseTooLarge('The form', fileBytes(format, extentOf(fileMesh(stands))), 'Use fewer copies.');
  const shown = copies ? once : stands;
  const surface = await surfaceOf(piece, assets, strand, shown, phase);
  const file = { ...fileMesh(shown), ...(surface.colours && !shown.skin.facets ? { colours: surface.colours } : {}) };
  const parts = { name: strand.name, surface: surface.values };
  if (frames < 2) return writeGltf(format, file, { ...parts, copies: copies || undefined });
  const loop: FileLoop = { frames: [], seconds: piece.loop.frames / piece.loop.rate };
  for (let n = 0; n < frames; n++)
    loop.frames.push(fileMesh(await standing(piece, assets, strand, mesh, n / frames, { still: true })).positions);
  return writeGltf(format, { ...file, positions: loop.frames[0]! }, { ...parts, loop });
}

const PLAIN: FileSurface = { colour: [0.5, 0.5, 0.5], roughness: 0.8, metal: 0, glow: [0, 0, 0] };

/** Values of the surface in which the form stands on a stage: means over its vertices, and the colour at each. */
async function surfaceOf(
  piece: Piece,
  assets: Assets,
  strand: Strand,
  { once, copies }: StandingForm,
  phase: number,
): Promise<{ values: FileSurface; colours: Float32Array | null }> {
  const place = piece.strands
    .flatMap((s) => s.steps)
    .find((s) => putsForm(s) && isLink(s.params.form) && s.params.form.link === strand.id);
  const link = place?.params.surface;
  if (!isLink(link)) return { values: PLAIN, colours: null };
  const evaluator = await Evaluator.make(piece, assets, [{ strand: link.link }], analyse(piece));
  const [each, width] = [vertexCount(once), evaluator.width(0)];
  const count = each * copies.length;
  const values = new Float32Array(width * count);
  for (const [n, copy] of copies.entries())
    values.set(evaluator.run(0, placesOf(once, phase, copy), each), width * each * n);
  const at = (name: string) =>
    SURFACE_FIELDS.slice(
      0,
      SURFACE_FIELDS.findIndex((f) => f.name === name),
    ).reduce((sum, f) => sum + f.size, 0);
  const mean = (offset: number) => {
    let sum = 0;
    for (let v = 0; v < count; v++) sum += values[v * width + offset]!;
    return Number.isFinite(sum) ? sum / Math.max(1, count) : 0;
  };
  const three = (name: string) => [0, 1, 2].map((k) => mean(at(name) + k));
  const colours = Float32Array.from(
    { length: 3 * count },
    (_, i) => values[Math.floor(i / 3) * width + at('colour') + (i % 3)]!,
  );
  return {
    values: {
      colour: three('colour'),
      roughness: mean(at('roughness')),
      metal: mean(at('metal')),
      glow: three('glow'),
    },
    colours,
  };
}

/** A byte of a file as linear light. */
export const fromByte = (byte: number) => toLinear(byte / 255);
