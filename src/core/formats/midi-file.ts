import { parseMidi, type MidiData } from 'midi-file';
import type { Trigger } from '../piece/moments';

/** A MIDI file that cannot be read, said for the artist. */
export class MidiError extends Error {
  override readonly name = 'MidiError';
}

/** Bytes of a file at most: a long concert has a tenth of that. */
export const MIDI_BYTES = 4 * 1024 * 1024;

const CUT = 'It ends before what it says it holds: it was cut short.';

/** Refuses a file whose parts are not all there. */
function checkParts(bytes: Uint8Array): void {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  for (let at = 0; at < bytes.length;) {
    if (at + 8 > bytes.length) throw new MidiError(CUT);
    at += 8 + view.getUint32(at + 4);
    if (at > bytes.length) throw new MidiError(CUT);
  }
}

/**
 * All keys that are played in a standard MIDI file (Standard MIDI Files 1.0), of all tracks and channels, in order.
 * @throws MidiError with a sentence
 */
export function readMidi(bytes: Uint8Array): Trigger[] {
  if (bytes.length > MIDI_BYTES) throw new MidiError('It is larger than 4 MB; take the part that the loop is to have.');
  if (bytes.length < 14 || String.fromCharCode(...bytes.subarray(0, 4)) !== 'MThd')
    throw new MidiError('It is not a MIDI file.');
  checkParts(bytes);
  let data: MidiData;
  try {
    data = parseMidi(bytes);
  } catch {
    throw new MidiError('Its tracks are broken and cannot be read.');
  }
  const secondsAt = clock(data);
  const triggered = data.tracks.flatMap((track) => {
    let tick = 0;
    return track.flatMap((event): Trigger[] => {
      tick += event.deltaTime;
      return event.type === 'noteOn' && event.velocity > 0
        ? [{ seconds: secondsAt(tick), strength: event.velocity / 127 }]
        : [];
    });
  });
  // A time is never before the file's beginning: a delta of five bytes runs over, and reads as a negative one.
  const sound = triggered.filter((s) => s.seconds >= 0 && Number.isFinite(s.seconds) && Number.isFinite(s.strength));
  if (sound.length < triggered.length)
    throw new MidiError('Its times are broken: one of them is longer than MIDI allows.');
  if (sound.length === 0) throw new MidiError('It holds no notes.');
  return sound.sort((a, b) => a.seconds - b.seconds);
}

/** Microseconds of a quarter until the file says another. */
const DEFAULT_QUARTER_MICROSECONDS = 500_000;

/** Seconds at a tick: by the file's tempos, or by its frames where it counts those. */
function clock({ header, tracks }: MidiData): (tick: number) => number {
  const { ticksPerBeat, framesPerSecond, ticksPerFrame } = header;
  if (!ticksPerBeat) {
    const perSecond = (framesPerSecond ?? 0) * (ticksPerFrame ?? 0);
    if (!(perSecond > 0)) throw new MidiError('It does not say how long its ticks are.');
    return (tick) => tick / perSecond;
  }
  const tempos = tracks
    .flatMap((track) => {
      let tick = 0;
      return track.flatMap((event) => {
        tick += event.deltaTime;
        return event.type === 'setTempo' ? [{ tick, quarter: event.microsecondsPerBeat }] : [];
      });
    })
    .sort((a, b) => a.tick - b.tick);
  // Seconds at which each tempo begins, so that every tick is found at once however many there are.
  const spans = [{ tick: 0, quarter: DEFAULT_QUARTER_MICROSECONDS, seconds: 0 }];
  const within = (span: (typeof spans)[number], tick: number) =>
    span.seconds + ((tick - span.tick) / ticksPerBeat) * (span.quarter / 1e6);
  for (const tempo of tempos) spans.push({ ...tempo, seconds: within(spans.at(-1)!, tempo.tick) });
  return (tick) => {
    let [first, last] = [0, spans.length - 1];
    while (first < last) {
      const middle = Math.ceil((first + last) / 2);
      if (spans[middle]!.tick <= tick) first = middle;
      else last = middle - 1;
    }
    return within(spans[first]!, tick);
  };
}
