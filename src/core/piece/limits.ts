/** Bounds of a piece. Beyond them a file is refused rather than left to exhaust the machine. */
export const LIMITS = {
  /** Bytes of a piece file. */
  fileBytes: 64 * 1024 * 1024,
  /** Bytes of a body posted to the server. */
  postBytes: 4 * 1024 * 1024,
  strands: 500,
  steps: 2000,
  /** Steps of all strands together. */
  allSteps: 20_000,
  controls: 500,
  looks: 200,
  bundles: 200,
  assets: 200,
  /** Places at which parts are used. */
  uses: 1000,
  outputs: 64,
  nameLength: 80,
  noteLength: 4000,
  /** Characters of a formula or a code step. */
  textLength: 20_000,
  /** Stops of a ramp, points of a curve, keys of a signal. */
  stops: 64,
  /** Farthest that the handle of a way between keys lies beyond it, in its heights. */
  bend: 10,
  /** Largest size of a number that a parameter takes, where it has no range of its own. */
  number: 1e6,
  /** Largest size of any number in a piece: ranges of parameters lie within it. */
  storedNumber: 1e9,
  pictureSide: 8192,
  /** Pixels of the shorter side of a picture or an output, at least. */
  shortestSide: 16,
  /** Millimetres between pixels of a wall. */
  finestPitch: 0.1,
  coarsestPitch: 500,
  /** Brightest wall, in cd/m². */
  peak: 100_000,
  /** Metres from the middle of the hall at which a wall may stand. */
  hall: 1000,
  frames: 36_000,
  /** Numbers over the loop that signals with memory come to, all together. */
  loopNumbers: 2 ** 20,
  /** Beats a minute. */
  slowest: 20,
  fastest: 400,
} as const;
