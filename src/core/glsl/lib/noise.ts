/**
 * Lattice noise. Every axis may wrap: with a period of n whole cells the pattern repeats
 * after n; a period of 0 never repeats. Results lie in about -1..1.
 *
 * Gradient noise after K. Perlin, "Improving Noise", SIGGRAPH 2002, with its quintic fade;
 * gradients are drawn from the cube by the bytes of one hash instead of a table, without
 * branches. A lattice point is hashed from a linear combination of its coordinates with odd
 * 32-bit factors by one xorshift-multiply-xorshift round (half of the finaliser of A. Appleby,
 * MurmurHash3), which costs about half as many operations as a PCG round.
 */

const AXES = ['x', 'y', 'z', 'w'];
const FACTORS = ['0x9e3779b1u', '0x85ebca77u', '0xc2b2ae3du', '0x27d4eb2fu'];

/** Bring the standard deviation (measured over 200,000 points) to 0.25, so that nearly all values lie in -1..1. */
const GRADIENT_SCALE: Record<number, number> = { 2: 1.44, 3: 1.305, 4: 1.28 };

const corners = (n: number) => Array.from({ length: 1 << n }, (_, i) => i);
const bit = (corner: number, axis: number) => (corner >> axis) & 1;

/** Interpolates corner values along the first `axes` axes in turn; `names` are those of 2^axes corners. */
function blend(names: string[], axes: number, tag: string): { lines: string[]; result: string } {
  const lines: string[] = [];
  for (let axis = 0; axis < axes; axis++) {
    const next: string[] = [];
    for (let i = 0; i < names.length; i += 2) {
      const name = `${tag}${axis}${i / 2}`;
      lines.push(`float ${name} = ${names[i]} + (${names[i + 1]} - ${names[i]}) * t.${AXES[axis]};`);
      next.push(name);
    }
    names = next;
  }
  return { lines, result: names[0]! };
}

/**
 * Works out `sum` from the values at the corners. Along the last axis the far half counts
 * only away from the near one, so a pattern that does not move along it costs half.
 */
function interpolate(n: number, valueOf: (corner: number) => string): string {
  const last = n - 1;
  const half = (far: number) => {
    const own = corners(n).filter((i) => bit(i, last) === far);
    const { lines, result } = blend(
      own.map((i) => `c${i}`),
      last,
      far ? 'n' : 'm',
    );
    return { lines: [...own.map((i) => `float c${i} = ${valueOf(i)};`), ...lines], result };
  };
  const [near, far] = [half(0), half(1)];
  return `${near.lines.map((l) => `  ${l}`).join('\n')}
  float sum = ${near.result};
  if (t.${AXES[last]} > 0.0) {
${far.lines.map((l) => `    ${l}`).join('\n')}
    sum += (${far.result} - sum) * t.${AXES[last]};
  }`;
}

function lattice(n: number): string {
  const vec = `vec${n}`;
  return `  ${vec} cell = floor(p);
  ${vec} f = p - cell;
  ${vec} t = f * f * f * (f * (f * 6.0 - 15.0) + 10.0);
  uvec${n} k = uvec${n}(${FACTORS.slice(0, n).join(', ')});
  ${vec} near = wrapCell(cell, period);
  ${vec} far = near + 1.0;
  far -= period * step(period, far);
  uvec${n} a = uvec${n}(ivec${n}(near)) * k;
  uvec${n} b = uvec${n}(ivec${n}(far)) * k;
  a.x += seed * 0x165667b1u;
  b.x += seed * 0x165667b1u;`;
}

function hashOf(corner: number, n: number): string {
  return `hashCorner(${AXES.slice(0, n)
    .map((c, axis) => `${bit(corner, axis) ? 'b' : 'a'}.${c}`)
    .join(' + ')})`;
}

function offsetOf(corner: number, n: number): string {
  return AXES.slice(0, n)
    .map((c, axis) => `${bit(corner, axis) ? 'g' : 'f'}.${c}`)
    .join(', ');
}

function gradientNoise(n: number): string {
  const names = AXES.slice(0, n);
  // Each byte of the hash as a signed number, brought down by an arithmetic shift.
  const parts = names.map((c, axis) => `float(int(${axis === 0 ? 'h' : `h << ${8 * axis}u`}) >> 24) * ${c}`);
  return `
float gradientAt${n}(uint h, ${names.map((c) => `float ${c}`).join(', ')}) {
  return ${parts.join(' + ')};
}

float gradientNoise${n}(vec${n} p, vec${n} period, uint seed) {
${lattice(n)}
  vec${n} g = f - 1.0;
${interpolate(n, (i) => `gradientAt${n}(${hashOf(i, n)}, ${offsetOf(i, n)})`)}
  return sum * ${(GRADIENT_SCALE[n]! / 128).toFixed(8)};
}
`;
}

function valueNoise(n: number): string {
  return `
float valueNoise${n}(vec${n} p, vec${n} period, uint seed) {
${lattice(n)}
${interpolate(n, (i) => `hashUnit(${hashOf(i, n)})`)}
  return 2.0 * sum - 1.0;
}
`;
}

const wrap = (n: number) => `
vec${n} wrapCell(vec${n} cell, vec${n} period) {
  vec${n} turns = floor((cell + 0.5) / max(period, 1.0)) * min(period, 1.0);
  return cell - turns * period;
}
`;

const BY_SIZE = [wrap, gradientNoise, valueNoise].flatMap((text) => [2, 3, 4].map(text)).join('');

export const NOISE = `
uint hashCorner(uint h) {
  h = (h ^ (h >> 15u)) * 0x2c1b3c6du;
  return h ^ (h >> 13u);
}

// A cell's number within a period of whole cells; a period of 0 leaves it as it is.${BY_SIZE}`;
