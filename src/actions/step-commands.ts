import { canLook } from '@/core/preview/look';
import { analyse, mayBeDisabled } from '@/core/weave';
import { pick, toggleLook, usePanels } from '@/state/panels/panels';
import { hasMoments, triggerMoment } from '@/state/playback/triggers';
import { severalSelected, useWorkbench } from '@/state/workbench';
import type { Step } from '@/core/piece/types';
import { focusSelectedSoon } from './lattice-focus';
import { neighbour } from './neighbour';
import { focusTuning } from './tuning-focus';
import { copyStrand, deleteStrand, exposeStep, swapStep, varySelected } from './steps';
import { onStep, thenStep, type Command, type Situation } from './command';
import { beginSavingPart, saveAgain, updatePart, usedAt } from './parts';
import {
  bundleSelected,
  pasteAfter,
  removeSelected,
  shiftRow,
  shiftStep,
  switchStep,
  toggleEnabled,
  takeStep,
} from './selected';

function selectRow(strand: string, steps: readonly Step[]): void {
  const { select, selectTo } = useWorkbench.getState();
  select({ strand, step: steps[0]!.id });
  if (steps.length > 1) selectTo({ strand, step: steps.at(-1)!.id });
}

function walk({ piece, selected }: Situation, key: string): boolean {
  const { folded, foldedBundles } = usePanels.getState();
  const to = neighbour(piece, folded, selected, key, foldedBundles);
  if (!to) return false;
  useWorkbench.getState().select(to);
  focusSelectedSoon();
  return true;
}

/** Takes what an arrow leads to into the selection, from the end that was moved last. */
function walkOn({ piece, selected }: Situation, key: string): boolean {
  const { folded, foldedBundles } = usePanels.getState();
  const { reach, selectTo } = useWorkbench.getState();
  const to = neighbour(piece, folded, reach ?? selected, key.replace('Shift+', ''), foldedBundles);
  if (to) selectTo(to);
  return to !== null;
}

const ARROWS = ['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown'];

/** What is made, and what is done to what is selected. */
export const STEP_COMMANDS: readonly Command[] = [
  {
    group: 'Make',
    name: 'New strand',
    keys: ['N'],
    run: () => pick({ for: 'strand', kind: null }),
  },
  {
    group: 'Make',
    name: 'Insert a recipe or a saved part',
    keys: ['I'],
    run: () => pick({ for: 'part' }),
  },
  { group: 'Make', name: 'Saved parts: rename, save, open, delete', run: () => usePanels.setState({ parts: true }) },
  {
    group: 'This step',
    name: 'Add a step after this one',
    keys: ['A', '+'],
    written: 'A',
    ...onStep(({ strand }, { at }) => pick({ for: 'step', strand, at: at + 1 })),
  },
  { group: 'This step', description: 'walk the lattice', keys: ARROWS, written: 'Arrows', where: 'lattice', run: walk },
  {
    group: 'This step',
    description: 'select more: steps of the row, or strands',
    keys: ARROWS.map((key) => `Shift+${key}`),
    written: 'Shift+Arrows',
    where: 'lattice',
    run: walkOn,
  },
  {
    group: 'This step',
    description: 'back to one step where several are selected',
    keys: ['Escape'],
    when: () => useWorkbench.getState().reach !== null,
    run: ({ selected }) => useWorkbench.getState().select(selected),
  },
  {
    group: 'This step',
    name: 'Bundle the selected strands',
    when: () => severalSelected() !== null && 'strands' in severalSelected()!,
    run: bundleSelected,
  },
  {
    group: 'This step',
    name: 'Save what is selected as part',
    ...onStep((at) => beginSavingPart(at)),
  },
  {
    group: 'This step',
    name: ({ piece, selected }) => `Save the part “${usedAt(piece, selected)?.part.name}” as it is here`,
    when: ({ piece, selected }) => usedAt(piece, selected) !== null,
    run: ({ piece, selected }) => saveAgain(usedAt(piece, selected)!),
  },
  {
    group: 'This step',
    name: ({ piece, selected }) => `Restore the part “${usedAt(piece, selected)?.part.name}” as it was saved`,
    when: ({ piece, selected }) => usedAt(piece, selected) !== null,
    run: ({ piece, selected }) => {
      const { use, part } = usedAt(piece, selected)!;
      updatePart(part.id, use);
    },
  },
  {
    group: 'This step',
    description: 'tune the selected step',
    keys: ['Enter'],
    where: 'on nothing',
    ...onStep(() => focusTuning()),
  },
  {
    group: 'This step',
    description: 'swap the step for the one before or after it of its kind, links kept',
    keys: ['<', '>'],
    written: '< and >',
    ...onStep((at, _now, key) => swapStep(at, key === '<' ? -1 : 1)),
  },
  {
    group: 'This step',
    name: 'Vary this step',
    description: 'vary the numbers of the step at random',
    keys: ['D'],
    ...onStep(varySelected),
  },
  { group: 'This step', name: 'Expose all of this step on the desk', ...onStep(exposeStep) },
  {
    group: 'This step',
    name: 'About this step: what it does, an example, its GLSL',
    description: 'what the step does, with an example and its GLSL',
    keys: ['E'],
    ...onStep((_at, { steps, at }) => usePanels.setState({ aboutStep: steps[at]?.op ?? null })),
  },
  { group: 'This step', name: 'Replace this step', ...onStep((at) => pick({ for: 'replace', ...at })) },
  {
    group: 'This step',
    name: 'Look at this step on the stage',
    description: 'look at the step on the stage, and back',
    keys: ['L'],
    ...onStep(toggleLook, ({ strand }) => canLook(strand)),
  },
  { group: 'This step', name: 'Switch this step off or on', keys: ['O'], ...onStep(switchStep) },
  {
    group: 'This step',
    name: 'Turn this step on and off over the loop, or leave it on',
    ...onStep(toggleEnabled, ({ piece, strand, at }) => {
      const row = analyse(piece).types.get(strand?.id ?? '')?.[at];
      return row !== undefined && mayBeDisabled(row);
    }),
  },
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
    description: 'move the step left or right',
    keys: ['[', ']'],
    written: '[ and ]',
    ...onStep((at, _now, key) => shiftStep(at, key === '[' ? -1 : 1)),
  },
  {
    group: 'This step',
    description: 'move the strand up or down',
    keys: ['Alt+ArrowUp', 'Alt+ArrowDown'],
    written: 'Alt+Up, Alt+Down',
    ...onStep(({ strand }, _now, key) => shiftRow(strand, key === 'Alt+ArrowUp' ? -1 : 1)),
  },
  {
    group: 'This step',
    name: 'Select all steps of this row',
    keys: ['Ctrl+A'],
    ...onStep(({ strand }, { steps }) => selectRow(strand, steps)),
  },
  {
    group: 'This step',
    name: 'Copy this step',
    keys: ['Ctrl+C'],
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
    description: 'paste steps or strands',
    keys: ['Ctrl+V'],
    run: ({ selected }) => void pasteAfter(selected),
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
    group: 'This step',
    name: 'Trigger a moment',
    description: 'put a moment at the playhead, while it plays too',
    keys: ['K'],
    ...onStep(triggerMoment, ({ piece, selected }) => hasMoments(piece, selected)),
  },
];
