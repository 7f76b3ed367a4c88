/** Looking numbers up along the entries of a drawn curve or of keys. */
export const TABLES = `
// One piece of a cubic Hermite curve; each end is x, y and slope.
float curveBetween(float t, vec4 a, vec4 b) {
  float width = max(b.x - a.x, 1e-5);
  float s = clamp((t - a.x) / width, 0.0, 1.0);
  float r = 1.0 - s;
  return r * r * ((1.0 + 2.0 * s) * a.y + s * width * a.z) + s * s * ((3.0 - 2.0 * s) * b.y - r * width * b.z);
}

// How far a key has gone to the next, before that is reached: 0 linear, 1 eased, 2 held.
float keyShare(float t, float ease) {
  float x = clamp(t, 0.0, 1.0);
  if (ease > 1.5) return 0.0;
  return ease > 0.5 ? x * x * (3.0 - 2.0 * x) : x;
}
`;
