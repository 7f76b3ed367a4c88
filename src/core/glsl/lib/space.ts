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

// Turned so that y comes to lie along a direction of length 1, the shortest way.
vec3 stoodUp(vec3 v, vec3 up) {
  if (up.y < -0.9999) return vec3(v.x, -v.y, -v.z);
  vec3 axis = vec3(up.z, 0.0, -up.x);
  return v * up.y + cross(axis, v) + axis * (dot(axis, v) / (1.0 + up.y));
}
`;
