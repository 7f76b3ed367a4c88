import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { describe, expect, it } from 'vitest';
import { addOutputs } from '@/core/piece/outputs';
import { blankPiece, setLoop, setPicture } from '@/core/piece/edit';
import { planOf } from './plan';

const piece = addOutputs(setLoop(setPicture(blankPiece(), { width: 640, height: 360 }), { frames: 100 }), [
  { name: "O'Hara's wall", x: 0, width: 64, height: 64 },
]);
const asked = { plan: '3', planAs: 'commands', image: 'calm-lattice' };
const options = { out: '/renders/a b', format: 'png16', output: "O'Hara's wall" };

describe('a plan', () => {
  it('is a command for each chunk, which a shell reads as it was meant', () => {
    const lines = planOf(piece, 'a.calm.json', { ...options, frames: '10-99' }, asked).split('\n');
    expect(lines).toHaveLength(3);
    const words = lines.map((line) =>
      execFileSync('sh', ['-c', `printf '%s\\n' ${line}`], { encoding: 'utf8' })
        .trimEnd()
        .split('\n'),
    );
    const wanted = ['10-39', '40-69', '70-99'].map((frames) => [
      ...['npm', 'run', '-s', 'piece', '--', 'render', 'a.calm.json', '--out', '/renders/a b', '--frames', frames],
      ...['--format', 'png16', '--output', "O'Hara's wall"],
    ]);
    expect(words).toEqual(wanted);
  });

  it('keeps every nth frame to the same ones', () => {
    const lines = planOf(piece, 'a.calm.json', { out: 'x', every: '10' }, { ...asked, plan: '4' }).split('\n');
    expect(lines.map((line) => /--frames (\S+)/.exec(line)![1])).toEqual(['0-20', '30-40', '50-70', '80-90']);
  });

  it('as a job runs the command of its number in each container', () => {
    const job = JSON.parse(planOf(piece, 'a.calm.json', options, { ...asked, planAs: 'job' })) as {
      spec: { completions: number; template: { spec: { containers: { command: string[]; image: string }[] } } };
    };
    expect(job.spec.completions).toBe(3);
    const { command, image } = job.spec.template.spec.containers[0]!;
    expect(image).toBe('calm-lattice');
    // A program of that name that says what it was asked for stands for the package manager.
    const bin = mkdtempSync(path.join(tmpdir(), 'plan-'));
    writeFileSync(path.join(bin, 'npm'), '#!/bin/sh\nprintf "%s\\n" "$@"\n', { mode: 0o755 });
    const words = (index: number) =>
      execFileSync(command[0]!, command.slice(1), {
        env: { ...process.env, PATH: `${bin}:${process.env.PATH}`, JOB_COMPLETION_INDEX: String(index) },
        encoding: 'utf8',
      }).split('\n');
    expect([0, 1, 2].map((n) => words(n)[9])).toEqual(['0-32', '33-66', '67-99']);
    expect(words(1)).toContain("O'Hara's wall");
  });

  it.each([
    [{ format: 'prores' }, {}, /A plan is of frames/],
    [{ replace: true }, {}, /--replace goes with no plan/],
    [{}, { plan: '101' }, /--plan takes a whole number from 1 to 100/],
    [{}, { planAs: 'list' }, /--plan-as takes commands, job/],
  ])('of %j %j the option that is not right is named', (more, wanted, said) => {
    expect(() => planOf(piece, 'a.json', { out: 'x', ...more }, { ...asked, ...wanted })).toThrow(said);
  });
});
