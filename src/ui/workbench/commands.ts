import { strandById, type Piece, type Step, type Strand } from '@/core/piece/types';
import { canLook } from '@/core/preview/look';
import { useChecks } from '@/state/checks';
import { useGuide } from '@/state/guide';
import { isCompact, pick, toggleLook, usePanels } from '@/state/panels';
import { toggleRecording, useRecording } from '@/state/recording';
import { useRehearsal } from '@/state/rehearsal';
import { hasMoments, strikeMoment, strikeNumber } from '@/state/strikes';
import { tapTempo } from '@/state/tempo';
import { useTransport } from '@/state/transport';
import { redo, undo, useWorkbench, type Selection } from '@/state/workbench';
import { focusSelectedSoon } from '../lattice/focus';
import { neighbour } from '../lattice/neighbour';
import { clearMemory } from '../stage/viewer-handle';
import { focusTuning } from '../tuning/focus';
import {
  copyStrand,
  deleteStrand,
  kindsWithGlsl,
  pasteAfter,
  removeSelected,
  saveGlsl,
  savePiece,
  shiftRow,
  shiftStep,
  swapStep,
  switchStep,
  takeStep,
  varySelected,
} from './actions';

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
 * Where the keyboard has to be for a key to count. `anywhere`: in text as well. `outside text`: over an open dialog
 * as well. `page`: no dialog, menu or list is open; the ones after it are parts of that: on no button or slider, in
 * the lattice or on nothing, on nothing.
 */
export type Where = 'anywhere' | 'outside text' | 'page' | 'off controls' | 'lattice' | 'on nothing';

/** Something that can be done, by its name in the list of commands, by its keys, or both. */
export interface Command {
  group: 'Make' | 'This step' | 'Take away' | 'Look';
  /** Its name in the list of commands; it is not there without one. */
  name?: string | ((now: Situation) => string);
  /** What its keys do, in the help; its name where it has none. */
  about?: string;
  /** `Ctrl+Shift+Z`: Ctrl is Command too; Shift counts with Ctrl alone, letters are capitals. */
  keys?: readonly string[];
  /** How its keys are written, where they have longer names. */
  written?: string;
  where?: Where;
  when?: (now: Situation) => boolean;
  /** @returns false where it stands for nothing here after all */
  run: (now: Situation, key: string) => boolean | void;
}

/** A command that is about the selected step. */
const onStep = (
  run: (at: Selection, now: Situation, key: string) => boolean | void,
  also: (now: Situation) => boolean = () => true,
): Pick<Command, 'when' | 'run'> => ({
  when: (now) => now.selected !== null && also(now),
  run: (now, key) => run(now.selected!, now, key),
});

/** Does it, and gives the keyboard to the step that is selected then. */
const thenStep = (run: () => void) => () => {
  run();
  focusSelectedSoon();
};

function walk({ piece, selected }: Situation, key: string): boolean {
  const { folded, foldedBundles } = usePanels.getState();
  const to = neighbour(piece, folded, selected, key, foldedBundles);
  if (!to) return false;
  useWorkbench.getState().select(to);
  focusSelectedSoon();
  return true;
}

function oneFrame({ piece }: Situation, by: number): void {
  const { frame, play, goTo } = useTransport.getState();
  play(false);
  goTo(frame + by, piece.loop.frames);
}

const ARROWS = ['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown'];

