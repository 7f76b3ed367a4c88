/** Looking values up along the entries of a drawn curve, of keys or of a path. */
export const TABLES = `
// One piece of a cubic Hermite curve; each end is x, y and slope.
float curveBetween(float t, vec4 a, vec4 b) {
  float width = max(b.x - a.x, 1e-5);
  float s = clamp((t - a.x) / width, 0.0, 1.0);
  float r = 1.0 - s;
  return r * r * ((1.0 + 2.0 * s) * a.y + s * width * a.z) + s * s * ((3.0 - 2.0 * s) * b.y - r * width * b.z);
}

// Slope at a knot of a path by the parabola through it and its neighbours; each is a place and its number.
vec3 pathSlope(vec4 a, vec4 b, vec4 c) {
  float before = b.w - a.w;
  float after = c.w - b.w;
  vec3 s0 = (b.xyz - a.xyz) / max(before, 1e-6);
  vec3 s1 = (c.xyz - b.xyz) / max(after, 1e-6);
  if (before < 1e-6) return s1;
  if (after < 1e-6) return s0;
  return (s0 * after + s1 * before) / (before + after);
}

// The place between two knots of a path, by the cubic with their slopes; a and d are those beside them.
vec3 pathBetween(float x, vec4 a, vec4 b, vec4 c, vec4 d) {
  float width = max(c.w - b.w, 1e-6);
  float s = clamp((x - b.w) / width, 0.0, 1.0);
  float r = 1.0 - s;
  return r * r * ((1.0 + 2.0 * s) * b.xyz + s * width * pathSlope(a, b, c)) +
    s * s * ((3.0 - 2.0 * s) * c.xyz - r * width * pathSlope(b, c, d));
}

// The same in a straight line.
vec3 pathStraight(float x, vec4 b, vec4 c) {
  return mix(b.xyz, c.xyz, clamp((x - b.w) / max(c.w - b.w, 1e-6), 0.0, 1.0));
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

// A cubic Bezier from 0 to 1 at a part of its way.
float bendAlong(float a, float b, float u) {
  return 3.0 * (1.0 - u) * u * ((1.0 - u) * a + u * b) + u * u * u;
}

// The same for a curve with two handles, each time and value; the place on it is found by halving.
float bendShare(float t, vec4 bend) {
  float x = clamp(t, 0.0, 1.0);
  float low = 0.0;
  float high = 1.0;
  for (int i = 0; i < 24; i++) {
    float u = 0.5 * (low + high);
    if (bendAlong(bend.x, bend.z, u) < x) low = u;
    else high = u;
  }
  return bendAlong(bend.y, bend.w, low);
}
`;
