import { strandById, type Piece, type Step, type Strand } from '@/core/piece/types';
import { useWorkbench, type Selection } from '@/state/workbench';
import { focusSelectedSoon, keyboardIsOnBand } from './lattice-focus';

/** What is open and selected when a command is looked at. */
export interface Situation {
  piece: Piece;
  selected: Selection | null;
  strand: Strand | undefined;
  /** Steps of that strand, and the place of the selected one among them; -1 where it is none of them. */
  steps: readonly Step[];
  at: number;
}

/**
 * Where the keyboard has to be for a key to count: keys are for the topmost layer alone. `outside text`: over an open
 * dialog as well, as it shows the piece too, but over no menu or list. With all others no dialog, menu or list is open.
 * `anywhere`: in text as well. `page`: not in text; the ones after it are parts of that: on no button or slider, in the
 * lattice or on nothing, on nothing.
 */
export type Where = 'anywhere' | 'outside text' | 'page' | 'off controls' | 'lattice' | 'on nothing';

/** Something that can be done, by its name in the list of commands, by its keys, or both. */
export interface Command {
  group: 'Make' | 'This step' | 'Export' | 'Look';
  /** Its name in the list of commands; it is not there without one. */
  name?: string | ((now: Situation) => string);
  /** What its keys do, in the help; its name where it has none. */
  description?: string;
  /** `Ctrl+Shift+Z`: Ctrl is Command too; Shift counts with Ctrl and arrows alone, letters are capitals. */
  keys?: readonly string[];
  /** How its keys are written, where they have longer names. */
  written?: string;
  where?: Where;
  when?: (now: Situation) => boolean;
  /** @returns false where it stands for nothing here after all */
  run: (now: Situation, key: string) => boolean | void;
}

/** A command that is about the selected step. */
export const onStep = (
  run: (at: Selection, now: Situation, key: string) => boolean | void,
  also: (now: Situation) => boolean = () => true,
): Pick<Command, 'when' | 'run'> => ({
  when: (now) => now.selected !== null && also(now),
  run: (now, key) => run(now.selected!, now, key),
});

/** Does it, and gives the keyboard to the step that is selected then, unless it is on the loop band. */
export const thenStep = (run: () => void) => () => {
  const stays = keyboardIsOnBand();
  run();
  if (!stays) focusSelectedSoon();
};

/** How the keys of a command are written; nothing where it has none. */
export const writtenKeys = ({ keys, written }: Command): string | undefined => written ?? keys?.join(', ');

/** What its keys do, in words. */
export const aboutOf = ({ description, name }: Command): string =>
  description ?? (typeof name === 'string' ? name[0]!.toLowerCase() + name.slice(1) : '');

export function situation(): Situation {
  const { piece, selected } = useWorkbench.getState();
  const strand = selected ? strandById(piece, selected.strand) : undefined;
  const steps = strand?.steps ?? [];
  return { piece, selected, strand, steps, at: steps.findIndex((s) => s.id === selected?.step) };
}
