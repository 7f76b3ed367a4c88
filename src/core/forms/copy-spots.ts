import type { Assets } from '../assets/assets';
import type { Piece, Strand } from '../piece/types';
import { analyse } from '../weave/analysis/analyse';
import type { Analysis } from '../weave/analysis/types';
import { Evaluator } from '../weave/running/evaluate';
import { placeRows, setPhase } from '../weave/running/places';
import type { Mesh } from '../mesh/mesh';
import { copyCount } from '../mesh/topology/copy-levels';
import { copyPlace } from './place-rows';
import { delayed } from './standing';

type Placed = Pick<Mesh, 'positions' | 'copies'>;

/** Where the copies of a form stand: one point of each, the one nearest to its middle. */
export class CopySpots {
  private constructor(
    private readonly evaluator: Evaluator,
    private readonly rows: Float32Array,
    private readonly mesh: Placed,
    readonly count: number,
  ) {}

  /**
   * @param most copies that are told, from the first
   * @param before kept where the mesh and the text are still the same
   * @returns null where the form is there once
   */
  static async make(
    piece: Piece,
    assets: Assets,
    strand: Strand,
    mesh: Placed,
    { most, analysis = analyse(piece), before }: { most: number; analysis?: Analysis; before?: CopySpots },
  ): Promise<CopySpots | null> {
    if (!mesh.copies || mesh.positions.length === 0) return null;
    const evaluator = await Evaluator.make(piece, assets, [{ strand: strand.id }], analysis);
    if (before?.mesh === mesh && before.evaluator.woven.glsl === evaluator.woven.glsl) return before;
    const { copies } = mesh;
    const count = Math.min(most, copyCount(copies));
    const rest = middlePoint(mesh.positions);
    const rows = placeRows(Array.from({ length: count }, (_, n) => ({ rest, world: rest, ...copyPlace(copies, n) })));
    return new CopySpots(evaluator, rows, mesh, count);
  }

  /** In the form's own space, three floats a copy. @param piece of the same structure, for its numbers */
  at(piece: Piece, phase: number): Float32Array {
    const evaluator = this.evaluator.with(piece);
    setPhase(this.rows, phase);
    delayed(evaluator, this.rows, this.count, phase);
    return evaluator.run(0, this.rows, this.count);
  }
}

function middlePoint(positions: Float32Array): number[] {
  const middle = [0, 1, 2].map((k) => {
    let [low, high] = [Infinity, -Infinity];
    for (let i = k; i < positions.length; i += 3)
      [low, high] = [Math.min(low, positions[i]!), Math.max(high, positions[i]!)];
    return (low + high) / 2;
  });
  let [best, least] = [0, Infinity];
  for (let i = 0; i < positions.length; i += 3) {
    const far = Math.hypot(...middle.map((m, k) => positions[i + k]! - m));
    if (far < least) [best, least] = [i, far];
  }
  return [...positions.subarray(best, best + 3)];
}
