import type { Page } from '@playwright/test';
import { LOOP_WIDTH } from '@/core/glsl';

/** What the graphics card is asked: a fragment shader that reads `inputs` with `inputAt(i)`. */
interface Job {
  /** Text before `main`. */
  glsl: string;
  /** Expression of type vec4, or uvec4 where `whole` is set; `i(n)` is scalar n of the row. */
  result: string;
  /** Scalars in each row. */
  width: number;
  rows: number[];
  whole?: boolean;
  /** The picture in slot 0. */
  picture?: { width: number; height: number; data: number[] };
  /** Values of uniforms: one scalar, or as many as the vector has. */
  uniforms?: readonly { name: string; scalars: number[] }[];
  /** Numbers over the loop, as the texture that programs read. */
  loop?: Float32Array;
}

/**
 * Runs a job on the graphics card of the page: four scalars for each row. Numbers go there and come back as bytes in
 * base64: each by itself would take longer on the way than all of them on the card.
 */
export async function onGraphicsCard(page: Page, { rows, loop = new Float32Array(), ...job }: Job): Promise<number[]> {
  const sent = Buffer.from(new Float32Array(rows).buffer).toString('base64');
  const loopRows = Math.ceil(loop.length / LOOP_WIDTH);
  const loopTexels = Float32Array.from({ length: loopRows * LOOP_WIDTH }, (_, i) => loop[i] ?? 0);
  const texels = { width: LOOP_WIDTH, height: loopRows, sent: Buffer.from(loopTexels.buffer).toString('base64') };
  const came = Buffer.from(await page.evaluate(drawn, { ...job, sent, texels }), 'base64');
  const bytes = new Uint8Array(came).buffer;
  return Array.from(job.whole ? new Uint32Array(bytes) : new Float32Array(bytes));
}

interface SentJob extends Omit<Job, 'rows' | 'loop'> {
  sent: string;
  texels: { width: number; height: number; sent: string };
}

/** In the page, which keeps one context for all jobs: to make one takes longer than most jobs do. */
function drawn({ glsl, result, width, sent, whole, picture, uniforms = [], texels }: SentJob) {
  const floats = (base64: string) => new Float32Array(Uint8Array.from(atob(base64), (c) => c.charCodeAt(0)).buffer);
  const rows = floats(sent);
  const count = rows.length / width;
  const kept = globalThis as { forJobs?: WebGL2RenderingContext; last?: { text: string; program: WebGLProgram } };
  const gl = (kept.forJobs ??= new OffscreenCanvas(1, 1).getContext('webgl2')!);
  gl.getExtension('EXT_color_buffer_float');
  const textures: WebGLTexture[] = [];
  const compile = (type: number, source: string) => {
    const shader = gl.createShader(type)!;
    gl.shaderSource(shader, source);
    gl.compileShader(shader);
    if (!gl.getShaderParameter(shader, gl.COMPILE_STATUS)) throw new Error(`${gl.getShaderInfoLog(shader)}\n${source}`);
    return shader;
  };
  const text = `#version 300 es
precision highp float; precision highp int; precision highp sampler2D;
uniform sampler2D inputs;
out ${whole ? 'uvec4' : 'vec4'} outcome;
${glsl}
float i(int n) { return texelFetch(inputs, ivec2(n, int(gl_FragCoord.x)), 0).r; }
void main() { outcome = ${result}; }`;
  const link = () => {
    const program = gl.createProgram()!;
    const shaders = [
      compile(
        gl.VERTEX_SHADER,
        '#version 300 es\nvoid main() { gl_Position = vec4(gl_VertexID == 1 ? 3.0 : -1.0, ' +
          'gl_VertexID == 2 ? 3.0 : -1.0, 0.0, 1.0); }',
      ),
      compile(gl.FRAGMENT_SHADER, text),
    ];
    for (const shader of shaders) gl.attachShader(program, shader);
    gl.linkProgram(program);
    if (!gl.getProgramParameter(program, gl.LINK_STATUS)) throw new Error(gl.getProgramInfoLog(program)!);
    for (const shader of shaders) gl.deleteShader(shader);
    return program;
  };
  // Jobs in turn often differ by their numbers alone.
  if (kept.last?.text !== text) {
    if (kept.last) gl.deleteProgram(kept.last.program);
    kept.last = { text, program: link() };
  }
  const { program } = kept.last!;
  gl.useProgram(program);
  const texture = (
    internal: number,
    w: number,
    h: number,
    format: number,
    type: number,
    data: ArrayBufferView | null,
  ) => {
    const t = gl.createTexture();
    textures.push(t);
    gl.bindTexture(gl.TEXTURE_2D, t);
    gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_MIN_FILTER, gl.NEAREST);
    gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_MAG_FILTER, gl.NEAREST);
    gl.texImage2D(gl.TEXTURE_2D, 0, internal, w, h, 0, format, type, data);
    return t;
  };
  const target = whole
    ? texture(gl.RGBA32UI, count, 1, gl.RGBA_INTEGER, gl.UNSIGNED_INT, null)
    : texture(gl.RGBA32F, count, 1, gl.RGBA, gl.FLOAT, null);
  const frame = gl.createFramebuffer();
  gl.bindFramebuffer(gl.FRAMEBUFFER, frame);
  gl.framebufferTexture2D(gl.FRAMEBUFFER, gl.COLOR_ATTACHMENT0, gl.TEXTURE_2D, target, 0);
  if (picture) {
    gl.activeTexture(gl.TEXTURE1);
    texture(gl.SRGB8_ALPHA8, picture.width, picture.height, gl.RGBA, gl.UNSIGNED_BYTE, new Uint8Array(picture.data));
    gl.uniform1i(gl.getUniformLocation(program, 'clPicture0'), 1);
    gl.activeTexture(gl.TEXTURE0);
  }
  if (texels.height > 0) {
    gl.activeTexture(gl.TEXTURE2);
    texture(gl.R32F, texels.width, texels.height, gl.RED, gl.FLOAT, floats(texels.sent));
    gl.uniform1i(gl.getUniformLocation(program, 'clLoop'), 2);
    gl.activeTexture(gl.TEXTURE0);
  }
  for (const { name, scalars } of uniforms) {
    const place = gl.getUniformLocation(program, name);
    if (scalars.length === 1) gl.uniform1fv(place, scalars);
    else if (scalars.length === 3) gl.uniform3fv(place, scalars);
    else gl.uniform4fv(place, scalars);
  }
  texture(gl.R32F, width, count, gl.RED, gl.FLOAT, rows);
  gl.viewport(0, 0, count, 1);
  gl.drawArrays(gl.TRIANGLES, 0, 3);
  const out = whole ? new Uint32Array(4 * count) : new Float32Array(4 * count);
  gl.readPixels(0, 0, count, 1, whole ? gl.RGBA_INTEGER : gl.RGBA, whole ? gl.UNSIGNED_INT : gl.FLOAT, out);
  for (const used of textures) gl.deleteTexture(used);
  gl.deleteFramebuffer(frame);
  const bytes = new Uint8Array(out.buffer);
  let base64 = '';
  for (let at = 0; at < bytes.length; at += 4096) base64 += String.fromCharCode(...bytes.subarray(at, at + 4096));
  return btoa(base64);
}
