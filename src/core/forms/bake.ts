import type { Assets } from '../assets/assets';
import type { Baking } from '../mesh/baking';
import { copiesInPlace } from '../mesh/topology/copies';
import { copiesOfCopies, type CopyLevel } from '../mesh/topology/copy-levels';
import { faceCount, heldWithin, moved, pointCount, type Mesh } from '../mesh/mesh';
import { skinOf, vertexCount, type Skin } from '../mesh/skin';
import { separate } from '../mesh/topology/split';
import { isLink, strandById, type Link, type Piece, type Strand } from '../piece/types';
import { Recent } from '../recent';
import type { Param, PlainParams } from '../steps';
import { analyse } from '../weave/analysis/analyse';
import { Evaluator } from '../weave/running/evaluate';
import { lastReshape } from '../weave/writing/plan';
import { isActive, type ActiveStep, type Analysis, type StepTypes } from '../weave/analysis/types';
import { placeRows } from '../weave/running/places';
import { plainParams } from '../weave/writing/values';
import { bakeKey } from './bake-key';
import { liveSkin, readsFaces } from './live-skin';
import { report, reporting } from './making';
import { facePlaces, placesOf, pointPlaces } from './place-rows';

/** Meshes by what they depend on, so that changing the last step does not make the first again. */
const kept = new Recent<Mesh>(24);

/**
 * Makes the mesh of a form strand, up to the last step that makes one, at phase 0. Null where the
 * source is not known.
 * @param end index of the last step that counts
 * @throws MeshError
 * @example const mesh = await bake(piece, assets, strandById(piece, 's3')!);
 */
export async function bake(
  piece: Piece,
  assets: Assets,
  strand: Strand,
  end?: number,
  analysis: Analysis = analyse(piece),
): Promise<Mesh | null> {
  return reporting(() => new Baker(piece, assets, analysis).bake(strand, end));
}

/** The same, ready to be drawn. @throws MeshError */
export async function bakeSkin(piece: Piece, assets: Assets, strand: Strand): Promise<Skin | null> {
  return reporting(async () => {
    const mesh = await bake(piece, assets, strand);
    if (mesh && !mesh.frames) report({ form: strand.name, step: 'Measuring how the surface runs', done: 1, total: 1 });
    return mesh && skinOf(mesh);
  });
}

/** Makes meshes of the forms of one piece. */
class Baker {
  constructor(
    private readonly piece: Piece,
    private readonly assets: Assets,
    private readonly analysis: Analysis,
  ) {}

  async bake(strand: Strand, end?: number): Promise<Mesh | null> {
    const rows = this.rows(strand);
    if (!rows[0]?.active || !rows[0].definition?.bake) return null;
    const copies = rows
      .slice(0, (end ?? rows.length - 1) + 1)
      .filter(isActive)
      .filter((r) => r.definition.place);
    const mesh = await this.shape(strand, lastReshape(rows, end));
    return mesh && this.shaded(rows, await this.copied(copies, mesh));
  }

  private rows(strand: Strand): StepTypes[] {
    return this.analysis.types.get(strand.id) ?? [];
  }

  private params(row: ActiveStep): PlainParams {
    return plainParams(this.piece, row.step, row.definition, () => [0], 0);
  }

  /** The mesh that the steps up to `last` make. */
  private async shape(strand: Strand, last: number): Promise<Mesh | null> {
    let mesh: Mesh | null = null;
    for (const [i, row] of this.rows(strand)
      .slice(0, last + 1)
      .entries()) {
      if (!row.active) continue;
      const { definition } = row;
      if (!definition.bake && !definition.reshape) continue;
      const key = bakeKey(this.piece, this.assets, strand, i);
      const known = kept.get(key);
      if (known) {
        mesh = known;
        continue;
      }
      report({ form: strand.name, step: definition.name, done: i, total: last + 1 });
      if (mesh && i > 0) mesh = await this.moved(strand, i - 1, mesh);
      const baking = await this.baking(row, mesh);
      const made: Mesh =
        mesh === null
          ? definition.bake!(this.params(row), baking)
          : definition.reshape!(mesh, this.params(row), baking);
      mesh = kept.put(key, heldWithin(made));
    }
    return mesh;
  }

