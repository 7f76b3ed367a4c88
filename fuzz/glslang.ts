import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { Outgoing } from './check-piece';

/** Texts that an independent compiler (glslang) refuses, with its words. All are compiled in one run. */
export function refusedGlsl(texts: Outgoing[]): string[] {
  if (texts.length === 0) return [];
  const folder = mkdtempSync(path.join(tmpdir(), 'calm-fuzz-'));
  try {
    const files = texts.map(({ glsl }, i) => {
      const file = path.join(folder, `${i}.frag`);
      writeFileSync(file, glsl);
      return file;
    });
    execFileSync('glslangValidator', files, { encoding: 'utf8', stdio: 'pipe', maxBuffer: 64 * 1024 * 1024 });
    return [];
  } catch (error) {
    const { stdout } = error as { stdout?: string };
    if (stdout === undefined) throw error;
    return stdout
      .split('\n')
      .filter((line) => /ERROR/.test(line) && !/compilation errors|compilation terminated/.test(line))
      .slice(0, 5);
  } finally {
    rmSync(folder, { recursive: true });
  }
}
