/** In the page: how long a vertex shader takes to run over many vertices. What it gives lands in one pixel. */
interface VertexJob {
  /** Body of a function `vec3 result()`, and all it needs; `at` is a point in -2..2, `number` its count. */
  glsl: string;
  uniforms: Record<string, number[]>;
  count: number;
}

const HEAD = `#version 300 es
precision highp float;
precision highp int;
uniform float phase;
uniform float many;
`;
const MAIN = `
void main() {
  float number = float(gl_VertexID);
  vec3 at = fract(number * vec3(0.7548776662, 0.5698402909, 0.6180339887)) * 4.0 - 2.0;
  vec3 r = result(at, number);
  gl_Position = vec4(r.xy * 1e-3, 0.0, 1.0);
  gl_PointSize = 1.0;
  shade = r;
}
`;

function program(gl: WebGL2RenderingContext, { glsl, uniforms, count }: VertexJob): (phase: number) => void {
  const compile = (type: number, text: string) => {
    const shader = gl.createShader(type)!;
    gl.shaderSource(shader, text);
    gl.compileShader(shader);
    if (!gl.getShaderParameter(shader, gl.COMPILE_STATUS)) throw new Error(`${gl.getShaderInfoLog(shader)}`);
    return shader;
  };
  const made = gl.createProgram()!;
  gl.attachShader(made, compile(gl.VERTEX_SHADER, `${HEAD}out vec3 shade;\n${glsl}\n${MAIN}`));
  gl.attachShader(
    made,
    compile(
      gl.FRAGMENT_SHADER,
      '#version 300 es\nprecision highp float;\nin vec3 shade;\nout vec4 pixel;\nvoid main() { ' +
        'pixel = vec4(shade, 1.0); }',
    ),
  );
  gl.linkProgram(made);
  if (!gl.getProgramParameter(made, gl.LINK_STATUS)) throw new Error(`${gl.getProgramInfoLog(made)}`);
  gl.useProgram(made);
  for (const [name, values] of Object.entries(uniforms)) {
    const where = gl.getUniformLocation(made, name);
    [gl.uniform1fv, gl.uniform2fv, gl.uniform3fv, gl.uniform4fv][values.length - 1]!.call(gl, where, values);
  }
  return (phase) => {
    gl.useProgram(made);
    gl.uniform1f(gl.getUniformLocation(made, 'phase'), phase);
    gl.uniform1f(gl.getUniformLocation(made, 'many'), count);
    gl.drawArrays(gl.POINTS, 0, count);
  };
}

/** Least milliseconds for each of two, measured in turns. */
export function compareVertices(pairs: [VertexJob, VertexJob][]): [number, number][] {
  const gl = new OffscreenCanvas(1, 1).getContext('webgl2')!;
  const pixel = new Uint8Array(4);
  return pairs.map((pair) => {
    const draws = pair.map((job) => program(gl, job));
    const least: [number, number] = [Infinity, Infinity];
    for (let round = 0; round < 6; round++) {
      draws.forEach((draw, k) => {
        const began = performance.now();
        draw(round / 7);
        gl.readPixels(0, 0, 1, 1, gl.RGBA, gl.UNSIGNED_BYTE, pixel);
        least[k] = Math.min(least[k]!, performance.now() - began);
      });
    }
    return least;
  });
}