  /** The mesh with the copies that steps make of it, and of each other's. */
  private async copied(rows: ActiveStep[], mesh: Mesh): Promise<Mesh> {
    const levels: CopyLevel[] = [];
    let any = false;
    for (const row of rows) {
      const copies = row.definition.place!(this.params(row), await this.baking(row, mesh));
      levels.push({ copies: copies ?? copiesInPlace(1), inPlace: row.definition.inPlace === true });
      any ||= copies !== null;
    }
    return any ? { ...mesh, copies: copiesOfCopies(levels) } : mesh;
  }

  private shaded(rows: StepTypes[], mesh: Mesh): Mesh {
    const row = rows.filter(isActive).findLast((r) => r.definition.shade);
    return row ? { ...mesh, shading: row.definition.shade!(this.params(row)) } : mesh;
  }

  /** Puts the points where the live steps between the last mesh and step `end` move them at phase 0. */
  private async moved(strand: Strand, end: number, mesh: Mesh): Promise<Mesh> {
    const rows = this.rows(strand);
    if (!rows.slice(lastReshape(rows, end), end + 1).some((r) => r.active && r.definition.glsl)) return mesh;
    const evaluator = await this.evaluator({ strand: strand.id, step: rows[end]!.step.id });
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

  /** A form with its live steps as they stand at phase 0. */
  private async finished(strand: Strand): Promise<Mesh | null> {
    const mesh = await bake(this.piece, this.assets, strand, undefined, this.analysis);
    return mesh && this.moved(strand, this.rows(strand).length - 1, mesh);
  }

  private evaluator(target: { strand: string; step?: string }): Promise<Evaluator> {
    return Evaluator.make(this.piece, this.assets, [target], this.analysis);
  }

  /** What a step may ask for while it makes a mesh. @param mesh what stands before it */
  private async baking(row: ActiveStep, mesh: Mesh | null): Promise<Baking> {
    const values = new Map<string, Float32Array>();
    const forms = new Map<string, Mesh | null>();
    const signals = new Map<string, Evaluator>();
    const plain = this.params(row);
    for (const param of row.definition.params) {
      const value = row.step.params[param.id];
      if (param.type === 'strand' && isLink(value)) {
        const other = strandById(this.piece, value.link);
        if (other?.kind === 'form') forms.set(other.id, await this.finished(other));
        if (other?.kind === 'signal') signals.set(other.id, await this.evaluator({ strand: other.id }));
      } else if (param.per && mesh) {
        const literal = [plain[param.id]].flat() as number[];
        values.set(param.id, isLink(value) ? await this.linked(param, value, mesh) : filled(param, literal, mesh));
      }
    }
    return {
      values: (id) => values.get(id) ?? new Float32Array(0),
      form: (id) => forms.get(id) ?? null,
      signal: (id, phases) => {
        const evaluator = signals.get(id);
        if (!evaluator) return new Float32Array(3 * phases.length);
        const places = placeRows(phases.map((phase) => ({ phase })));
        return fitted(evaluator.run(0, places, phases.length), evaluator.width(0), 3);
      },
      picture: (asset) => this.assets.pixels(asset),
      file: (asset) => this.assets.mesh(asset),
      aspect: this.piece.picture.width / this.piece.picture.height,
    };
  }

  /** What a link brings at each point or face of a mesh. */
  private async linked(param: Param, link: Link, mesh: Mesh): Promise<Float32Array> {
    const evaluator = await this.evaluator({ strand: link.link, step: link.step });
    const places = param.per === 'face' ? facePlaces(mesh) : pointPlaces(mesh);
    return fitted(evaluator.run(0, places, countOf(param, mesh)), evaluator.width(0), widthOf(param), link.swizzle);
  }
}

const countOf = (param: Param, mesh: Mesh) => (param.per === 'face' ? faceCount(mesh) : pointCount(mesh));
const widthOf = (param: Param) => (param.type === 'number' ? 1 : 3);

/** One value at each point or face of a mesh. */
function filled(param: Param, literal: number[], mesh: Mesh): Float32Array {
  const width = widthOf(param);
  return Float32Array.from({ length: countOf(param, mesh) * width }, (_, i) => literal[i % width] ?? 0);
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
