import { CommanderError } from 'commander';
import { MeshError } from '@/core/mesh/mesh';
import { PieceError } from '@/core/piece/errors';
import { NoBrowser } from './browser';
import { program } from './program';
import type { Tell } from './render/render';
import { Wrong } from './wrong';

/** What a command says, and its exit code: 0, 1 where it could not be done, 2 where a check fails. */
export interface Answer {
  code: 0 | 1 | 2;
  out: string;
  /** Lines for the error stream. */
  err: string[];
}

/** Tells nobody. */
export const QUIET: Tell = { progress: () => undefined, data: () => undefined, say: () => undefined };

/**
 * Runs one command.
 * @param args what stands behind the name of the program
 * @param tell told of what goes on meanwhile
 */
export async function run(args: string[], tell: Tell = QUIET): Promise<Answer> {
  const answer: Answer = { code: 0, out: '', err: [] };
  const commands = program({
    ...tell,
    note: (line) => answer.err.push(line),
    answer: (out, passes = true) => Object.assign(answer, { out, code: passes ? 0 : 2 }),
  });
  for (const each of [commands, ...commands.commands])
    each.exitOverride().configureOutput({
      writeOut: (text) => (answer.out += text.trimEnd()),
      writeErr: () => undefined,
    });
  try {
    await commands.parseAsync(args, { from: 'user' });
    return answer;
  } catch (error) {
    if (error instanceof CommanderError && error.exitCode === 0) return answer;
    return { code: 1, out: '', err: [...answer.err, sentence(error as Error, commands.helpInformation())] };
  }
}

/** What is said of a command that could not be done. */
function sentence(error: Error, help: string): string {
  if (error instanceof CommanderError) {
    // Without a command, the help is the answer.
    if (error.code === 'commander.help') return help.trimEnd();
    return error.message.replace(/^error: (.)/, (_, first: string) => first.toUpperCase());
  }
  const isKnown = [Wrong, NoBrowser, PieceError, MeshError].some((kind) => error instanceof kind);
  return isKnown ? error.message : `Something went wrong that should not have: ${error.message}`;
}
