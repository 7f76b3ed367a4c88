import { generator } from '../random';
import type { Sound } from './sound';

/** Samples a second of the sounds that are made here. */
const SAMPLES_PER_SECOND = 22_050;

const TURN = 2 * Math.PI;

/** Length of each of them in seconds. */
const LENGTH_SECONDS = 8;

/** Samples that begin at a place in seconds. */
interface Hit {
  at: number;
  samples: Float32Array;
}

/** Sums what begins at places into one sound, whose end runs into its beginning. */
function laidOut(hits: Hit[]): Sound {
  const all = new Float32Array(LENGTH_SECONDS * SAMPLES_PER_SECOND);
  for (const { at, samples } of hits) {
    let to = Math.round(at * SAMPLES_PER_SECOND) % all.length;
    for (let i = 0; i < samples.length; i++) {
      all[to]! += samples[i]!;
      if (++to === all.length) to = 0;
    }
  }
  const most = all.reduce((m, v) => Math.max(m, Math.abs(v)), 1e-9);
  return { rate: SAMPLES_PER_SECOND, samples: all.map((v) => (0.9 * v) / most) };
}

/** Samples by their time in seconds. */
const over = (seconds: number, at: (t: number) => number): Float32Array =>
  new Float32Array(seconds * SAMPLES_PER_SECOND).map((_, i) => at(i / SAMPLES_PER_SECOND));

/** Adds a sine that dies away to 1/e in a time: the impulse response of a two-pole resonator. */
function addDamped(to: Float32Array, frequency: number, height: number, rings: number): void {
  const fades = Math.exp(-1 / (rings * SAMPLES_PER_SECOND));
  const angle = (TURN * frequency) / SAMPLES_PER_SECOND;
  const once = 2 * fades * Math.cos(angle);
  const twice = fades * fades;
  let now = 0;
  let next = height * fades * Math.sin(angle);
  for (let i = 0; i < to.length; i++) {
    to[i]! += now;
    const after = once * next - twice * now;
    now = next;
    next = after;
  }
}

/** Sines of an angle and its multiples, by their heights: sin kx = 2 cos x sin (k - 1)x - sin (k - 2)x. */
function harmonics(sine: number, cosine: number, heights: readonly number[]): number {
  const twice = 2 * cosine;
  let before = 0;
  let now = sine;
  let sum = 0;
  for (let i = 0; i < heights.length; i++) {
    sum += heights[i]! * now;
    const next = twice * now - before;
    before = now;
    now = next;
  }
  return sum;
}

/**
 * Partials of a bell in parts of its strike note, and how long each rings (J. C. Risset's bell, in M. V. Mathews, "The
 * Technology of Computer Music", 1969, simplified).
 */
const BELL: [part: number, height: number, rings: number][] = [
  [0.5, 0.6, 3.4],
  [1, 1, 2.2],
  [1.19, 0.8, 1.7],
  [1.5, 0.4, 1.1],
  [2, 0.7, 1.2],
  [2.74, 0.4, 0.6],
  [3.76, 0.3, 0.35],
];

/** When the bell is struck, in seconds, and its notes in Hz. */
const STROKES: [at: number, note: number][] = [
  [0, 196],
  [2, 196],
  [4, 247],
  [5, 220],
  [6, 196],
  [7, 165],
];

function bellTone(note: number): Float32Array {
  const samples = new Float32Array(7 * SAMPLES_PER_SECOND);
  for (const [part, height, rings] of BELL) addDamped(samples, note * part, height, rings);
  return samples;
}

function bell(): Sound {
  const tones = new Map([...new Set(STROKES.map(([, note]) => note))].map((note) => [note, bellTone(note)]));
  return laidOut(STROKES.map(([at, note]) => ({ at, samples: tones.get(note)! })));
}

const HORN = Array.from({ length: 9 }, (_, i) => (i + 1) ** -0.8);

