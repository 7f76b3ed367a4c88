import { NO_ASSETS } from '@/core/assets/assets';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { addStrand, blankPiece, setParam } from '@/core/piece/edit';
import { definitionOf } from '@/core/steps';
import { usePanels } from '@/state/panels/panels';
import { useTransport } from '@/state/playback/transport';
import { useWorkbench } from '@/state/workbench';
import { analyse, Evaluator, placeRows } from '@/core/weave';
import { STARTERS } from '@/demo';
import { offered } from './offers';
import { addPicked, swapStep } from './steps';
import { aboutOf, COMMANDS, situation, writtenKeys, type Where } from './commands';
import { pressed, runKey } from './shortcuts';

vi.stubGlobal('requestAnimationFrame', () => 0);
vi.stubGlobal('document', { activeElement: null, body: null });
vi.stubGlobal('window', { getSelection: () => ({ toString: () => marked }) });
let marked = '';

const { piece } = STARTERS[0]!;
const everywhere = () => true;
const only =
  (...places: Where[]) =>
  (where: Where) =>
    places.includes(where);
const press = (key: string, over: Partial<KeyboardEvent> = {}) =>
  pressed({ key, ctrlKey: false, metaKey: false, altKey: false, shiftKey: false, ...over });
const selected = () => useWorkbench.getState().selected;
const steps = (id: string) => useWorkbench.getState().piece.strands.find((s) => s.id === id)!.steps;

beforeEach(() => {
  marked = '';
  useWorkbench.getState().open('id', piece);
  useWorkbench.getState().select({ strand: 'swell', step: 't2' });
  usePanels.setState({ picking: null, commands: false, help: false, looking: null });
  useTransport.setState({ frame: 0, playing: false });
});

describe('a press of a key', () => {
  it('has one name, whatever Shift and the system call it', () => {
    expect(press('a')).toBe('A');
    expect(press('A', { shiftKey: true })).toBe('A');
    expect(press('z', { ctrlKey: true })).toBe('Ctrl+Z');
    expect(press('Z', { metaKey: true, shiftKey: true })).toBe('Ctrl+Shift+Z');
    expect(press('ArrowUp', { altKey: true })).toBe('Alt+ArrowUp');
    expect(press('?', { shiftKey: true })).toBe('?');
  });

  it('does what stands in the table, of the selected step and of the lattice', () => {
    expect(runKey('ArrowRight', everywhere)).toBe(true);
    expect(selected()).toEqual({ strand: 'swell', step: 't3' });
    expect(runKey('A', everywhere)).toBe(true);
    expect(usePanels.getState().picking).toEqual({ for: 'step', strand: 'swell', at: 3 });
    runKey('[', everywhere);
    expect(steps('swell').map((s) => s.id)).toEqual(['t1', 't3', 't2']);
    runKey('Ctrl+Z', everywhere);
    expect(steps('swell').map((s) => s.id)).toEqual(['t1', 't2', 't3']);
    runKey('Ctrl+Y', everywhere);
    expect(steps('swell').map((s) => s.id)).toEqual(['t1', 't3', 't2']);
    runKey('O', everywhere);
    expect(steps('swell').find((s) => s.id === 't3')!.off).toBe(true);
    runKey('Delete', everywhere);
    expect(steps('swell').map((s) => s.id)).toEqual(['t1', 't2']);
    runKey('L', everywhere);
    expect(usePanels.getState().looking).toMatchObject({ strand: 'swell' });
    const before = useWorkbench.getState().piece.strands.map((s) => s.id);
    runKey('Alt+ArrowDown', everywhere);
    expect(useWorkbench.getState().piece.strands.map((s) => s.id)).not.toEqual(before);
    runKey('Alt+ArrowUp', everywhere);
    expect(useWorkbench.getState().piece.strands.map((s) => s.id)).toEqual(before);
  });

  it('plays and steps through the frames', () => {
    runKey(' ', everywhere);
    expect(useTransport.getState().playing).toBe(true);
    runKey(',', everywhere);
    expect(useTransport.getState()).toMatchObject({ playing: false, frame: piece.loop.frames - 1 });
    runKey('.', everywhere);
    expect(useTransport.getState().frame).toBe(0);
  });

  it('goes back from what is looked at before it releases the selection', () => {
    runKey('L', everywhere);
    runKey('Escape', everywhere);
    expect(usePanels.getState().looking).toBeNull();
    expect(selected()).not.toBeNull();
    runKey('Escape', everywhere);
    expect(selected()).toBeNull();
    expect(runKey('Delete', everywhere)).toBe(false);
  });

  it('counts only where it is meant', () => {
    expect(runKey('K', everywhere)).toBe(false);
    expect(runKey('Ctrl+K', only('anywhere'))).toBe(true);
    expect(usePanels.getState().commands).toBe(true);
    for (const key of ['N', 'A', ' ', 'Delete', 'ArrowRight', '?']) expect(runKey(key, only('anywhere'))).toBe(false);
    expect(runKey('Delete', only('anywhere', 'outside text', 'page'))).toBe(false);
    expect(runKey('?', only('page'))).toBe(true);
    expect(usePanels.getState().help).toBe(true);
  });

  it('leaves marked words and edges alone, so that the browser has its turn', () => {
    marked = 'words';
    expect(runKey('Ctrl+C', everywhere)).toBe(false);
    useWorkbench.getState().open('blank', blankPiece());
    expect(runKey('ArrowLeft', everywhere)).toBe(false);
  });
});

