import type { Command } from './command';
import { PAGE_COMMANDS } from './page-commands';
import { STEP_COMMANDS } from './step-commands';

export * from './command';

/** All of them, in the order in which they are listed. Of those with the same key the first that can be done is. */
export const COMMANDS: readonly Command[] = [...STEP_COMMANDS, ...PAGE_COMMANDS];
