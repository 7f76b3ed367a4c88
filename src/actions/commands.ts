import { writtenKeys, type Command, type Situation } from './command';
import { PAGE_COMMANDS } from './page-commands';
import { STEP_COMMANDS } from './step-commands';

export * from './command';

/** All of them, in the order in which they are listed. Of those with the same key the first that can be done is. */
export const COMMANDS: readonly Command[] = [...STEP_COMMANDS, ...PAGE_COMMANDS];

/** A command as a list shows it. */
export interface Listed {
  group: string;
  label: string;
  hint?: string;
  run: () => void;
}

/** All commands that have a name and that can be done now. */
export function listedCommands(now: Situation): (Listed & Pick<Command, 'group'>)[] {
  return COMMANDS.flatMap((command) => {
    const { group, name, keys, when, run } = command;
    if (name === undefined || when?.(now) === false) return [];
    const label = typeof name === 'string' ? name : name(now);
    return [{ group, label, hint: writtenKeys(command), run: () => void run(now, keys?.[0] ?? '') }];
  });
}
