import { toast } from 'sonner';
import { beforeEach, expect, it, vi } from 'vitest';
import { expose } from '@/core/piece/desk';
import type { Keyed } from '@/core/piece/types';
import { setLoop } from '@/core/piece/edit';
import { STARTERS } from '@/demo';
import { keyedScalars } from '@/core/weave';
import { moveControl } from './move-control';
import { startRecording, stopRecording } from './recording';
import { useRecording } from './recording-state';
import { useTransport } from './transport';
import { useWorkbench } from '../workbench';

const FRAMES = 12;
const { piece } = STARTERS.find((s) => s.id === 'tidewater-veil')!;
const at = { strand: 'swell', step: 't2', param: 'scale' };
const out = setLoop(expose(piece, at, { name: 'size', value: 1, min: 0, max: 4 }), { frames: FRAMES, rate: 8 });

const control = () => useWorkbench.getState().piece.controls[0]!;
const move = (value: number) =>
  useWorkbench.getState().edit((p) => ({ ...p, controls: p.controls.map((c) => ({ ...c, value })) }));
const goOn = (frames: number) => {
  for (let n = 0; n < frames; n++)
    useTransport.getState().goTo(useTransport.getState().frame + 1, { frames: FRAMES, play: 'loop' });
};
const record = () => {
  startRecording();
  goOn(2);
  move(3);
  goOn(4);
  stopRecording();
};
const keys = () => (control().track as Keyed | undefined)?.keys;
const valueAt = (frame: number) => keys()!.find((k) => Math.round(k.at * FRAMES) === frame)?.value;

beforeEach(() => {
  useWorkbench.getState().open('a', out);
  useTransport.setState({ frame: 0, playing: false });
  useRecording.setState({ way: 'replace', only: null, runsIn: 0 });
});

it('a pass that adds plays what was played, but where the control moves', () => {
  useRecording.setState({ way: 'add' });
  startRecording();
  goOn(3);
  move(3);
  goOn(4);
  expect(control().value).toBe(3);
  // Round again: before it was moved it stood at 1, and it is moved once more for a moment.
  goOn(FRAMES - 5);
  expect(control().value).toBe(1);
  goOn(3);
  expect(control().value).toBe(3);
  move(2);
  goOn(5);
  expect(control().value).toBe(3);
  stopRecording();
  expect([valueAt(2), valueAt(3), valueAt(5), valueAt(7), valueAt(8)]).toEqual([1, 3, 2, 2, 3]);
});

it('one control alone is taken where that is asked for, and all where it has gone', () => {
  useRecording.setState({ only: 'another' });
  record();
  expect(keys()!.length).toBeGreaterThan(1);
  useWorkbench
    .getState()
    .open(
      'b',
      expose(out, { strand: 'breath', step: 't1', param: 'turns' }, { name: 'turns', value: 1, min: 0, max: 4 }),
    );
  useRecording.setState({ only: useWorkbench.getState().piece.controls[1]!.id });
  record();
  expect(keys()).toBeUndefined();
});

it('one loop ends at the seam, with the frames that were left out just before it, as one entry', () => {
  useRecording.setState({ length: 'loop', countIn: 0, runsIn: 0, only: null });
  const before = useWorkbench.temporal.getState().pastStates.length;
  startRecording();
  goOn(6);
  move(3);
  goOn(2);
  // The page stood still: three frames and the seam at once.
  useTransport.getState().goTo(1, { frames: FRAMES, play: 'loop' });
  expect(useRecording.getState().isOn).toBe(false);
  expect(keyedScalars(control().track as Keyed, (FRAMES - 1) / FRAMES, 'loop')[0]).toBeCloseTo(3, 1);
  expect(useWorkbench.temporal.getState().pastStates.length).toBe(before + 1);
  useRecording.setState({ length: 'free' });
});

