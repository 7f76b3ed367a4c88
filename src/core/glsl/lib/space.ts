/** Turning in space. */
export const SPACE = `
// About x, then y, then z, anticlockwise seen from the tip of each; degrees.
vec3 turnedBy(vec3 v, vec3 degrees) {
  vec3 turns = degrees / 360.0;
  v.yz = turned(v.yz, turns.x);
  v.zx = turned(v.zx, turns.y);
  v.xy = turned(v.xy, turns.z);
  return v;
}

// The similarity that grows by ratio, turns (degrees, about x, then y, then z) about a centre and then shifts,
// n times over; n need not be whole. Its fixed point is worked out as (1 - ratio e^(i angle))^-1 shift in the
// plane across the axis, and as a geometric sum along it.
vec3 similarityPower(vec3 v, float n, float ratio, vec3 degrees, vec3 centre, vec3 shift) {
  vec3 halves = degrees / 720.0;
  vec3 s = vec3(sineTurns(halves.x), sineTurns(halves.y), sineTurns(halves.z));
  vec3 c = vec3(cosineTurns(halves.x), cosineTurns(halves.y), cosineTurns(halves.z));
  float w = c.x * c.y * c.z + s.x * s.y * s.z;
  vec3 q = vec3(s.x * c.y * c.z - c.x * s.y * s.z, c.x * s.y * c.z + s.x * c.y * s.z,
    c.x * c.y * s.z - s.x * s.y * c.z);
  float size = length(q);
  vec3 axis = size > 1e-6 ? q / size : vec3(0.0, 0.0, 1.0);
  float turns = size > 1e-6 ? 2.0 * angleTurns(size, w) : 0.0;
  // Bounded: without an end times nothing is no number.
  float grown = min(pow(ratio, n), 1e9);
  vec3 along = axis * dot(shift, axis);
  vec3 across = shift - along;
  float re = 1.0 - ratio * cosineTurns(turns);
  float im = ratio * sineTurns(turns);
  float apart = re * re + im * im;
  float more = ratio - 1.0;
  float carried = abs(more) > 1e-3 ? (grown - 1.0) / more : n * (1.0 + 0.5 * (n - 1.0) * more * (1.0 + (n - 2.0)
    * more / 3.0));
  bool stays = apart > 1e-7;
  vec3 fixedAt = stays ? centre + (re * across + im * cross(axis, across)) / apart : centre;
  vec3 r = v - fixedAt;
  float cosine = cosineTurns(n * turns);
  vec3 turnedR = r * cosine + cross(axis, r) * sineTurns(n * turns) + axis * dot(axis, r) * (1.0 - cosine);
  return fixedAt + turnedR * grown + along * carried + (stays ? vec3(0.0) : across * n);
}

// Turned so that y comes to lie along a direction of length 1, the shortest way.
vec3 stoodUp(vec3 v, vec3 up) {
  if (up.y < -0.9999) return vec3(v.x, -v.y, -v.z);
  vec3 axis = vec3(up.z, 0.0, -up.x);
  return v * up.y + cross(axis, v) + axis * (dot(axis, v) / (1.0 + up.y));
}
`;
