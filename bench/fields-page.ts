/** In the page: how long a fragment shader takes to fill a frame. */
interface Shader {
  source: string;
  uniforms: Record<string, number[]>;
}

const [WIDTH, HEIGHT] = [320, 180];

function fill(gl: WebGL2RenderingContext, { source, uniforms }: Shader): (phase: number) => void {
  const compile = (type: number, text: string) => {
    const shader = gl.createShader(type)!;
    gl.shaderSource(shader, text);
    gl.compileShader(shader);
    if (!gl.getShaderParameter(shader, gl.COMPILE_STATUS)) throw new Error(`${gl.getShaderInfoLog(shader)}\n${text}`);
    return shader;
  };
  const program = gl.createProgram()!;
  gl.attachShader(
    program,
    compile(
      gl.VERTEX_SHADER,
      '#version 300 es\nvoid main() { gl_Position = vec4(gl_VertexID == 1 ? 3.0 : -1.0, ' +
        'gl_VertexID == 2 ? 3.0 : -1.0, 0.0, 1.0); }',
    ),
  );
  gl.attachShader(program, compile(gl.FRAGMENT_SHADER, source));
  gl.linkProgram(program);
  gl.useProgram(program);
  for (const [name, values] of Object.entries(uniforms)) {
    const at = gl.getUniformLocation(program, name);
    if (values.length === 1) gl.uniform1fv(at, values);
    else if (values.length === 2) gl.uniform2fv(at, values);
    else if (values.length === 3) gl.uniform3fv(at, values);
    else gl.uniform4fv(at, values);
  }
  const phaseAt = gl.getUniformLocation(program, 'phase');
  const sizeAt = gl.getUniformLocation(program, 'size');
  return (phase) => {
    gl.useProgram(program);
    gl.uniform1f(phaseAt, phase);
    gl.uniform2f(sizeAt, WIDTH, HEIGHT);
    gl.drawArrays(gl.TRIANGLES, 0, 3);
  };
}

/** Least milliseconds of a frame for each of two shaders, measured in turns. */
export function compareFields(pairs: [Shader, Shader][]): [number, number][] {
  const gl = new OffscreenCanvas(WIDTH, HEIGHT).getContext('webgl2')!;
  const pixel = new Uint8Array(4);
  return pairs.map((pair) => {
    const draws = pair.map((s) => fill(gl, s));
    const least: [number, number] = [Infinity, Infinity];
    for (let round = 0; round < 10; round++) {
      draws.forEach((draw, k) => {
        const began = performance.now();
        for (let n = 0; n < 3; n++) draw((round * 3 + n) / 31);
        gl.readPixels(0, 0, 1, 1, gl.RGBA, gl.UNSIGNED_BYTE, pixel);
        least[k] = Math.min(least[k]!, (performance.now() - began) / 3);
      });
    }
    return least;
  });
}
