import { fieldsRead } from '../glsl/lib';
import { definitionOf } from '../steps';
import { isLink, strandById, type Piece, type Step, type Strand } from '../piece/types';
import { Recent } from '../recent';
import { analyse } from '../weave/analyse';
import type { Analysis, StepTypes } from '../weave/types';
import { Evaluator } from '../weave/evaluate';
import { linkedStrands } from '../weave/order';
import { hasPixels, pixelsOf } from '../weave/pixels';
import { plainParams } from '../weave/values';
import { lastReshape } from '../weave/plan';
import type { Baking } from '../mesh/baking';
import { fileMeshOf } from '../mesh/files';
import { faceCount, heldWithin, MeshError, moved, pointCount, type Mesh } from '../mesh/mesh';
import { facePlaces, placesOf, pointPlaces } from './place-rows';
import { skinOf, spread, vertexCount, type Skin } from '../mesh/skin';
import { separate } from '../mesh/topology/split';

/** Steps of a row up to `end` that go into the mesh. */
function bakedSteps(strand: Strand, end = strand.steps.length - 1): Step[] {
  let last = 0;
  for (let i = 1; i <= end; i++) if (definitionOf(strand.steps[i]!.op)?.reshape && !strand.steps[i]!.off) last = i;
  return strand.steps.filter(
    (s, i) => i <= last || (i <= end && (definitionOf(s.op)?.shade || definitionOf(s.op)?.place)),
  );
}

/** What the baked part of a form depends on; the same key gives the same mesh. */
export function bakeKey(piece: Piece, strand: Strand, end?: number): string {
  const steps = bakedSteps(strand, end);
  const seen = new Set<string>();
  const reach = (from: Strand): unknown[] =>
    linkedStrands(from).flatMap((id) => {
      const other = strandById(piece, id);
      if (!other || seen.has(id)) return [];
      seen.add(id);
      return [[id, other.kind, other.steps.map(stepKey)], ...reach(other)];
    });
  const text = JSON.stringify([
    piece.picture.width / piece.picture.height,
    steps.map(stepKey),
    reach({ ...strand, steps }),
  ]);
  const controls = piece.controls
    .filter((c) => text.includes(`"control":${JSON.stringify(c.id)}`))
    .map((c) => [c.id, c.value]);
  return `${text}${JSON.stringify(controls)}`;
}

// What made a step live is not part of the mesh, so parameters that only the live part reads are left out.
function stepKey(step: Step): unknown {
  const definition = definitionOf(step.op);
  const params =
    definition?.baked && definition.glsl
      ? Object.fromEntries(Object.entries(step.params).filter(([id]) => definition.baked!.includes(id)))
      : step.params;
  // A file that is not decoded yet makes another mesh than the same file later.
  const files = (definition?.params ?? [])
    .filter((p) => p.type === 'picture' || p.type === 'mesh')
    .map((p) => hasPixels(String(step.params[p.id])) || fileMeshOf(String(step.params[p.id])) !== null);
  return [step.op, params, step.off ?? false, files];
}

/** What is being made just now: `done` of so many steps of a form. */
export interface Making {
  form: string;
  step: string;
  done: number;
  of: number;
}

let tell: (making: Making | null) => void = () => undefined;

/** Has whoever runs the core told what is being made, and null when that is done. */
export function watchBaking(watch: (making: Making | null) => void): void {
  tell = watch;
}

/** Forms that take other forms bake while they bake; only the outermost says that it is done. */
let depth = 0;

async function told<T>(work: () => Promise<T>): Promise<T> {
  depth++;
  try {
    return await work();
  } finally {
    if (--depth === 0) tell(null);
  }
}

/** Meshes by what they depend on, so that changing the last step does not make the first anew. */
const kept = new Recent<Mesh>(24);

/**
 * Makes the mesh of a form strand, up to the last step that makes one. Null where the source is
 * not known.
 * @param end index of the last step that counts
 * @throws MeshError
 */
export async function bake(
  piece: Piece,
  strand: Strand,
  end?: number,
  analysis: Analysis = analyse(piece),
): Promise<Mesh | null> {
  const rows = analysis.types.get(strand.id) ?? [];
  const source = rows[0];
  if (!source?.active || !source.definition?.bake) return null;
  const last = lastReshape(rows, end);
  const places = rows.slice(0, (end ?? rows.length - 1) + 1).findLastIndex((r) => r.active && r.definition!.place);
  if (places >= 0 && places < last)
    throw new MeshError(`${rows[last]!.definition!.name} stands after copies; move it before them.`);
  return told(() => made(piece, strand, rows, last, places, analysis));
}

/** The same, ready to be drawn. @throws MeshError */
export async function bakeSkin(piece: Piece, strand: Strand): Promise<Skin | null> {
  return told(async () => {
    const mesh = await bake(piece, strand);
    if (mesh && !mesh.frames) tell({ form: strand.name, step: 'Measuring how the surface runs', done: 1, of: 1 });
    return mesh && skinOf(mesh);
  });
}

