/**
 * Waves and angles over turns: one turn is one period. They are plain arithmetic rather than
 * the card's own sines, whose last places differ from card to card: both processors agree, and
 * whole and quarter turns are exact.
 *
 * Sine: Taylor's series to the eleventh power within a quarter turn, off by at most 6e-8. Arc
 * tangent: S. L. Moshier, Cephes Math Library, atanf.c.
 */
export const WAVE = `
float sineTurns(float turns) {
  float x = turns - floor(turns + 0.5);
  float r = 6.283185307179586 * (0.25 - abs(abs(x) - 0.25));
  float z = r * r;
  float s = r * (1.0 + z * (-0.16666666666666666 + z * (0.008333333333333333 + z * (-1.984126984126984e-4 + z
    * (2.7557319223985893e-6 - z * 2.505210838544172e-8)))));
  return (x < 0.0 ? -1.0 : 1.0) * s;
}
float cosineTurns(float turns) { return sineTurns(turns - floor(turns) + 0.25); }

// Angle of the vector x, y: 0 up to 1 turn, anticlockwise from the x axis.
float angleTurns(float y, float x) {
  float a = abs(y);
  float b = abs(x);
  float t = min(a, b) / max(max(a, b), 1e-30);
  bool far = t > 0.4142135623730950;
  float u = far ? (t - 1.0) / (t + 1.0) : t;
  float z = u * u;
  float r = (((8.05374449538e-2 * z - 1.38776856032e-1) * z + 1.99777106478e-1) * z - 3.33329491539e-1) * z * u + u;
  float turns = (far ? 0.125 : 0.0) + r * 0.15915494309189535;
  if (a > b) turns = 0.25 - turns;
  if (x < 0.0) turns = 0.5 - turns;
  return y < 0.0 ? 1.0 - turns : turns;
}

// x and y turned anticlockwise.
vec2 turned(vec2 v, float turns) {
  float c = cosineTurns(turns);
  float s = sineTurns(turns);
  return vec2(c * v.x - s * v.y, s * v.x + c * v.y);
}

float waveSine(float turns) { return sineTurns(turns); }
float waveTriangle(float turns) { float t = turns + 0.25; t -= floor(t); return 1.0 - 4.0 * abs(t - 0.5); }

// The part of a whole that is left over, 0 up to 1. What lies a hundred-thousandth below a whole number counts
// as the whole: whole numbers are where patterns are cut, and a cut that rounding could fall on either side of
// would lie elsewhere on each card.
float leftOver(float x) { return max(x - floor(x + 1e-5), 0.0); }
vec2 leftOver(vec2 x) { return max(x - floor(x + 1e-5), vec2(0.0)); }
vec3 leftOver(vec3 x) { return max(x - floor(x + 1e-5), vec3(0.0)); }
float waveSaw(float turns) { return 2.0 * leftOver(turns) - 1.0; }
`;
