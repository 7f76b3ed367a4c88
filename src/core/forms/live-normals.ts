import { placeText, PLACE_SIZE } from '../glsl/lib';
import type { Evaluator } from '../weave/running/evaluate';
import { slopesProgram } from '../weave/running/slopes';
import { FRAME_SIZES } from '../mesh/frames';
import { vertexCount, type Skin } from '../mesh/skin';

/** The move of a form and its normal at once, as the vertex shader works them out. */
const WRAPPER = (slopes: string) => `
vec3 clMoveAndNormal(Place p, vec3 wayA, vec3 wayB, vec3 turnA, vec3 turnB, vec4 slope, out vec3 moved) {
  vec3 alongA;
  vec3 alongB;
  moved = ${slopes}(p, ${placeText({ rest: 'wayA', world: 'wayA', normal: 'turnA', uv: 'slope.xy' }, true)},
    ${placeText({ rest: 'wayB', world: 'wayB', normal: 'turnB', uv: 'slope.zw' }, true)}, alongA, alongB);
  return cross(alongA, alongB);
}
`;
const FRAME = ['tangentA', 'tangentB', 'normalA', 'normalB', 'uvSlope'] as const;
const FRAME_WIDTH = FRAME.reduce((sum, name) => sum + FRAME_SIZES[name], 0);

/** Runs the slopes of a form on the processor; null where the form has none (see `formText`). */
export class LiveNormals {
  private constructor(private readonly run: (rows: Float32Array, count: number) => Float32Array) {}

  static async make(evaluator: Evaluator): Promise<LiveNormals | null> {
    const run = await slopesProgram(evaluator, 'clMoveAndNormal', WRAPPER);
    return run && new LiveNormals(run);
  }

  /** @param places of the skin's vertices @returns normals of length 1, three floats a vertex; 0 where there is none */
  normals(skin: Skin, places: Float32Array): Float32Array {
    const count = vertexCount(skin);
    const width = PLACE_SIZE + FRAME_WIDTH;
    const rows = new Float32Array(count * width);
    for (let v = 0; v < count; v++) {
      rows.set(places.subarray(v * PLACE_SIZE, (v + 1) * PLACE_SIZE), v * width);
      let at = v * width + PLACE_SIZE;
      for (const name of FRAME) {
        const size = FRAME_SIZES[name];
        rows.set(skin.points[name].subarray(size * v, size * v + size), at);
        at += size;
      }
    }
    const out = this.run(rows, count);
    const normals = new Float32Array(3 * count);
    for (let v = 0; v < count; v++) {
      const [x, y, z] = [out[6 * v]!, out[6 * v + 1]!, out[6 * v + 2]!];
      const length = Math.hypot(x, y, z);
      if (length > 0) normals.set([x / length, y / length, z / length], 3 * v);
    }
    return normals;
  }
}
