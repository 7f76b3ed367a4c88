/** Looking numbers up along the entries of a drawn curve or of keys. */
export const TABLES = `
// One piece of a cubic Hermite curve; each end is x, y and slope.
float curveBetween(float t, vec4 a, vec4 b) {
  float width = max(b.x - a.x, 1e-5);
  float s = clamp((t - a.x) / width, 0.0, 1.0);
  float r = 1.0 - s;
  return r * r * ((1.0 + 2.0 * s) * a.y + s * width * a.z) + s * s * ((3.0 - 2.0 * s) * b.y - r * width * b.z);
}

// How far a key has gone to the next, before that is reached: 0 linear, 1 eased, 2 held, 3 spring, 4 bounce; see
// the same in the weave.
float keyShare(float t, float ease) {
  float x = clamp(t, 0.0, 1.0);
  if (ease > 3.5) {
    if (x < 0.36363636) return 7.5625 * x * x;
    if (x < 0.72727273) return 7.5625 * (x - 0.54545455) * (x - 0.54545455) + 0.75;
    if (x < 0.90909091) return 7.5625 * (x - 0.81818182) * (x - 0.81818182) + 0.9375;
    return 7.5625 * (x - 0.95454545) * (x - 0.95454545) + 0.984375;
  }
  if (ease > 2.5) return 1.0 - exp(-6.0 * x) * cosineTurns(2.25 * x);
  if (ease > 1.5) return 0.0;
  return ease > 0.5 ? x * x * (3.0 - 2.0 * x) : x;
}
`;
