/**
 * Simplex noise in three dimensions with whole-number periods and turning gradients, after
 * S. Gustavson and I. McEwan, "Tiling simplex noise and flow noise in two and three
 * dimensions", Journal of Computer Graphics Techniques 11(1), 2022.
 *
 * Each gradient turns in a plane of its own by `turns`; after whole turns the pattern is
 * back. A period of 0 never repeats. Results lie in about -1..1.
 */
export const SIMPLEX = `
float simplexCorner(vec3 v, vec3 d, vec3 period, float turns, uint seed) {
  // Corners stand on half cells, so twice their place is a whole number.
  vec3 c = wrapCell(floor(2.0 * v + 0.5), 2.0 * period);
  uint h = hashPcg(hashCorner(uint(int(c.x)) * 0x9e3779b1u + uint(int(c.y)) * 0x85ebca77u + uint(int(c.z))
    * 0xc2b2ae3du + seed * 0x165667b1u));
  float z = 2.0 * hashUnit(h) - 1.0;
  float around = hashUnit(hashPcg(h));
  float tilt = hashUnit(hashPcg(h ^ 0x68e31da4u));
  float flat_ = sqrt(max(0.0, 1.0 - z * z));
  vec3 a = vec3(flat_ * cosineTurns(around), flat_ * sineTurns(around), z);
  // The plane in which it turns is as random as its direction, so that no axis is favoured.
  vec3 level = vec3(-sineTurns(around), cosineTurns(around), 0.0);
  vec3 b = level * cosineTurns(tilt) + cross(a, level) * sineTurns(tilt);
  float w = max(0.5 - dot(d, d), 0.0);
  return w * w * w * dot(a * cosineTurns(turns) + b * sineTurns(turns), d);
}

vec3 simplexBack(vec3 i) { return 0.5 * vec3(i.y + i.z - i.x, i.x + i.z - i.y, i.x + i.y - i.z); }

float simplexNoise3(vec3 p, vec3 period, float turns, uint seed) {
  vec3 skewed = vec3(p.y + p.z, p.x + p.z, p.x + p.y);
  vec3 i0 = floor(skewed);
  vec3 f = skewed - i0;
  // The order of the three fractions says which of the six tetrahedra the point is in.
  vec3 g = vec3(f.x >= f.y ? 1.0 : 0.0, f.y >= f.z ? 1.0 : 0.0, f.z > f.x ? 1.0 : 0.0);
  vec3 l = 1.0 - g;
  vec3 o1 = min(g, l.zxy);
  vec3 o2 = max(g, l.zxy);
  vec3 v0 = simplexBack(i0);
  vec3 v1 = simplexBack(i0 + o1);
  vec3 v2 = simplexBack(i0 + o2);
  vec3 v3 = simplexBack(i0 + 1.0);
  return 39.5 * (simplexCorner(v0, p - v0, period, turns, seed) + simplexCorner(v1, p - v1, period, turns, seed)
    + simplexCorner(v2, p - v2, period, turns, seed) + simplexCorner(v3, p - v3, period, turns, seed));
}
`;
