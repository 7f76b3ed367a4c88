import { writePng } from '@/core/formats/png-write';

/** Pictures of the made-up event, drawn by code: a banner, a poster and a test card. */

type Paint = (x: number, y: number) => readonly [number, number, number, number?];

function draw(width: number, height: number, paint: Paint): Uint8Array<ArrayBuffer> {
  const pixels = new Uint8ClampedArray(width * height * 4);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const [r, g, b, a = 1] = paint(x / width, y / height);
      pixels.set([r * 255, g * 255, b * 255, a * 255], 4 * (y * width + x));
    }
  }
  return writePng(pixels, width, height);
}

/** Capital letters on a grid of five by seven; each row is five bits. */
const LETTERS: Record<string, number[]> = {
  A: [14, 17, 17, 31, 17, 17, 17],
  C: [14, 17, 16, 16, 16, 17, 14],
  E: [31, 16, 16, 30, 16, 16, 31],
  H: [17, 17, 17, 31, 17, 17, 17],
  I: [14, 4, 4, 4, 4, 4, 14],
  L: [16, 16, 16, 16, 16, 16, 31],
  M: [17, 27, 21, 21, 17, 17, 17],
  O: [14, 17, 17, 17, 17, 17, 14],
  P: [30, 17, 17, 30, 16, 16, 16],
  R: [30, 17, 17, 30, 20, 18, 17],
  S: [15, 16, 16, 14, 1, 1, 30],
  T: [31, 4, 4, 4, 4, 4, 4],
  ' ': [0, 0, 0, 0, 0, 0, 0],
};

/** Is the place inside of a line of letters that fills the box? */
function inLetters(text: string, u: number, v: number): boolean {
  if (u < 0 || u >= 1 || v < 0 || v >= 1) return false;
  const column = u * (text.length * 6 - 1);
  const letter = LETTERS[text[Math.floor(column / 6)]!]!;
  const x = Math.floor(column % 6);
  return x < 5 && ((letter[Math.floor(v * 7)]! >> (4 - x)) & 1) === 1;
}

const mix = (a: readonly number[], b: readonly number[], t: number) =>
  a.map((v, i) => v + (b[i]! - v) * t) as [number, number, number];
const smooth = (a: number, b: number, x: number) => {
  const t = Math.min(1, Math.max(0, (x - a) / (b - a)));
  return t * t * (3 - 2 * t);
};

const NIGHT = [0.05, 0.11, 0.15];
const DUSK = [0.86, 0.42, 0.24];
const LINEN = [0.95, 0.9, 0.79];
const REED = [0.12, 0.2, 0.18];

/** Evening over the marsh with a low sun, reeds, and the name of the choir across it. */
const banner: Paint = (x, y) => {
  const wide = x * (16 / 9);
  let c = mix(NIGHT, DUSK, smooth(0, 0.72, y) ** 1.4);
  const sun = Math.hypot(wide - 1.18, y - 0.52);
  c = mix(c, [1, 0.83, 0.5], smooth(0.215, 0.205, sun));
  if (y > 0.66) {
    const ripple = Math.sin((y - 0.66) ** 0.6 * 90 + Math.sin(x * 21) * 0.8);
    c = mix(
      mix(NIGHT, DUSK, 0.35),
      [1, 0.72, 0.42],
      smooth(0.3, 0, Math.abs(wide - 1.18) - (y - 0.66) * 0.4) * (0.45 + 0.45 * ripple),
    );
  }
  const blade = Math.floor(x * 90);
  const random = Math.abs(Math.sin(blade * 12.9898) * 43758.5453) % 1;
  const lean = x * 90 - blade - 0.5 - (1 - y) * (random - 0.5) * 1.2;
  if (y > 0.99 - random * 0.3 && Math.abs(lean) < 0.26 * (y - 0.6)) c = mix(c, REED, 1);
  if (
    inLetters('SALTMARSH', (x - 0.055) / 0.58, (y - 0.16) / 0.15) ||
    inLetters('CHOIR', (x - 0.055) / 0.31, (y - 0.37) / 0.15)
  )
    c = mix(c, LINEN, 1);
  return c;
};

