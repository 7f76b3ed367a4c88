import fc from 'fast-check';
import { beforeAll, beforeEach, describe, expect, it, vi } from 'vitest';
import { readMidi } from '@/core/formats/midi-file';
import { writePiece } from '@/core/formats/write-piece';
import { readPiece } from '@/core/formats/piece-file';
import { bundleWithAbove } from '@/core/piece/arrange';
import { expose, setControl, storeLook, vary } from '@/core/piece/desk';
import { addStrand, rename, renameStrand, setLoop, setParam, setPicture } from '@/core/piece/edit';
import { putMoment, withKey } from '@/core/piece/keys';
import { momentsOfTriggers } from '@/core/piece/moments';
import type { Key, Piece, Value } from '@/core/piece/types';
import { STARTERS } from '@/demo';
import { loadRules } from './edit-rules';
import { redo, undo, useWorkbench } from './workbench';

vi.mock('sonner', () => ({ toast: Object.assign(vi.fn(), { error: vi.fn(), success: vi.fn() }) }));

const veil = STARTERS[0]!.piece;
beforeAll(loadRules);
beforeEach(() => useWorkbench.getState().open('id', veil));

type Edit = (piece: Piece) => Piece;

/** Numbers of every size, and none. */
const wild = fc.oneof(
  fc.double(),
  fc.integer({ min: -5, max: 5 }),
  fc.constantFrom(1e7, -1e300, NaN, Infinity, -Infinity, 0.5),
);
const text = fc.oneof(
  fc.string({ maxLength: 200 }),
  fc.constantFrom('', ' ', '\u0000', 'constructor', 'x'.repeat(5000)),
);
const value: fc.Arbitrary<Value> = fc.oneof(
  wild,
  text,
  fc.tuple(wild, wild, wild).map((v) => v as Value),
  fc.array(fc.record({ at: wild, value: wild, ease: fc.constantFrom('held' as const, 'linear' as const) }), {
    maxLength: 80,
  }),
  fc.record({
    keys: fc.array(fc.record({ at: wild, value: wild, ease: fc.constant('held' as const) }), { maxLength: 3 }),
  }),
  fc.record({ link: fc.constantFrom('swell', 'breath', 'sea', 'gone') }),
  fc.record({ control: fc.string({ maxLength: 5 }) }),
);

const edit: fc.Arbitrary<Edit> = fc.oneof(
  fc
    .tuple(
      fc.constantFrom('breath', 'swell', 'sea'),
      fc.constantFrom('turns', 'evolve', 'made up', 'constructor'),
      value,
    )
    .map(
      ([strand, param, to]): Edit =>
        (p) =>
          setParam(p, strand, 't1', param, to),
    ),
  fc.record({ frames: wild, rate: wild, tempo: wild }).map(
    (loop): Edit =>
      (p) =>
        setLoop(p, loop),
  ),
  fc.record({ width: wild, background: text }).map(
    (picture): Edit =>
      (p) =>
        setPicture(p, picture),
  ),
  text.map(
    (name): Edit =>
      (p) =>
        rename(p, name),
  ),
  text.map(
    (name): Edit =>
      (p) =>
        renameStrand(p, 'breath', name),
  ),
  text.map(
    (name): Edit =>
      (p) =>
        addStrand(p, 'signal', name, 'signal.cycle'),
  ),
  text.map(
    (name): Edit =>
      (p) =>
        storeLook(p, name),
  ),
  fc.constant<Edit>((p) => bundleWithAbove(p, p.strands[1]!.id)),
  fc.tuple(wild, wild).map(
    ([seed, amount]): Edit =>
      (p) =>
        vary(p, seed, amount),
  ),
  wild.map((to): Edit => (p) => {
    const at = { strand: 'breath', step: 't1', param: 'turns' };
    const piece = p.controls.length > 0 ? p : expose(p, at, { name: 'x', value: 1, min: 0, max: 2 });
    return setControl(piece, piece.controls[0]!.id, to);
  }),
  fc.tuple(wild, wild).map(([at, to]): Edit => (p) => {
    const keyed = withKey({ keys: [{ at: 0, value: 0, ease: 'held' }] }, at, to, p.loop.frames);
    return setParam(p, 'breath', 't1', 'turns', keyed);
  }),
  fc.tuple(fc.array(fc.record({ at: wild, value: wild, ease: fc.constant('held' as const) })), wild).map(
    ([moments, frame]): Edit =>
      (p) =>
        putMoment(p, { strand: 'breath', step: 't1', param: 'moments' }, moments as Key[], frame),
  ),
  fc.array(fc.record({ seconds: wild, strength: wild })).map(
    (triggered): Edit =>
      (p) =>
        setParam(p, 'breath', 't1', 'moments', momentsOfTriggers(triggered, p.loop).moments),
  ),
);

/** An edit, or a step back or forth in the history. */
const action = fc.oneof(
  { weight: 6, arbitrary: edit.map((e) => () => useWorkbench.getState().edit(e)) },
  {
    weight: 1,
    arbitrary: fc.constantFrom(
      () => undo(),
      () => redo(),
    ),
  },
);

describe('what is saved', () => {
  it('can be opened again, whatever was edited', () => {
    fc.assert(
      fc.property(fc.array(action, { maxLength: 12 }), (actions) => {
        useWorkbench.getState().open('id', veil);
        for (const take of actions) {
          take();
          const { piece } = useWorkbench.getState();
          expect(readPiece(writePiece(piece)).name).toBe(piece.name);
        }
      }),
      { numRuns: 150 },
    );
  });

  it('goes on as it was where an edit is refused', () => {
    const { edit: change } = useWorkbench.getState();
    change((p) => setParam(p, 'breath', 't1', 'shift', Number.NaN));
    expect(useWorkbench.getState().piece).toBe(veil);
    change((p) => setParam(p, 'breath', 't1', 'shift', 0.25));
    expect(useWorkbench.getState().piece).not.toBe(veil);
  });

  it('holds no moments of a MIDI file whose times run over', () => {
    // Format 0, one track, 96 ticks a beat; its first delta has five bytes, and reads as a negative one.
    const bytes = '4d546864 00000006 0000 0001 0060 4d54726b 00000014 8ffffffe40 903c64 60903e64 60903e64 00ff2f00';
    const file = Uint8Array.from(bytes.replaceAll(' ', '').match(/../g)!, (pair) => parseInt(pair, 16));
    expect(() => readMidi(file)).toThrow('longer than MIDI allows');
  });
});
