/**
 * Cellular patterns after S. Worley, "A Cellular Texture Basis Function", SIGGRAPH 1996: one
 * feature point in each cell of a grid, scattered by `jitter` (0 regular, 1 anywhere in its
 * cell), and the two nearest to a point.
 *
 * Each feature point walks a circle about its home: `circling` is how much of the cell's room
 * the circle takes (0 to 0.5), `wander` how many turns it has walked; whole turns close.
 * `period` counts whole cells after which the pattern repeats, 0 for never.
 *
 * Cells up to two away are searched where a nearer point can lie there, so nearest and second
 * nearest are exact for Euclidean and Chebyshev distance. Manhattan distance in three dimensions
 * can reach further; there the second nearest may be missed at jitter near 1.
 */
const AXES = ['x', 'y', 'z'];
const FACTORS = ['0x9e3779b1u', '0x85ebca77u', '0xc2b2ae3du'];

/** Results in x: nearest, y: second nearest, z: number of the cell 0..1, w: distance to the border. */
function cells(n: 2 | 3): string {
  const vec = `vec${n}`;
  const names = AXES.slice(0, n);
  /** A loop over the cells up to `reach` away for which `where` holds. */
  const ring = (
    reach: number,
    where: string,
    body: string,
  ) => `${names.map((a) => `  for (int ${a} = -${reach}; ${a} <= ${reach}; ${a}++)`).join('\n')} {
    if (${where}) {
${body}
    }
  }`;
  const here = `${vec}(${names.map((a) => `float(${a})`).join(', ')})`;
  const [all, last] = n === 2 ? ['xy', 'z'] : ['xyz', 'w'];
  const key = (cell: string) => names.map((a, i) => `uint(int(${cell}.${a})) * ${FACTORS[i]}`).join(' + ');
  const spread =
    n === 2
      ? 'vec2(hashUnit(h), hashUnit(hashPcg(h)))'
      : 'vec3(hashUnit(h), hashUnit(hashPcg(h)), hashUnit(hashPcg(h + 0x68e31da4u)))';
  const circle =
    n === 2 ? 'vec2(cosineTurns(t), sineTurns(t))' : 'vec3(cosineTurns(t), sineTurns(t), sineTurns(t + 0.335))';
  const search = `      ${vec} cell = ${here};
      ${vec} gap = max(abs(cell + 0.5 - f) - 0.5, ${vec}(0.0));
      // A cell that begins beyond the second nearest cannot change anything.
      if (metricLength(gap, metric) < second) {
        vec${n + 1} feature = featureOf(base + cell, period, jitter, circling, wander, seed);
        float d = metricLength(cell + feature.${all} - f, metric);
        if (d < first) {
          second = first;
          first = d;
          number = feature.${last};
        } else {
          second = min(second, d);
        }
      }`;
  const other =
    `      ${vec} to = ${here} + ` + `featureOf(base + ${here}, period, jitter, circling, wander, seed).${all} - f;`;
  return `
// Where the feature point of a cell stands, from the cell's own corner; z (w) is its number.
vec${n + 1} featureOf(${vec} cell, ${vec} period, float jitter, float circling, float wander, uint seed) {
  ${vec} c = wrapCell(cell, period);
  uint h = hashPcg(hashCorner(${key('c')} + seed * 0x165667b1u));
  ${vec} at = ${spread};
  float number = hashUnit(hashPcg(h ^ 0x5bd1e995u));
  float t = wander + number;
  // While it circles it keeps to its cell: home and circle share the room.
  ${vec} home = 0.5 + (at - 0.5) * (1.0 - 2.0 * circling);
  return vec${n + 1}(mix(${vec}(0.5), home + circling * ${circle}, jitter), number);
}

vec4 cellsAt(${vec} p, ${vec} period, float jitter, float circling, float wander, int metric, uint seed) {
  ${vec} base = floor(p);
  ${vec} f = p - base;
  float first = 64.0;
  float second = 64.0;
  float number = 0.0;
${ring(1, 'true', search)}
  // Cells further away begin at least one cell off; mostly nothing there can be nearer.
  ${vec} edge = 1.0 + min(f, 1.0 - f);
  if (second > ${names.map((a) => `edge.${a}`).reduce((a, b) => `min(${a}, ${b})`)}) {
${ring(2, `max(${names.map((a) => `abs(${a})`).reduce((a, b) => `max(${a}, ${b})`)}, 0) == 2`, search)}
  }
  return vec4(first, second, number, 0.5 * (second - first));
}

// Distance to the border between Euclidean cells: the nearest of the planes half-way between
// the nearest feature point and each other one.
float cellBorder(${vec} p, ${vec} period, float jitter, float circling, float wander, uint seed) {
  ${vec} base = floor(p);
  ${vec} f = p - base;
  float first = 64.0;
  ${vec} nearest = ${vec}(0.0);
${ring(
  1,
  'true',
  `${other}
      float d = dot(to, to);
      if (d < first) {
        first = d;
        nearest = to;
      }`,
)}
  float border = 64.0;
${ring(
  n === 2 ? 2 : 1,
  'true',
  `${other}
      ${vec} between = to - nearest;
      float apart = dot(between, between);
      if (apart > 1e-8) border = min(border, dot(0.5 * (to + nearest), between) * inversesqrt(apart));`,
)}
  return border;
}
`;
}

export const CELLS = `
// 0 Euclidean, 1 Manhattan, 2 Chebyshev.
float metricLength(vec2 d, int metric) {
  vec2 a = abs(d);
  return metric == 1 ? a.x + a.y : (metric == 2 ? max(a.x, a.y) : length(d));
}
float metricLength(vec3 d, int metric) {
  vec3 a = abs(d);
  return metric == 1 ? a.x + a.y + a.z : (metric == 2 ? max(a.x, max(a.y, a.z)) : length(d));
}
${cells(2)}${cells(3)}`;