/** A round sign on nothing: a bell over three waves. */
const sign: Paint = (x, y) => {
  const [u, v] = [x * 2 - 1, 1 - y * 2];
  const r = Math.hypot(u, v);
  const ring = smooth(0.98, 0.965, r) * smooth(0.86, 0.875, r);
  const bell =
    v > -0.08 && v < 0.62 && Math.abs(u) < 0.16 + 0.26 * smooth(0.55, -0.08, v) ** 2 * 1.1 + 0.12 * smooth(0.66, 0.4, v)
      ? 1
      : 0;
  const clapper = Math.hypot(u, v + 0.15) < 0.07 ? 1 : 0;
  const waves = [0, 1, 2].some((k) => Math.abs(v + 0.34 + k * 0.15 - 0.03 * Math.sin(u * 12 + k)) < 0.022 && r < 0.8)
    ? 1
    : 0;
  return [...LINEN, Math.max(ring, bell, clapper, waves)] as unknown as [number, number, number, number];
};

/** Squares with a colour of their own, for seeing how a picture lies. */
const card: Paint = (x, y) => {
  const [i, j] = [Math.floor(x * 8), Math.floor(y * 8)];
  const edge = Math.min(x * 8 - i, y * 8 - j) < 0.04;
  if (edge) return [0.92, 0.92, 0.9];
  const shade = (i + j) % 2 === 0 ? 0.35 : 0.75;
  return [shade * (0.4 + 0.6 * (i / 7)), shade * 0.7, shade * (0.4 + 0.6 * (j / 7))];
};

/** A made-up chart of the estuary: soundings in bands, a compass rose of rings, and a gull over it. */
const chart: Paint = (x, y) => {
  const depth = 0.5 + 0.25 * Math.sin(5 * x + 2 * Math.sin(3 * y)) + 0.25 * Math.sin(7 * y - 3 * x);
  const line = Math.abs(((depth * 7) % 1) - 0.5) > 0.44 ? 0.32 : 0;
  let c: [number, number, number] = mix([0.03, 0.07, 0.1], [0.09, 0.26, 0.3], depth + line);
  const rose = Math.hypot((x - 0.84) * 1.6, y - 0.78);
  if (Math.abs(rose - 0.13) < 0.006 || Math.abs(rose - 0.09) < 0.004) c = mix(c, LINEN, 0.7);
  // Two wings that droop at their tips, and a body between them.
  const [u, v] = [(x - 0.46) * 1.6, y - 0.42];
  const reach = Math.abs(u);
  const middle =
    0.34 * reach - 1.15 * Math.max(0, reach - 0.28) ** 1.4 * -1 - 0.55 * Math.sin(Math.min(reach, 0.62) * 4.2) * 0.22;
  const wing = reach < 0.62 && Math.abs(v - middle * 0.6 + 0.02) < 0.055 * (1 - reach / 0.62) ** 0.55;
  const body = Math.hypot(u / 0.055, (v - 0.01) / 0.13) < 1;
  if (wing || body) c = mix([1, 0.97, 0.9], [0.75, 0.78, 0.8], reach);
  return c;
};

export interface SamplePicture {
  id: string;
  name: string;
  /** The file, as PNG. */
  make: () => Uint8Array<ArrayBuffer>;
}

export const SAMPLE_PICTURES: SamplePicture[] = [
  { id: 'choir-banner', name: 'Choir banner', make: () => draw(640, 360, banner) },
  { id: 'bell-sign', name: 'Bell sign', make: () => draw(256, 256, sign) },
  { id: 'gull-chart', name: 'Gull chart', make: () => draw(480, 300, chart) },
  { id: 'test-card', name: 'Test card', make: () => draw(256, 256, card) },
];
