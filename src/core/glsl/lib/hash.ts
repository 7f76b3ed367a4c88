/**
 * Integer hashes. The PCG family as given by M. Jarzynski and M. Olano, "Hash Functions for
 * GPU Rendering", Journal of Computer Graphics Techniques 9(3), 2020. Unsigned 32-bit
 * arithmetic wraps, so every machine and both processors give the same bits.
 */
export const HASH = `
uint hashPcg(uint v) {
  uint s = v * 747796405u + 2891336453u;
  uint w = ((s >> ((s >> 28u) + 4u)) ^ s) * 277803737u;
  return (w >> 22u) ^ w;
}

uvec2 hashPcg2(uvec2 v) {
  v = v * 1664525u + 1013904223u;
  v.x += v.y * 1664525u;
  v.y += v.x * 1664525u;
  v = v ^ (v >> 16u);
  v.x += v.y * 1664525u;
  v.y += v.x * 1664525u;
  return v ^ (v >> 16u);
}

uvec3 hashPcg3(uvec3 v) {
  v = v * 1664525u + 1013904223u;
  v.x += v.y * v.z;
  v.y += v.z * v.x;
  v.z += v.x * v.y;
  v = v ^ (v >> 16u);
  v.x += v.y * v.z;
  v.y += v.z * v.x;
  v.z += v.x * v.y;
  return v;
}

uvec4 hashPcg4(uvec4 v) {
  v = v * 1664525u + 1013904223u;
  v.x += v.y * v.w;
  v.y += v.z * v.x;
  v.z += v.x * v.y;
  v.w += v.y * v.z;
  v = v ^ (v >> 16u);
  v.x += v.y * v.w;
  v.y += v.z * v.x;
  v.z += v.x * v.y;
  v.w += v.y * v.z;
  return v;
}

// A hash as a number from 0 up to (not including) 1; 24 bits, so the float is exact.
float hashUnit(uint h) { return float(int(h >> 8u)) * 5.9604644775390625e-8; }
`;