describe('the table', () => {
  it('has a name or keys for everything, and words for all keys', () => {
    for (const command of COMMANDS) {
      expect(command.name !== undefined || command.keys !== undefined).toBe(true);
      if (command.keys) expect(aboutOf(command), writtenKeys(command)).not.toBe('');
    }
  });

  it('has no key twice but where the first may not be done', () => {
    const all = COMMANDS.flatMap((c) => (c.keys ?? []).map((key) => ({ key, conditional: c.when !== undefined })));
    for (const [i, { key, conditional }] of all.entries())
      if (!conditional) expect(all.slice(i + 1).map((c) => c.key)).not.toContain(key);
  });

  it('offers for a step what can be done with it, by the name of its strand', () => {
    const names = () => {
      const now = situation();
      return COMMANDS.filter((c) => c.name && c.when?.(now) !== false).map(({ name }) =>
        typeof name === 'function' ? name(now) : name,
      );
    };
    expect(names()).toContain('Delete the strand swell');
    expect(names()).toContain('Save swell as GLSL');
    useWorkbench.getState().select(null);
    expect(names().some((n) => n!.includes('strand ') && n !== 'New strand')).toBe(false);
    expect(names()).toContain('Help: keys and first steps');
  });
});

describe('steps that are added', () => {
  const add = (picking: Parameters<typeof addPicked>[0], op: string) =>
    addPicked(picking, { definition: definitionOf(op)! });

  it('are linked to what is there, and never so that a circle closes', () => {
    useWorkbench.getState().open('id', addStrand(blankPiece(), 'form', 'a', 'form.ball'));
    add({ for: 'step', strand: 's1', at: 1 }, 'form.copies');
    expect(steps('s1')[1]!.params).toEqual({});
    useWorkbench.getState().edit((p) => addStrand(p, 'form', 'b', 'form.points-grid'));
    add({ for: 'step', strand: 's1', at: 2 }, 'form.copies');
    expect(steps('s1')[2]!.params).toEqual({ on: { link: 's2' } });
    // Now "b" may not take from "a".
    add({ for: 'step', strand: 's2', at: 1 }, 'form.copies');
    expect(steps('s2')[1]!.params).toEqual({});
  });

  it('begin with what they need: along a path with a ramp from 0 to 1', async () => {
    useWorkbench.getState().open('id', blankPiece());
    const offer = (kind: 'signal' | 'field') =>
      offered(useWorkbench.getState().piece, { for: 'strand', kind }).find(
        (o) => o.definition.name === 'Along a path',
      )!;
    addPicked({ for: 'strand', kind: 'signal' }, offer('signal'));
    const ramp = await Evaluator.make(useWorkbench.getState().piece, NO_ASSETS, [{ strand: 's1', step: 't1' }]);
    const at = [0, 0.25, 0.5, 0.75].map((phase) => ramp.run(0, placeRows([{ phase }]), 1)[0]);
    expect(at).toEqual([0, 0.25, 0.5, 0.75]);
    expect(steps('s1').map((s) => s.op)).toEqual(['signal.cycle', 'signal.along-path']);
    addPicked({ for: 'strand', kind: 'field' }, offer('field'));
    expect(steps('s2').map((s) => s.op)).toEqual(['field.uv', 'field.pick', 'field.along-path']);
    expect(analyse(useWorkbench.getState().piece).problems).toEqual([]);
  });

  it('made for a parameter feed it, whatever else they could take from', () => {
    let made = addStrand(blankPiece(), 'field', 'print', 'field.position');
    made = addStrand(made, 'surface', 'skin', 'surface.lit', { colour: { link: 's1' } });
    made = addStrand(made, 'stage', 'hall', 'stage.place', { surface: { link: 's2' } });
    made = addStrand(made, 'finish', 'out', 'finish.shoot', { stage: { link: 's3' } });
    useWorkbench.getState().open('id', made);
    // The only finish shoots what the new field would colour.
    add({ for: 'strand', kind: 'field', into: { strand: 's2', step: 't1', param: 'colour' } }, 'field.shot');
    expect(steps('s2')[0]!.params.colour).toEqual({ link: 's5' });
    expect(steps('s5')[0]!.params).toEqual({});
    expect(selected()).toEqual({ strand: 's5', step: 't1' });
  });
});

it('a step that is swapped for its neighbour and back is what it was', () => {
  const at = { strand: 'swell', step: 't2' };
  useWorkbench.getState().edit((p) => setParam(p, at.strand, at.step, 'octaves', 7));
  const before = steps('swell')[1]!;
  swapStep(at, 1);
  expect(steps('swell')[1]!.op).not.toBe(before.op);
  swapStep(at, -1);
  expect(steps('swell')[1]).toEqual(before);
});