it('beats are counted down at the tempo of the piece before one loop begins, and not once it was ended', () => {
  vi.useFakeTimers();
  try {
    useWorkbench.getState().edit((p) => setLoop(p, { tempo: 60 }));
    useRecording.setState({ length: 'loop', countIn: 2 });
    goOn(5);
    startRecording();
    const now = () => [useRecording.getState().counting, useTransport.getState().playing];
    expect([now(), useTransport.getState().frame]).toEqual([[2, false], 0]);
    vi.advanceTimersByTime(1001);
    expect(now()).toEqual([1, false]);
    vi.advanceTimersByTime(1001);
    expect(now()).toEqual([0, true]);
    stopRecording();
    startRecording();
    vi.advanceTimersByTime(1001);
    stopRecording();
    vi.advanceTimersByTime(5000);
    expect(now()).toEqual([0, false]);
  } finally {
    useRecording.setState({ length: 'free' });
    vi.useRealTimers();
  }
});

it('a control with keys is moved to any value at the playhead, also to the one that it has without them', () => {
  const { edit } = useWorkbench.getState();
  const track = { keys: [{ at: 0.5, value: 2, ease: 'held' as const }] };
  edit((p) => ({ ...p, controls: p.controls.map((c) => ({ ...c, value: 1, track })) }));
  useTransport.setState({ playing: false });
  useTransport.getState().goTo(0, { frames: FRAMES, play: 'loop' });
  moveControl(control().id, 1);
  expect((control().track as Keyed).keys.map((k) => [k.at, k.value])).toEqual([
    [0, 1],
    [0.5, 2],
  ]);
});

const said = () => toast.getToasts().map((t) => ('title' in t ? String(t.title) : ''));

it('says why nothing is recorded, or written', () => {
  toast.dismiss();
  useWorkbench.getState().open('c', piece);
  startRecording();
  expect(useRecording.getState().isOn).toBe(false);
  expect(said()).toEqual([expect.stringContaining('Nothing is exposed on the desk yet')]);
  useWorkbench.getState().open('a', out);
  startRecording();
  goOn(4);
  stopRecording();
  expect(said().join()).toContain('No control was moved');
  for (const change of [
    () => useWorkbench.getState().edit((p) => setLoop(p, { frames: FRAMES + 1 })),
    () => useWorkbench.getState().open('b', out),
  ]) {
    useWorkbench.getState().open('a', out);
    startRecording();
    goOn(2);
    move(3);
    change();
    goOn(1);
    expect(useRecording.getState().isOn).toBe(false);
    expect(said().join()).toContain('The piece or its length changed');
    expect(keys()).toBeUndefined();
    toast.dismiss();
  }
});

it('what plays once is recorded from its first frame to its last, whatever is shown before', () => {
  useWorkbench.getState().open('a', setLoop(out, { play: 'once' }));
  useTransport.setState({ frame: 5, asked: 5 });
  startRecording();
  expect(useTransport.getState().frame).toBe(0);
  const to = (frame: number) => useTransport.getState().goTo(frame, { frames: FRAMES, play: 'once' });
  to(3);
  move(3);
  to(FRAMES - 2);
  expect(useRecording.getState().isOn).toBe(true);
  useTransport.getState().play(false);
  to(FRAMES - 1);
  expect(useRecording.getState().isOn).toBe(false);
  expect([valueAt(0), valueAt(FRAMES - 1)]).toEqual([1, 3]);
});

it('without a tempo beats are half a second apart', () => {
  vi.useFakeTimers();
  useRecording.setState({ length: 'loop', countIn: 1 });
  startRecording();
  vi.advanceTimersByTime(480);
  expect(useRecording.getState().counting).toBe(1);
  vi.advanceTimersByTime(40);
  expect(useRecording.getState().counting).toBe(0);
  stopRecording();
  useRecording.setState({ length: 'free' });
  vi.useRealTimers();
});

it('of a choice nothing is written, which is said', () => {
  toast.dismiss();
  const choice = { strand: 'swell', step: 't2', param: 'style' };
  useWorkbench
    .getState()
    .open('a', setLoop(expose(piece, choice, { name: 'style', value: 'ridged', min: 0, max: 1 }), { frames: FRAMES }));
  startRecording();
  goOn(2);
  useWorkbench.getState().edit((p) => ({ ...p, controls: p.controls.map((c) => ({ ...c, value: 'plain' })) }));
  goOn(2);
  stopRecording();
  expect(said().join()).toContain('"style" holds a choice, which has no keys');
});
