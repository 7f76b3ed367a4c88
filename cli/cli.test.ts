import { execFile, execFileSync } from 'node:child_process';
import { mkdtemp, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { promisify } from 'node:util';
import { beforeAll, describe, expect, it } from 'vitest';
import { writePiece } from '@/core/formats/write-piece';
import { setParam } from '@/core/piece/edit';
import { STARTERS } from '@/demo';
import { coarse } from '@/demo/testing';
import { program } from './program';
import { QUIET, run } from './run';

const veil = coarse(STARTERS[0]!.piece);
let folder: string;

/** The program itself, as a shell runs it. */
async function inShell(...args: string[]): Promise<{ code: number; out: string; err: string }> {
  try {
    const { stdout, stderr } = await promisify(execFile)('node_modules/.bin/tsx', ['cli/main.ts', ...args]);
    return { code: 0, out: stdout, err: stderr };
  } catch (error) {
    const { code, stdout, stderr } = error as { code: number; stdout: string; stderr: string };
    return { code, out: stdout, err: stderr };
  }
}

beforeAll(async () => {
  folder = await mkdtemp(path.join(tmpdir(), 'calm-'));
  await writeFile(path.join(folder, 'veil.json'), writePiece(veil));
  await writeFile(path.join(folder, 'open.json'), writePiece(setParam(veil, 'breath', 't1', 'turns', 1.4)));
  await writeFile(path.join(folder, 'words.txt'), 'not a piece');
});

describe('the command line', () => {
  it('checks, and says what breaks and mends the loop', async () => {
    expect((await inShell('check', path.join(folder, 'veil.json'))).out).toMatch(/The loop closes\.\n$/);
    const open = await inShell('check', path.join(folder, 'open.json'));
    expect(open).toMatchObject({ code: 2, err: '' });
    expect(open.out).toMatch(/JUMPS {3}breath: .*breaks at Cycle in breath; set turns to 1/);
  });

  it('evaluates as JSON, the same at phase 0 and 1', async () => {
    const at = async (phase: string) =>
      JSON.parse(
        (await run(['eval', path.join(folder, 'veil.json'), '--strand', 'tint', '--at', '1,2,3', '--phase', phase]))
          .out,
      );
    const begin = await at('0');
    expect(begin).toMatchObject({ strand: 'tint', at: [1, 2, 3], type: 'vec3' });
    expect((await at('1')).value).toEqual(begin.value);
  });

  it('describes and writes GLSL', async () => {
    expect((await run(['describe', path.join(folder, 'veil.json')])).out).toMatch(
      /field {4}swell: Position > Fractal > Remap gives float/,
    );
    expect((await run(['glsl', path.join(folder, 'veil.json'), '--strand', 'swell'])).out).toMatch(
      /^#version 300 es\n/,
    );
  });

  it.each([
    [['check', 'nowhere.json'], /^There is no file "nowhere\.json"\.$/],
    [['check', 'words.txt'], /^This file is not JSON.*$/],
    [
      ['eval', 'veil.json', '--strand', 'swell', '--at', '1,x,3'],
      /'--at <x,y,z>'.* It takes 3 numbers with commas between them\.$/,
    ],
    [['glsl', 'veil.json', '--strand', 'sea'], /^"sea" is a form; .*$/],
    [['eval', 'veil.json'], /^Required option '--strand <name>'.*$/],
    [['check', 'veil.json', '--nonsense'], /^Unknown option '--nonsense'$/],
    [['draw', 'veil.json'], /^Unknown command 'draw'$/],
    [['check'], /^Missing required argument 'file'$/],
    [['eval', 'veil.json', '--strand', 'tint', '--phase', 'half'], /It takes a number\.$/],
  ])('answers %j with one clear line and exit code 1', async (args, line) => {
    const at = args.map((a) => (/\.(json|txt)$/.test(a) && a !== 'nowhere.json' ? path.join(folder, a) : a));
    const { code, out, err } = await run(at);
    expect({ code, out }).toEqual({ code: 1, out: '' });
    expect(err).toEqual([expect.stringMatching(line)]);
  });

  it('has a help for each command, and one of its own', async () => {
    const names = program({ ...QUIET, note: () => undefined, answer: () => undefined }).commands.map((c) => c.name());
    expect(names).toContain('render');
    for (const args of [['--help'], ...names.map((name) => [name, '--help'])]) {
      const { code, out, err } = await run(args);
      expect({ code, err }).toEqual({ code: 0, err: [] });
      expect(out).toMatch(new RegExp(`^Usage: piece ${args.length > 1 ? args[0] : ''}`));
    }
    expect((await run([])).err[0]).toMatch(/^Usage: piece/);
  });

  it('lets bash complete commands, and the options of each', async () => {
    const { out } = await run(['completion']);
    const offered = (...words: string[]) =>
      execFileSync('bash', [
        '-c',
        `${out}\nCOMP_WORDS=(${words.join(' ')} '--'); COMP_CWORD=${words.length}; _piece; echo "\${COMPREPLY[*]}"`,
      ]).toString();
    expect(offered('piece', 'render')).toMatch(/--out .*--format .*--json/);
    expect(offered('piece', 'eval')).toMatch(/--strand/);
    expect(offered('piece', 'eval')).not.toMatch(/--format/);
  });

  it('says what is wrong on the error stream', async () => {
    expect(await inShell('check', 'nowhere.json')).toEqual({
      code: 1,
      out: '',
      err: 'There is no file "nowhere.json".\n',
    });
  });
});