function foghorn(): Sound {
  const samples = over(2.6, (t) => {
    const swell = Math.min(1, t / 0.25) * Math.min(1, (2.6 - t) / 0.8);
    const note = 87 - 9 * Math.max(0, t - 1.6);
    const angle = TURN * note * t;
    return swell * harmonics(Math.sin(angle), Math.cos(angle), HORN);
  });
  return laidOut([0.3, 4.3].map((at) => ({ at, samples })));
}

/** Feet, a wheel and a knot that is beaten down: 16 beats at 120. */
function ropeWalk(): Sound {
  const next = generator(17);
  const air = () => 2 * next() - 1;
  const foot = over(0.5, (t) => Math.exp(-14 * t) * Math.sin(TURN * (52 + 60 * Math.exp(-30 * t)) * t));
  const knot = over(0.3, (t) => 0.6 * Math.exp(-40 * t) * air() + 0.4 * Math.exp(-25 * t) * Math.sin(TURN * 210 * t));
  const wheel = over(0.08, (t) => 0.3 * Math.exp(-90 * t) * air());
  const beats = Array.from({ length: 16 }, (_, beat) => [
    ...(beat % 2 === 0 ? [{ at: beat / 2, samples: foot }] : []),
    ...(beat % 4 === 3 ? [{ at: beat / 2, samples: knot }] : []),
    { at: beat / 2, samples: wheel },
    { at: (beat + 0.5) / 2, samples: wheel },
  ]);
  return laidOut(beats.flat());
}

/** Samples over which the loudness of a voice is taken as steady. */
const STEADY = 160;

/** A voice that breathes so many times over the whole length; the louder it is, the duller. */
function voice(note: number, breath: number, late: number): Float32Array {
  const samples = new Float32Array(LENGTH_SECONDS * SAMPLES_PER_SECOND);
  const [turnSine, turnCosine] = [
    Math.sin((TURN * note) / SAMPLES_PER_SECOND),
    Math.cos((TURN * note) / SAMPLES_PER_SECOND),
  ];
  let sine = 0;
  let cosine = 1;
  let heights: number[] = [];
  for (let i = 0; i < samples.length; i++) {
    if (i % STEADY === 0) {
      const loud = 0.55 + 0.45 * Math.sin(TURN * ((breath * i) / samples.length + late));
      heights = Array.from({ length: 6 }, (_, part) => loud / (part + 1) ** (1.3 + loud));
    }
    samples[i] = harmonics(sine, cosine, heights);
    const turned = sine * turnCosine + cosine * turnSine;
    cosine = cosine * turnCosine - sine * turnSine;
    sine = turned;
  }
  return samples;
}

/** Four voices that hold a chord and breathe; each has whole turns over the loop, so that it closes. */
function choir(): Sound {
  const whole = (frequency: number) => Math.round(frequency * LENGTH_SECONDS) / LENGTH_SECONDS;
  return laidOut(
    [98, 147, 196, 247].flatMap((note, n) =>
      [-0.25, 0, 0.25].map((beside) => ({ at: 0, samples: voice(whole(note + beside), 1 + n, n / 4) })),
    ),
  );
}

const mixed = (a: Sound, b: Sound, part: number): Sound => ({
  rate: SAMPLES_PER_SECOND,
  samples: a.samples.map((v, i) => (1 - part) * v + part * b.samples[i]!),
});

/** Sounds that ship with the program, whose end runs into their beginning. */
export const MADE_SOUNDS: { id: string; name: string; make: () => Sound }[] = [
  { id: 'bell', name: 'Bell', make: bell },
  { id: 'foghorn', name: 'Foghorn', make: foghorn },
  { id: 'rope-walk', name: 'Rope walk', make: ropeWalk },
  { id: 'choir', name: 'Choir drone', make: choir },
  { id: 'bell-hours', name: 'Bell over the choir', make: () => mixed(bell(), choir(), 0.25) },
];