async function made(
  piece: Piece,
  strand: Strand,
  rows: StepTypes[],
  last: number,
  places: number,
  analysis: Analysis,
): Promise<Mesh | null> {
  let mesh: Mesh | null = null;
  for (let i = 0; i <= last; i++) {
    const row = rows[i]!;
    const { definition } = row;
    if (!row.active || !(definition!.bake || definition!.reshape)) continue;
    const key = bakeKey(piece, strand, i);
    const known = kept.get(key);
    if (known) {
      mesh = known;
      continue;
    }
    tell({ form: strand.name, step: definition!.name, done: i, of: last + 1 });
    if (mesh && i > 0) mesh = await settle(piece, strand, rows, i - 1, mesh, analysis);
    const params = plainParams(piece, row.step, definition!, () => [0]);
    const baking = await bakingFor(piece, row, mesh, analysis);
    mesh = kept.put(
      key,
      heldWithin(mesh === null ? definition!.bake!(params, baking) : definition!.reshape!(mesh, params, baking)),
    );
  }
  if (mesh && places >= 0) {
    const row = rows[places]!;
    const copies = row.definition!.place!(
      plainParams(piece, row.step, row.definition!, () => [0]),
      await bakingFor(piece, row, mesh, analysis),
    );
    if (copies) mesh = { ...mesh, copies };
  }
  const shade = rows.findLast((r) => r.active && r.definition!.shade);
  return mesh && shade
    ? { ...mesh, shading: shade.definition!.shade!(plainParams(piece, shade.step, shade.definition!, () => [0])) }
    : mesh;
}

/** Puts the points where the live steps between the last mesh and step `end` move them at phase 0. */
async function settle(
  piece: Piece,
  strand: Strand,
  rows: StepTypes[],
  end: number,
  mesh: Mesh,
  analysis: Analysis,
): Promise<Mesh> {
  const from = lastReshape(rows, end);
  if (!rows.slice(from, end + 1).some((r) => r.active && r.definition!.glsl)) return mesh;
  const evaluator = await Evaluator.make(piece, [{ strand: strand.id, step: rows[end]!.step.id }], analysis);
  // Faces that move on their own need points of their own.
  const own = readsFaces(evaluator.woven.glsl) ? separate(mesh) : mesh;
  const skin = liveSkin(own, evaluator.woven.glsl);
  const values = evaluator.run(0, placesOf(skin, 0), vertexCount(skin));
  const sums = new Float32Array(3 * pointCount(own));
  const counts = new Float32Array(pointCount(own));
  for (let v = 0; v < skin.origin.length; v++) {
    const p = skin.origin[v]!;
    counts[p]!++;
    for (let k = 0; k < 3; k++) sums[3 * p + k]! += values[3 * v + k]!;
  }
  return moved(
    own,
    sums.map((s, i) => s / Math.max(1, counts[Math.floor(i / 3)]!)),
  );
}

/** Does a woven text ask for the face it is on? Then every corner is a vertex of its own. */
export const readsFaces = (glsl: string) => [...fieldsRead(glsl)].some((f) => f.startsWith('face') || f === 'lift');

/** The skin in which a woven text is evaluated. */
export function liveSkin(mesh: Mesh, glsl: string): Skin {
  const skin = skinOf(mesh);
  return readsFaces(glsl) ? spread(skin) : skin;
}

async function bakingFor(piece: Piece, row: StepTypes, mesh: Mesh | null, analysis: Analysis): Promise<Baking> {
  const values = new Map<string, Float32Array>();
  const forms = new Map<string, Mesh | null>();
  const plain = plainParams(piece, row.step, row.definition!, () => [0]);
  for (const param of row.definition!.params) {
    const value = row.step.params[param.id];
    if (param.type === 'strand' && isLink(value)) {
      const other = strandById(piece, value.link);
      if (other?.kind === 'form') forms.set(other.id, await whole(piece, other, analysis));
    } else if (param.per && mesh) {
      const count = param.per === 'face' ? faceCount(mesh) : pointCount(mesh);
      const width = param.type === 'number' ? 1 : 3;
      if (!isLink(value)) {
        const literal = [plain[param.id]].flat() as number[];
        values.set(
          param.id,
          Float32Array.from({ length: count * width }, (_, i) => literal[i % width] ?? 0),
        );
        continue;
      }
      const evaluator = await Evaluator.make(piece, [{ strand: value.link, step: value.step }], analysis);
      const out = evaluator.run(0, param.per === 'face' ? facePlaces(mesh) : pointPlaces(mesh), count);
      values.set(param.id, fitted(out, evaluator.width(0), width, value.swizzle));
    }
  }
  return {
    values: (id) => values.get(id) ?? new Float32Array(0),
    form: (id) => forms.get(id) ?? null,
    picture: pixelsOf,
    file: fileMeshOf,
    aspect: piece.picture.width / piece.picture.height,
  };
}

/** Values of one width as values of another: one number fills all, a missing third is 0. */
function fitted(values: Float32Array, from: number, to: number, swizzle?: string): Float32Array {
  const count = values.length / from;
  const first = swizzle ? 'xyz'.indexOf(swizzle) : 0;
  return Float32Array.from({ length: count * to }, (_, i) => {
    const [row, k] = [Math.floor(i / to), i % to];
    if (to === 1 || from === 1 || swizzle) return values[row * from + first]!;
    return k < from ? values[row * from + k]! : 0;
  });
}

/** A form with its live steps as they stand at phase 0. */
async function whole(piece: Piece, strand: Strand, analysis: Analysis): Promise<Mesh | null> {
  const mesh = await bake(piece, strand, undefined, analysis);
  const rows = analysis.types.get(strand.id)!;
  return mesh && settle(piece, strand, rows, rows.length - 1, mesh, analysis);
}
