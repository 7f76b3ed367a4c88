import { toast } from 'sonner';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { expose } from '@/core/piece/desk';
import { addStep, addStrand, setLoop } from '@/core/piece/edit';
import { stepById, strandById, type Key, type Look } from '@/core/piece/types';
import { STARTERS } from '@/demo';

let now = 0;
const frames: (() => void)[] = [];
vi.stubGlobal('requestAnimationFrame', (run: () => void) => frames.push(run));
vi.stubGlobal('cancelAnimationFrame', (id: number) => (frames[id - 1] = () => undefined));
vi.spyOn(performance, 'now').mockImplementation(() => now);

const { assign, assignAll, drive, endRehearsal, fadeTo, inputMoved, learn, panic, useRehearsal } =
  await import('./rehearsal');
const { hasMoments, triggerNumber, triggerTargets } = await import('./triggers');
const { tapTempo } = await import('./tempo');
const { moveControl } = await import('./move-control');
const { useTransport } = await import('./transport');
const { useWorkbench } = await import('../workbench');

const at = { strand: 'swell', step: 't2', param: 'scale' };
const withControl = expose(STARTERS[0]!.piece, at, { name: 'size', value: 1, min: 0, max: 4 });
/** With a strand of moments and one that holds none. */
const piece = setLoop(addStrand(withControl, 'signal', 'hits', 'signal.moments', { moments: [] }), {
  frames: 10,
  rate: 10,
});
const hits = piece.strands.find((s) => s.name === 'hits')!;
const value = () => useWorkbench.getState().piece.controls[0]!.value;
const moments = () =>
  stepById(strandById(useWorkbench.getState().piece, hits.id), hits.steps[0]!.id)!.params.moments as Key[];
const entries = () => useWorkbench.temporal.getState().pastStates.length;

beforeEach(() => {
  now = 0;
  frames.length = 0;
  toast.dismiss();
  useWorkbench.getState().open('a', piece);
  useTransport.setState({ frame: 3, playing: false });
  useRehearsal.setState({ isOn: true, assigned: {}, learning: null, inputs: {}, fade: 2 });
});

describe('inputs', () => {
  it('drive what they were given, over the range of the control, until they are given nothing', () => {
    assign('fader 1', { control: 'c1' });
    inputMoved('fader 1', 0.25);
    expect(value()).toBe(1);
    inputMoved('fader 2', 0.5);
    expect(value()).toBe(1);
    inputMoved('fader 1', 1);
    expect(value()).toBe(4);
    expect(useRehearsal.getState().inputs).toEqual({ 'fader 1': 1, 'fader 2': 0.5 });
    assign('fader 1', null);
    expect(useRehearsal.getState().assigned).toEqual({});
  });

  it('learn what is asked for from the next that a hand moves, once, unless it is asked for again', () => {
    learn({ control: 'c1' });
    drive('microphone', 0.5);
    expect(useRehearsal.getState().assigned).toEqual({});
    inputMoved('fader 3', 0.5);
    expect(value()).toBe(2);
    inputMoved('fader 4', 1);
    expect(useRehearsal.getState().assigned).toEqual({ 'fader 3': { control: 'c1' } });
    learn({ trigger: 1 });
    learn({ trigger: 2 });
    expect(useRehearsal.getState().learning).toEqual({ trigger: 2 });
    learn({ trigger: 2 });
    expect(useRehearsal.getState().learning).toBeNull();
  });

  it('trigger a moment at the playhead as a key goes down, and not while it is held', () => {
    assignAll({ 'key 1': { trigger: 1 } });
    drive('key 1', 0);
    expect(moments()).toEqual([]);
    drive('key 1', 0.6);
    drive('key 1', 0.9);
    expect(moments().map((k) => k.at)).toEqual([0.3]);
    drive('key 1', 0);
    useTransport.setState({ frame: 7 });
    drive('key 1', 1);
    expect(moments().map((k) => k.at)).toEqual([0.3, 0.7]);
  });

  it('are forgotten as the rehearsal ends, but for what they drive', () => {
    assign('fader 1', { control: 'c1' });
    drive('fader 1', 0.25);
    learn({ trigger: 1 });
    endRehearsal();
    expect(useRehearsal.getState()).toMatchObject({
      isOn: false,
      inputs: {},
      learning: null,
      assigned: { 'fader 1': { control: 'c1' } },
    });
  });
});

