import { generator } from '../random';
import type { Sound } from './sound';

/** Samples a second of the sounds that are made here. */
const RATE = 22_050;

const TURN = 2 * Math.PI;

/** Sums sounds that begin at places in seconds into one of a length, whose end runs into its beginning. */
function laidOut(seconds: number, hits: { at: number; lasts: number; sound: (t: number) => number }[]): Sound {
  const samples = new Float32Array(Math.round(seconds * RATE));
  for (const { at, lasts, sound } of hits) {
    const first = Math.round(at * RATE);
    for (let i = 0; i < lasts * RATE; i++) samples[(first + i) % samples.length]! += sound(i / RATE);
  }
  const most = samples.reduce((m, v) => Math.max(m, Math.abs(v)), 1e-9);
  return { rate: RATE, samples: samples.map((v) => (0.9 * v) / most) };
}

/** Partials of a bell in parts of its strike note, and how long each rings (J. C. Risset's bell, in M. V. Mathews,
 * "The Technology of Computer Music", 1969, simplified). */
const BELL: [part: number, height: number, rings: number][] = [
  [0.5, 0.6, 3.4],
  [1, 1, 2.2],
  [1.19, 0.8, 1.7],
  [1.5, 0.4, 1.1],
  [2, 0.7, 1.2],
  [2.74, 0.4, 0.6],
  [3.76, 0.3, 0.35],
];

const bellTone = (note: number) => (t: number) =>
  BELL.reduce(
    (sum, [part, height, rings]) => sum + height * Math.exp(-t / rings) * Math.sin(TURN * note * part * t),
    0,
  );

const bell = (): Sound =>
  laidOut(
    8,
    [0, 2, 4, 5, 6, 7].map((at, n) => ({ at, lasts: 7, sound: bellTone([196, 196, 247, 220, 196, 165][n]!) })),
  );

const foghorn = (): Sound =>
  laidOut(
    8,
    [0.3, 4.3].map((at) => ({
      at,
      lasts: 2.6,
      sound: (t: number) => {
        const swell = Math.min(1, t / 0.25) * Math.min(1, (2.6 - t) / 0.8);
        const note = 87 - 9 * Math.max(0, t - 1.6);
        let sum = 0;
        for (let part = 1; part <= 9; part++) sum += Math.sin(TURN * note * part * t) / part ** 0.8;
        return swell * sum;
      },
    })),
  );

/** Feet, a wheel and a knot that is beaten down: 16 beats at 120. */
function ropeWalk(): Sound {
  const beats = (places: number[], lasts: number, sound: (t: number) => number) =>
    places.map((beat) => ({ at: beat / 2, lasts, sound }));
  const next = generator(17);
  const air = () => 2 * next() - 1;
  const foot = (t: number) => Math.exp(-14 * t) * Math.sin(TURN * (52 + 60 * Math.exp(-30 * t)) * t);
  const knot = (t: number) => 0.6 * Math.exp(-40 * t) * air() + 0.4 * Math.exp(-25 * t) * Math.sin(TURN * 210 * t);
  const wheel = (t: number) => 0.3 * Math.exp(-90 * t) * air();
  const every = Array.from({ length: 16 }, (_, n) => n);
  return laidOut(8, [
    ...beats(
      every.filter((n) => n % 2 === 0),
      0.5,
      foot,
    ),
    ...beats(
      every.filter((n) => n % 4 === 3),
      0.3,
      knot,
    ),
    ...beats([...every, ...every.map((n) => n + 0.5)], 0.08, wheel),
  ]);
}

/** Four voices that hold a chord and breathe; each has whole turns over the loop, so that it closes. */
function choir(): Sound {
  const whole = (frequency: number) => Math.round(frequency * 8) / 8;
  const voices = [98, 147, 196, 247].flatMap((note, n) =>
    [-0.25, 0, 0.25].map((beside) => ({ note: whole(note + beside), breath: 1 + n, late: n / 4 })),
  );
  return laidOut(8, [
    {
      at: 0,
      lasts: 8,
      sound: (t) =>
        voices.reduce((sum, { note, breath, late }) => {
          const loud = 0.55 + 0.45 * Math.sin(TURN * ((breath * t) / 8 + late));
          let tone = 0;
          for (let part = 1; part <= 6; part++) tone += Math.sin(TURN * note * part * t) / part ** (1.3 + loud);
          return sum + loud * tone;
        }, 0),
    },
  ]);
}

const mixed = (a: Sound, b: Sound, part: number): Sound => ({
  rate: RATE,
  samples: a.samples.map((v, i) => (1 - part) * v + part * b.samples[i]!),
});

/** Sounds that ship with the program, each 8 seconds whose end runs into its beginning. */
export const MADE_SOUNDS: { id: string; name: string; make: () => Sound }[] = [
  { id: 'bell', name: 'Bell', make: bell },
  { id: 'foghorn', name: 'Foghorn', make: foghorn },
  { id: 'rope-walk', name: 'Rope walk', make: ropeWalk },
  { id: 'choir', name: 'Choir drone', make: choir },
  { id: 'bell-hours', name: 'Bell over the choir', make: () => mixed(bell(), choir(), 0.25) },
];
