import { describe, expect, it } from 'vitest';
import { midiHeard } from '../formats/midi-message';
import { blankPiece } from './edit';
import { assignedOf, atDefaults, drivenBy, positionedValue } from './rehearsal';
import type { Control, Piece } from './types';

const control = (id: string, value: Control['value'], more: Partial<Control> = {}): Control => ({
  id,
  name: id,
  value,
  default: value,
  min: 0,
  max: 10,
  curve: 1,
  ...more,
});
const piece: Piece = {
  ...blankPiece(),
  controls: [control('glow', 2), control('tint', '#ff0000'), control('swing', 4, { min: -1, max: 1, curve: 2 })],
};

describe('what inputs drive', () => {
  it('by themselves is the numbers of the desk and the trigger keys, in order', () => {
    expect(drivenBy(piece, {}, 'fader 1')).toEqual({ control: 'glow' });
    expect(drivenBy(piece, {}, 'fader 2')).toEqual({ control: 'swing' });
    expect(drivenBy(piece, {}, 'fader 3')).toBeNull();
    expect(drivenBy(piece, {}, 'key 9')).toEqual({ trigger: 9 });
    for (const input of ['key 10', 'pointer x', 'MIDI control 7', '', 'toString'])
      expect(drivenBy(piece, {}, input)).toBeNull();
  });

  it('is what they were given, before that', () => {
    const assigned = { 'fader 1': { control: 'swing' }, 'pointer x': { trigger: 2 } };
    expect(drivenBy(piece, assigned, 'fader 1')).toEqual({ control: 'swing' });
    expect(drivenBy(piece, assigned, 'pointer x')).toEqual({ trigger: 2 });
  });
});

it('what was kept of it counts where it is sound', () => {
  // What was stored when trigger keys had another name is read as it was meant.
  expect(assignedOf({ 'key 1': { strike: 4 } })).toEqual({ 'key 1': { trigger: 4 } });
  const sound = { 'fader 1': { control: 'swing' }, 'MIDI note 60': { trigger: 9 } };
  expect(assignedOf(sound)).toEqual(sound);
  for (const broken of [null, undefined, 7, [], 'x', { a: null }, { a: { trigger: 10 } }, { a: { control: 3 } }])
    expect(assignedOf(broken)).toEqual({});
});

describe('a fader', () => {
  it('goes over the range of its control, by its response, and no farther', () => {
    expect(positionedValue(piece, 'glow', 0.25)).toBe(2.5);
    expect(positionedValue(piece, 'swing', 0.5)).toBe(-0.5);
    expect(positionedValue(piece, 'glow', 7)).toBe(10);
    expect(positionedValue(piece, 'glow', -7)).toBe(0);
  });

  it('is put back with all others', () => {
    const moved = { ...piece, controls: piece.controls.map((c) => (c.id === 'glow' ? { ...c, value: 9 } : c)) };
    expect(atDefaults(moved).controls).toEqual(piece.controls);
  });

  it('says nothing of what is no number, and what is not there', () => {
    expect(positionedValue(piece, 'glow', Number.NaN)).toBeNull();
    expect(positionedValue(piece, 'tint', 0.5)).toBeNull();
    expect(positionedValue(piece, 'gone', 0.5)).toBeNull();
  });
});

describe('a message of a MIDI device', () => {
  it.each([
    [[0x90, 60, 127], { input: 'MIDI note 60', value: 1 }],
    [[0x93, 60, 0], { input: 'MIDI note 60', value: 0 }],
    [[0x81, 60, 64], { input: 'MIDI note 60', value: 0 }],
    [[0xb2, 7, 127], { input: 'MIDI control 7', value: 1 }],
    [[0xe0, 127, 127], { input: 'MIDI bend', value: 1 }],
    [[0xe0, 0, 0], { input: 'MIDI bend', value: 0 }],
    [[0xb0, 123, 0], null],
    [[0xf8], null],
    [[], null],
  ])('%j', (data, said) => expect(midiHeard(data)).toEqual(said));
});
