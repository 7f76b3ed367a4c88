/**
 * The picture as a finish step finds it at other places than its own pixel. What is read is light already multiplied
 * by its opacity, so that sums of it stay true at edges (T. Porter and T. Duff, "Compositing Digital Images",
 * SIGGRAPH 1984). Places are 0 to 1 from the lower left; sizes and distances are in parts of the picture's height.
 * Beyond the picture: 0 its edge is held, 1 it is mirrored, 2 it is tiled, 3 there is nothing.
 */
const SHARED = `
vec4 laidOut(vec4 v) { return vec4(v.rgb * v.a, v.a); }
vec4 straight(vec4 v) { return vec4(v.rgb / max(v.a, 1e-5), v.a); }

vec2 withinFrame(vec2 uv, int beyond) {
  if (beyond == 1) return 1.0 - abs(1.0 - (uv - 2.0 * floor(uv * 0.5)));
  return beyond == 2 ? uv - floor(uv) : clamp(uv, 0.0, 1.0);
}
bool outsideFrame(vec2 uv, int beyond) {
  return beyond == 3 && (uv.x < 0.0 || uv.y < 0.0 || uv.x > 1.0 || uv.y > 1.0);
}

// The running picture around a place, evenly over a square of this size; the picture that came into the step.
vec4 seenAt(vec2 uv, float size, int beyond) {
  return outsideFrame(uv, beyond) ? vec4(0.0) : pictureAt(withinFrame(uv, beyond), size);
}
vec4 tookAt(vec2 uv, float size, int beyond) {
  return outsideFrame(uv, beyond) ? vec4(0.0) : broughtAt(withinFrame(uv, beyond), size);
}
`;

/** On the card: two textures whose smaller sizes are their averages. The pass declares them, and its size in pixels. */
export const FRAME_ON_CARD = `
vec2 frameSize() { return vec2(clSize.x / clSize.y, 1.0); }
float levelOf(float size) { return size > 0.0 ? max(log2(size * clSize.y), 0.0) : 0.0; }
vec4 pictureAt(vec2 uv, float size) { return textureLod(clShot, uv, levelOf(size)); }
vec4 broughtAt(vec2 uv, float size) { return textureLod(clTook, uv, levelOf(size)); }
${SHARED}`;

/**
 * On the processor, where there is no picture: one of smooth waves stands in, which is the same at all times. Plain
 * arithmetic, so that a card gives the same.
 */
export const FRAME_STAND_IN = `
vec2 frameSize() { return vec2(1.7777778, 1.0); }
float standInWave(float x) {
  float t = x - floor(x);
  float s = 4.0 * t * (1.0 - t);
  return s * s * (3.0 - 2.0 * s);
}
vec4 pictureAt(vec2 uv, float size) {
  vec3 at = vec3(1.1, 1.4, 0.8) * uv.x + vec3(0.6, 0.5, 1.3) * uv.y + vec3(0.1, 0.3, 0.5);
  vec3 light = vec3(standInWave(at.x), standInWave(at.y), standInWave(at.z));
  return vec4(mix(vec3(0.5), light, clamp(1.0 - 4.0 * size, 0.0, 1.0)), 1.0);
}
vec4 broughtAt(vec2 uv, float size) { return pictureAt(uv.yx, size) * 0.7; }
${SHARED}`;

/** Does a text read the picture elsewhere? */
export const readsFrame = (glsl: string): boolean => /\b(seenAt|tookAt|frameSize|laidOut|straight)\(/.test(glsl);