/** All of them, in the order in which they are listed. Of those with the same key the first that can be done is. */
export const COMMANDS: readonly Command[] = [
  {
    group: 'Make',
    name: 'New strand',
    keys: ['N'],
    run: () => pick({ for: 'strand', kind: null }),
  },
  {
    group: 'Make',
    name: 'Add a step after this one',
    keys: ['A', '+'],
    written: 'A',
    ...onStep(({ strand }, { at }) => pick({ for: 'step', strand, at: at + 1 })),
  },
  { group: 'This step', about: 'walk the lattice', keys: ARROWS, written: 'Arrows', where: 'lattice', run: walk },
  {
    group: 'This step',
    about: 'tune the selected step',
    keys: ['Enter'],
    where: 'on nothing',
    ...onStep(() => focusTuning()),
  },
  {
    group: 'This step',
    about: 'swap the step for the one before or after it of its kind, links kept',
    keys: ['<', '>'],
    written: '< and >',
    ...onStep((at, _now, key) => swapStep(at, key === '<' ? -1 : 1)),
  },
  {
    group: 'This step',
    name: 'Vary this step',
    about: 'vary the numbers of the step at random',
    keys: ['D'],
    ...onStep(varySelected),
  },
  { group: 'This step', name: 'Replace this step', ...onStep((at) => pick({ for: 'replace', ...at })) },
  {
    group: 'This step',
    name: 'Look at this step on the stage',
    about: 'look at the step on the stage, and back',
    keys: ['L'],
    ...onStep(toggleLook, ({ strand }) => canLook(strand)),
  },
  { group: 'This step', name: 'Switch this step off or on', keys: ['O'], ...onStep(switchStep) },
  {
    group: 'This step',
    name: 'Remove this step',
    keys: ['Delete', 'Backspace'],
    written: 'Delete',
    where: 'lattice',
    ...onStep((at) => thenStep(() => removeSelected(at))()),
  },
  {
    group: 'This step',
    about: 'move the step left or right',
    keys: ['[', ']'],
    written: '[ and ]',
    ...onStep((at, _now, key) => shiftStep(at, key === '[' ? -1 : 1)),
  },
  {
    group: 'This step',
    about: 'move the strand up or down',
    keys: ['Alt+ArrowUp', 'Alt+ArrowDown'],
    written: 'Alt+Up, Alt+Down',
    where: 'outside text',
    ...onStep(({ strand }, _now, key) => shiftRow(strand, key === 'Alt+ArrowUp' ? -1 : 1)),
  },
  {
    group: 'This step',
    name: 'Copy this step',
    keys: ['Ctrl+C'],
    where: 'outside text',
    ...onStep((at) => {
      // Words that are marked on the page are what is meant.
      if (window.getSelection()?.toString()) return false;
      takeStep(at);
      return true;
    }),
  },
  {
    group: 'This step',
    name: 'Paste after this step',
    about: 'paste steps or strands',
    keys: ['Ctrl+V'],
    where: 'outside text',
    run: ({ selected }) => pasteAfter(selected),
  },
  {
    group: 'This step',
    name: ({ strand }) => `Duplicate the strand ${strand?.name}`,
    ...onStep(({ strand }) => copyStrand(strand)),
  },
  {
    group: 'This step',
    name: ({ strand }) => `Delete the strand ${strand?.name}`,
    ...onStep(({ strand }) => deleteStrand(strand)),
  },
  {
    group: 'Take away',
    name: ({ strand }) => `Save ${strand?.name} as GLSL`,
    ...onStep(
      ({ strand }) => saveGlsl(strand),
      ({ strand }) => strand !== undefined && kindsWithGlsl(strand.kind),
    ),
  },
  {
    group: 'Take away',
    name: 'Take away: still, frames or film',
    run: () => usePanels.setState({ takeAway: true }),
  },
  { group: 'Take away', name: 'Save the piece as a file', keys: ['Ctrl+S'], where: 'anywhere', run: savePiece },
  {
    group: 'Look',
    name: () => (useTransport.getState().playing ? 'Pause' : 'Play'),
    about: 'play or pause',
    keys: [' '],
    written: 'Space',
    where: 'off controls',
    run: () => useTransport.getState().play(!useTransport.getState().playing),
  },
  { group: 'Look', about: 'one frame back', keys: [','], run: (now) => oneFrame(now, -1) },
  { group: 'Look', about: 'one frame on', keys: ['.'], run: (now) => oneFrame(now, 1) },
  {
    group: 'Look',
    name: 'To the first frame',
    run: ({ piece }) => useTransport.getState().goTo(0, piece.loop.frames),
  },
  {
    group: 'Look',
    about: 'back from a step that is looked at',
    keys: ['Escape'],
    when: () => usePanels.getState().looking !== null,
    run: () => usePanels.setState({ looking: null }),
  },
  {
    group: 'Look',
    name: 'Clear memory',
    about: 'clear what the finish remembers of earlier frames',
    keys: ['M'],
    when: () => useChecks.getState().memory.some((r) => r.kind === 'finish'),
    run: clearMemory,
  },
  {
    group: 'This step',
    name: 'Strike a moment',
    about: 'put a moment at the playhead, while it plays too',
    keys: ['K'],
    ...onStep(strikeMoment, ({ piece, selected }) => hasMoments(piece, selected)),
  },
  {
    group: 'Look',
    name: () => (useRecording.getState().on ? 'End the recording' : 'Record what is played on the desk'),
    about: 'record how controls are moved, or end that',
    keys: ['R'],
    run: toggleRecording,
  },
  {
    group: 'Look',
    name: () => (useRehearsal.getState().on ? 'Back to the workbench' : 'Rehearse: the picture large, played by hand'),
    about: 'rehearse, or back to the workbench',
    keys: ['P'],
    run: () => useRehearsal.setState(({ on }) => ({ on: !on, learning: null })),
  },
  {
    group: 'Look',
    name: () => (usePanels.getState().large ? 'Rows beside the picture' : 'The picture in the whole window'),
    about: 'the picture in the whole window, tuning over it; and back',
    keys: ['V'],
    when: () => !useRehearsal.getState().on,
    run: () => usePanels.setState(({ large }) => ({ large: !large })),
  },
  {
    group: 'Look',
    about: 'strike a moment with one of the keys of the rehearsal',
    keys: ['1', '2', '3', '4', '5', '6', '7', '8', '9'],
    written: '1 to 9',
    when: () => useRehearsal.getState().on,
    run: (_now, key) => strikeNumber(Number(key)),
  },
  {
    group: 'Look',
    about: 'leave the rehearsal',
    keys: ['Escape'],
    when: () => useRehearsal.getState().on,
    run: () => useRehearsal.setState(({ learning }) => (learning ? { learning: null } : { on: false })),
  },
  {
    group: 'Look',
    name: 'Tap the tempo',
    about: 'tap the tempo, twice or more',
    keys: ['T'],
    run: () => tapTempo(),
  },
  { group: 'Look', name: 'Checks', run: () => usePanels.setState({ checks: true }) },
  {
    group: 'Look',
    name: 'Picture and loop settings',
    about: 'let go of the selection: picture and loop settings',
    keys: ['Escape'],
    run: () => useWorkbench.getState().select(null),
  },
  { group: 'Look', name: 'Desk: controls and looks', run: () => usePanels.setState({ side: 'desk' }) },
  {
    group: 'Look',
    name: 'Compact rows',
    run: ({ piece }) => usePanels.setState(({ compact }) => ({ compact: !isCompact(compact, piece.strands.length) })),
  },
  { group: 'Look', name: 'Undo', keys: ['Ctrl+Z'], where: 'outside text', run: thenStep(undo) },
  {
    group: 'Look',
    name: 'Redo',
    keys: ['Ctrl+Shift+Z', 'Ctrl+Y'],
    written: 'Ctrl+Shift+Z',
    where: 'outside text',
    run: thenStep(redo),
  },
  {
    group: 'Look',
    about: 'everything by name',
    keys: ['Ctrl+K'],
    where: 'anywhere',
    run: () => usePanels.setState({ commands: true }),
  },
  {
    group: 'Look',
    name: () => (useGuide.getState().at === null ? 'Guide me to a first loop' : 'Leave the guide'),
    run: () => useGuide.getState().go(useGuide.getState().at === null ? 0 : null),
  },
  {
    group: 'Look',
    name: 'Help: keys and first steps',
    about: 'these keys',
    keys: ['?'],
    run: () => usePanels.setState({ help: true }),
  },
];

/** How the keys of a command are written; nothing where it has none. */
export const writtenKeys = ({ keys, written }: Command): string | undefined => written ?? keys?.join(', ');

/** What its keys do, in words. */
export const aboutOf = ({ about, name }: Command): string =>
  about ?? (typeof name === 'string' ? name[0]!.toLowerCase() + name.slice(1) : '');

export function situation(): Situation {
  const { piece, selected } = useWorkbench.getState();
  const strand = selected ? strandById(piece, selected.strand) : undefined;
  const steps = strand?.steps ?? [];
  return { piece, selected, strand, steps, at: steps.findIndex((s) => s.id === selected?.step) };
}
