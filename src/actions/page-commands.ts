import { useChecks } from '@/state/measured/checks';
import { useGuide } from '@/state/panels/guide';
import { isCompact, usePanels } from '@/state/panels/panels';
import { toggleRecording } from '@/state/playback/recording';
import { useRecording } from '@/state/playback/recording-state';
import { useRehearsal } from '@/state/playback/rehearsal';
import { triggerNumber } from '@/state/playback/triggers';
import { tapTempo } from '@/state/playback/tempo';
import { useTransport } from '@/state/playback/transport';
import { redo, undo, useWorkbench } from '@/state/workbench';
import { toggleHall } from './hall';
import { addOutput } from './outputs';
import { openSecondWindow } from './second-window';
import { clearMemory } from './viewer-handle';
import { KINDS_WITH_GLSL, saveGlsl, savePiece } from './steps';
import { onStep, thenStep, type Command, type Situation } from './command';

function oneFrame({ piece }: Situation, by: number): void {
  const { frame, play, goTo } = useTransport.getState();
  play(false);
  goTo(frame + by, piece.loop);
}

/** What is done to the whole piece and the page. */
export const PAGE_COMMANDS: readonly Command[] = [
  {
    group: 'Export',
    name: ({ strand }) => `Save ${strand?.name} as GLSL`,
    ...onStep(
      ({ strand }) => saveGlsl(strand),
      ({ strand }) => strand !== undefined && KINDS_WITH_GLSL.includes(strand.kind),
    ),
  },
  {
    group: 'Export',
    name: 'Export: still, frames or film',
    run: () => usePanels.setState({ exporting: true }),
  },
  {
    group: 'Export',
    name: 'Outputs: the part of the picture for each wall',
    run: () => usePanels.setState({ side: 'outputs' }),
  },
  { group: 'Export', name: 'Add an output', run: addOutput },
  { group: 'Export', name: 'Save the piece as a file', keys: ['Ctrl+S'], where: 'anywhere', run: savePiece },
  {
    group: 'Look',
    name: () => (useTransport.getState().playing ? 'Pause' : 'Play'),
    description: 'play or pause',
    keys: [' '],
    written: 'Space',
    where: 'off controls',
    run: () => useTransport.getState().play(!useTransport.getState().playing),
  },
  { group: 'Look', description: 'one frame back', keys: [','], run: (now) => oneFrame(now, -1) },
  { group: 'Look', description: 'one frame on', keys: ['.'], run: (now) => oneFrame(now, 1) },
  {
    group: 'Look',
    name: 'To the first frame',
    run: ({ piece }) => useTransport.getState().goTo(0, piece.loop),
  },
  {
    group: 'Look',
    description: 'back from a step that is looked at',
    keys: ['Escape'],
    when: () => usePanels.getState().looking !== null,
    run: () => usePanels.setState({ looking: null }),
  },
  {
    group: 'Look',
    name: 'The frame pixel by pixel',
    description: 'the frame pixel by pixel, with its values; and back',
    keys: ['Z'],
    run: () => usePanels.setState(({ pixels }) => ({ pixels: !pixels })),
  },
  {
    group: 'Look',
    description: 'back from the pixels to the picture',
    keys: ['Escape'],
    when: () => usePanels.getState().pixels,
    run: () => usePanels.setState({ pixels: false }),
  },
  {
    group: 'Look',
    description: 'put the version away that lies beside the picture',
    keys: ['Escape'],
    when: () => usePanels.getState().version !== null,
    run: () => usePanels.setState({ version: null }),
  },
  {
    group: 'Look',
    name: 'The picture in a second window, for another screen',
    run: openSecondWindow,
  },
  { group: 'Look', name: 'The walls in the hall', run: toggleHall },
  {
    group: 'Look',
    name: 'Clear memory',
    description: 'clear what the finish remembers of earlier frames',
    keys: ['M'],
    when: () => useChecks.getState().memory.some((r) => r.kind === 'finish'),
    run: clearMemory,
  },
  {
    group: 'Look',
    name: () => (useRecording.getState().isOn ? 'End the recording' : 'Record what is played on the desk'),
    description: 'record how controls are moved, or end that',
    keys: ['R'],
    run: toggleRecording,
  },
  {
    group: 'Look',
    name: () =>
      useRehearsal.getState().isOn ? 'Back to the workbench' : 'Rehearse: the picture large, played by hand',
    description: 'rehearse, or back to the workbench',
    keys: ['P'],
    run: () => useRehearsal.setState(({ isOn }) => ({ isOn: !isOn, learning: null })),
  },
  {
    group: 'Look',
    name: () => (usePanels.getState().large ? 'Rows beside the picture' : 'The picture in the whole window'),
    description: 'the picture in the whole window, tuning over it; and back',
    keys: ['V'],
    when: () => !useRehearsal.getState().isOn,
    run: () => usePanels.setState(({ large }) => ({ large: !large })),
  },
  {
    group: 'Look',
    description: 'trigger a moment with one of the keys of the rehearsal',
    keys: ['1', '2', '3', '4', '5', '6', '7', '8', '9'],
    written: '1 to 9',
    when: () => useRehearsal.getState().isOn,
    run: (_now, key) => triggerNumber(Number(key)),
  },
  {
    group: 'Look',
    description: 'leave the rehearsal',
    keys: ['Escape'],
    when: () => useRehearsal.getState().isOn,
    run: () => useRehearsal.setState(({ learning }) => (learning ? { learning: null } : { isOn: false })),
  },
  {
    group: 'Look',
    name: 'Tap the tempo',
    description: 'tap the tempo, twice or more',
    keys: ['T'],
    run: () => tapTempo(),
  },
  { group: 'Look', name: 'Checks', run: () => usePanels.setState({ checks: true }) },
  {
    group: 'Look',
    name: 'Picture and loop settings',
    description: 'clear the selection: picture and loop settings',
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
    name: 'History: edits and versions',
    keys: ['H'],
    run: () => usePanels.setState({ history: true }),
  },
  {
    group: 'Look',
    description: 'everything by name',
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
    description: 'these keys',
    keys: ['?'],
    run: () => usePanels.setState({ help: true }),
  },
];
