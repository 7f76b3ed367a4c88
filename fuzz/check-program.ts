import { compile, GlslError, Processor } from '@/core/glsl';
import { derive } from '@/core/glsl';
import type { Outgoing } from './check-piece';

const ROWS = new Float32Array([0, 1, -1, 0.5, 1e6, -1e-6]);

/**
 * Compiles a program, runs it and differentiates it.
 * @returns the whole shader for an independent compiler, or null where it is refused in words
 * @throws an Error where anything but words comes back
 */
export function checkProgramText(name: string, text: string): Outgoing | null {
  try {
    const processor = Processor.loadNow(compile(text, ['f']));
    if (processor.run('f', ROWS, ROWS.length).length !== ROWS.length) throw new Error('Not one number for each row.');
    const derived = derive(text, 'f', () => true);
    if (!derived.noSlope) compile(`${text}\n${derived.text}`, [derived.name]);
  } catch (error) {
    if (error instanceof GlslError || /There is no function/.test((error as Error).message)) return null;
    throw error;
  }
  return {
    name,
    glsl:
      `#version 300 es\nprecision highp float;\nprecision highp int;\nout vec4 pixel;\n${text}\n` +
      'void main() { pixel = vec4(f(gl_FragCoord.x)); }\n',
  };
}
