import fc from 'fast-check';
import { writeMidi, type MidiEvent } from 'midi-file';
import { describe, expect, it } from 'vitest';
import { momentsOfTriggers } from '../piece/moments';
import type { Loop } from '../piece/types';
import { MidiError, readMidi } from './midi-file';

const note = (deltaTime: number, velocity = 127): MidiEvent => ({
  type: 'noteOn',
  deltaTime,
  channel: 0,
  noteNumber: 60,
  velocity,
});
const off = (deltaTime: number): MidiEvent => ({ type: 'noteOff', deltaTime, channel: 0, noteNumber: 60, velocity: 0 });
const tempo = (deltaTime: number, beats: number): MidiEvent => ({
  type: 'setTempo',
  deltaTime,
  microsecondsPerBeat: 60e6 / beats,
});
const midi = (...tracks: MidiEvent[][]) =>
  Uint8Array.from(
    writeMidi({
      header: { format: 1, numTracks: tracks.length, ticksPerBeat: 480 },
      tracks: tracks.map((t) => [...t, { type: 'endOfTrack', deltaTime: 0 } as MidiEvent]),
    }),
  );
const LOOP: Loop = { frames: 60, rate: 30, play: 'loop' };

describe('a MIDI file', () => {
  it('says when keys are played, by its tempos, in all tracks', () => {
    const file = midi([tempo(0, 60), tempo(960, 120)], [note(0), off(240), note(240, 64), note(960)], [note(240, 32)]);
    // A second a beat for two beats, then half a second.
    expect(readMidi(file).map((s) => s.seconds)).toEqual([0, 0.5, 1, 2.5]);
    expect(readMidi(file).map((s) => Math.round(s.strength * 127))).toEqual([127, 32, 64, 127]);
    expect(readMidi(midi([note(480)]))[0]!.seconds).toBe(0.5);
  });

  it('becomes moments of the loop; what comes after its end is counted', () => {
    const file = midi([note(0), note(480, 64), note(10, 100), note(100_000)]);
    const { moments: found, after, over } = momentsOfTriggers(readMidi(file), LOOP);
    // The second and third fall into one frame.
    expect(found.map((m) => [Math.round(m.at * 60), Math.round(m.value * 127)])).toEqual([
      [0, 127],
      [15, 100],
    ]);
    expect([after, over]).toEqual([1, 0]);
    const many = midi(Array.from({ length: 90 }, (_, i) => note(16, i + 1)));
    const most = momentsOfTriggers(readMidi(many), { ...LOOP, frames: 600, rate: 60 });
    expect([most.moments.length, most.over]).toEqual([64, 26]);
    expect(Math.min(...most.moments.map((m) => m.value))).toBeCloseTo(27 / 127, 2);
  });

  it('that is no MIDI file, was cut short, or holds no notes is refused in words', () => {
    const file = midi([note(0), note(480)]);
    expect(() => readMidi(new TextEncoder().encode('just words, no notes'))).toThrow(/not a MIDI file/);
    expect(() => readMidi(file.subarray(0, file.length - 3))).toThrow(/cut short/);
    expect(() => readMidi(file.subarray(0, 20))).toThrow(/cut short/);
    expect(() => readMidi(midi([off(3)]))).toThrow(/It holds no notes/);
    expect(() => readMidi(new Uint8Array(5 * 1024 * 1024))).toThrow(/larger than 4 MB/);
  });

  it('that was spoilt anywhere is read or refused in words', () => {
    const file = midi([tempo(0, 97), note(0), off(30), note(450, 3)], [note(17)]);
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 4, max: file.length - 1 }), fc.integer({ min: 0, max: 255 })), {
          minLength: 1,
          maxLength: 4,
        }),
        (spoils) => {
          const spoilt = file.slice();
          for (const [at, byte] of spoils) spoilt[at] = byte;
          try {
            for (const { seconds, strength } of readMidi(spoilt)) {
              expect(Number.isFinite(seconds)).toBe(true);
              expect(strength).toBeGreaterThan(0);
            }
          } catch (error) {
            expect(error).toBeInstanceOf(MidiError);
          }
        },
      ),
      { numRuns: 400 },
    );
  });
});