describe('trigger keys', () => {
  it('are those of steps that hold moments, in the order of the rows', () => {
    const [first] = triggerTargets(piece).filter((t) => t.strand === hits.id);
    expect(first).toEqual({ strand: hits.id, step: hits.steps[0]!.id, param: 'moments', name: 'hits' });
    expect(hasMoments(piece, { strand: hits.id, step: hits.steps[0]!.id })).toBe(true);
    expect(hasMoments(piece, { strand: 'swell', step: 't2' })).toBe(false);
    expect(hasMoments(piece, null)).toBe(false);
    expect(triggerNumber(triggerTargets(piece).length)).toBe(true);
    expect(triggerNumber(triggerTargets(piece).length + 1)).toBe(false);
    expect(triggerNumber(0)).toBe(false);
  });
});

describe('a fade', () => {
  const look: Look = { id: 'l1', name: 'large', values: { c1: 3 } };
  const goOn = (ms: number) => {
    now = ms;
    frames.splice(0).forEach((run) => run());
  };

  it('goes over to a look in its time, as one entry of the history', () => {
    const before = entries();
    fadeTo(look);
    expect(value()).toBe(1);
    goOn(1000);
    expect(value()).toBeCloseTo(2, 6);
    goOn(2000);
    expect(value()).toBe(3);
    goOn(3000);
    expect(value()).toBe(3);
    expect(frames.length).toBe(0);
    expect(entries()).toBe(before + 1);
  });

  it('of no time is there at once; another takes its place from where it stands', () => {
    fadeTo(look);
    goOn(1000);
    fadeTo({ ...look, id: 'l2', values: { c1: 0 } });
    goOn(2000);
    expect(value()).toBeCloseTo(1, 6);
    useRehearsal.setState({ fade: 0 });
    fadeTo(look);
    expect(value()).toBe(3);
  });

  it('ends with all that runs where everything is put back', () => {
    fadeTo(look);
    goOn(1500);
    useTransport.getState().play(true);
    const clear = vi.fn();
    panic(clear);
    expect(value()).toBe(1);
    expect(useTransport.getState().playing).toBe(false);
    expect(clear).toHaveBeenCalledOnce();
    goOn(2000);
    expect(value()).toBe(1);
  });
});

it('taps set the tempo from the second on', () => {
  const tempo = () => useWorkbench.getState().piece.loop.tempo;
  tapTempo(10_000);
  expect(tempo()).toBe(piece.loop.tempo);
  tapTempo(10_500);
  expect(tempo()).toBe(120);
  for (let n = 2; n < 60; n++) tapTempo(10_000 + n * 400);
  expect(tempo()).toBe(150);
});

it('a control that plays leaves its keys as it is moved, which is said; one that stands keeps them', () => {
  const said = () => toast.getToasts().map((t) => ('title' in t ? String(t.title) : ''));
  const before = entries();
  moveControl('c1', 1);
  moveControl('gone', 2);
  expect(entries()).toBe(before);
  const keys = [
    { at: 0, value: 1, ease: 'linear' as const },
    { at: 0.5, value: 2, ease: 'linear' as const },
  ];
  const track = { keys };
  const withTrack = () =>
    useWorkbench.getState().edit((p) => ({ ...p, controls: p.controls.map((c) => ({ ...c, value: 1, track })) }));
  withTrack();
  moveControl('c1', 2.5);
  expect(useWorkbench.getState().piece.controls[0]!.track).toBeDefined();
  expect(said()).toEqual([]);
  useTransport.setState({ playing: true });
  moveControl('c1', 1);
  expect(useWorkbench.getState().piece.controls[0]!.track).toBeUndefined();
  expect(value()).toBe(1);
  expect(said()).toEqual(['"size" was moved by hand, so it has left its keys. Undo brings them back.']);
});

it('a step more of moments is a trigger key more', () => {
  const more = addStep(
    addStrand(piece, 'signal', 'more', 'signal.moments', { moments: [] }),
    hits.id,
    1,
    'signal.envelope',
  );
  expect(triggerTargets(more)).toHaveLength(triggerTargets(piece).length + 1);
});
