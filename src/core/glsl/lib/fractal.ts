/**
 * Fractal sums: octaves of noise, each finer by the lacunarity and weaker by the roughness
 * (D. Ebert et al., "Texturing and Modeling: A Procedural Approach", 3rd ed., chapter 16, with
 * its heterogeneous terrain).
 *
 * `time` counts cells travelled along the fourth axis and `cells` is the whole number of
 * them after which the loop starts again. Octave i runs i + 1 times as many, so that fine
 * detail boils faster and still comes back. Where the pattern repeats in space, octaves are
 * rounded to whole multiples so that all of them repeat together.
 */
export const FRACTAL = `
const int MAX_OCTAVES = 10;

float fractalSum(vec3 p, float time, vec3 repeat, float cells, float octaves, float roughness, float lacunarity,
  int style, uint seed) {
  float sum = 0.0;
  float total = 0.0;
  float weight = 1.0;
  float fineness = 1.0;
  bool repeats = repeat.x + repeat.y + repeat.z > 0.0;
  for (int i = 0; i < MAX_OCTAVES; i++) {
    if (float(i) >= octaves) break;
    float scale = repeats ? floor(fineness + 0.5) : fineness;
    float speed = float(i + 1);
    // The last octave comes in by its fraction, so that octaves is a smooth slider.
    float share = weight * min(octaves - float(i), 1.0);
    float n = gradientNoise4(vec4(p * scale, time * speed), vec4(repeat * scale, cells * speed), seed + uint(i) * 101u);
    if (style == 1) n = 1.0 - 2.0 * abs(n);
    if (style == 2) n = 2.0 * abs(n) - 1.0;
    // Rough on the heights, smooth in the valleys: each octave counts by the sum below it.
    if (style == 3 && i > 0) n *= clamp(0.5 + sum / max(total, 1e-6), 0.0, 1.5);
    sum += n * share;
    total += share;
    weight *= roughness;
    fineness *= lacunarity;
  }
  return sum / max(total, 1e-6);
}
`;
