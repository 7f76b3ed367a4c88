/**
 * The picture as a finish step finds it at other places than its own pixel. What is read is light already multiplied
 * by its opacity, so that sums of it stay true at edges (T. Porter and T. Duff, "Compositing Digital Images",
 * SIGGRAPH 1984). Places are 0 to 1 from the lower left; sizes and distances are in parts of the picture's height.
 * Beyond the picture: 0 its edge is held, 1 it is mirrored, 2 it is tiled, 3 there is nothing.
 */
const SHARED = `
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

// What the step itself gave a frame before; what came into it so many frames before; another picture.
vec4 earlierAt(vec2 uv, int beyond) {
  return outsideFrame(uv, beyond) ? vec4(0.0) : keptAt(withinFrame(uv, beyond));
}
vec4 agoAt(float frames, vec2 uv) {
  float whole = floor(max(frames, 0.0));
  float part = max(frames, 0.0) - whole;
  vec4 value = storedAt(int(whole), uv);
  return part > 0.0 ? mix(value, storedAt(int(whole) + 1, uv), part) : value;
}
// Metres from the camera to what the stage shows there, along the way it looks; as far as it sees where nothing is.
float depthAt(vec2 uv) { return metresAt(clamp(uv, 0.0, 1.0)); }
// Is nothing there that stands on the stage?
bool emptyAt(vec2 uv) { return depthAt(uv) > 0.999 * lensOf().y; }

// The smaller of two differences: the other one goes over to another surface.
float inwardStep(float before, float here, float after) {
  return abs(after - here) < abs(here - before) ? after - here : here - before;
}
// Which way a surface faces there, seen from the camera, z towards it: worked out from the distance over steps of this
// size. Over a plane one divided by the distance is even in the picture.
vec3 normalAt(vec2 uv, float size) {
  // Distances are told for whole pixels.
  size = max(floor(size * pixelRows() + 0.5), 1.0) / pixelRows();
  vec4 lens = lensOf();
  bool flatLens = lens.z > 0.5;
  vec2 side = vec2(size, 0.0) / frameSize();
  vec2 up = vec2(0.0, size) / frameSize();
  float here = depthAt(uv);
  vec4 around = vec4(depthAt(uv - side), depthAt(uv + side), depthAt(uv - up), depthAt(uv + up));
  if (!flatLens) { here = 1.0 / here; around = 1.0 / around; }
  vec2 slope = vec2(inwardStep(around.x, here, around.y), inwardStep(around.z, here, around.w));
  slope /= max(2.0 * lens.w * size, 1e-9);
  vec2 at = (uv - 0.5) * frameSize() * 2.0 * lens.w;
  return normalize(flatLens ? vec3(slope, 1.0) : vec3(-slope, here - dot(at, slope)));
}
`;

/** The picture of another finish, light multiplied by its opacity, by its slot; -1 for none. */
const OTHER = `
vec4 otherAt(int picture, vec2 uv) { return picture < 0 ? vec4(0.0) : branchAt(picture, clamp(uv, 0.0, 1.0)); }
`;

/** Name of the uniform that holds another picture. */
export const branchUniform = (slot: number, stage = '') => `clBranch${stage}${slot}`;

/** On the card: other pictures by their slots. @param stage tells programs apart that are drawn together */
export function branchesOnCard(count: number, stage = ''): string {
  const slots = Array.from({ length: count }, (_, slot) => slot);
  const samplers = slots.map((slot) => `uniform sampler2D ${branchUniform(slot, stage)};\n`).join('');
  const reads = slots.map(
    (slot) => `  if (slot == ${slot}) return textureLod(${branchUniform(slot, stage)}, uv, 0.0);\n`,
  );
  return `${samplers}vec4 branchAt(int slot, vec2 uv) {\n${reads.join('')}  return vec4(0.0);\n}\n${OTHER}`;
}

/**
 * On the card: metres from the camera's plane of a value of the depth buffer. The lens is near, far, and 1 without
 * perspective: see `Shared.clLens`.
 */
export const METRES_OF = `
float metresOf(float depth, vec4 lens) {
  return lens.z > 0.5 ? mix(lens.x, lens.y, depth) : lens.x * lens.y / (lens.y - depth * (lens.y - lens.x));
}
`;

/**
 * On the card: two textures whose smaller sizes are their averages, what a step kept, and what was stored, frame by
 * frame. The pass declares them, and its size in pixels. What was kept is read by the spline of E. Catmull and R. Rom
 * ("A Class of Local Interpolating Splines", 1974), which stays sharp though it is read again in every frame.
 */
export const FRAME_ON_CARD = `${METRES_OF}vec2 frameSize() { return vec2(clSize.x / clSize.y, 1.0); }
float levelOf(float size, int rows) { return size > 0.0 ? max(log2(size * float(rows)), 0.0) : 0.0; }
vec4 pictureAt(vec2 uv, float size) { return textureLod(clShot, uv, levelOf(size, textureSize(clShot, 0).y)); }
vec4 broughtAt(vec2 uv, float size) { return textureLod(clTook, uv, levelOf(size, textureSize(clTook, 0).y)); }
vec4 keptAt(vec2 uv) {
  vec2 size = vec2(textureSize(clEarlier, 0));
  vec2 at = uv * size - 0.5;
  vec2 nearest = floor(at + 0.5);
  // What stands still is read as it is.
  vec2 off = abs(at - nearest);
  if (max(off.x, off.y) < 1e-3)
    return max(texelFetch(clEarlier, clamp(ivec2(nearest), ivec2(0), ivec2(size) - 1), 0), 0.0);
  vec2 whole = floor(at);
  vec2 f = at - whole;
  vec2 before = f * (-0.5 + f * (1.0 - 0.5 * f));
  vec2 here = 1.0 + f * f * (1.5 * f - 2.5);
  vec2 next = f * (0.5 + f * (2.0 - 1.5 * f));
  vec2 after = f * f * (0.5 * f - 0.5);
  vec2 middle = here + next;
  vec2 places[3] = vec2[3]((whole - 0.5) / size, (whole + 0.5 + next / middle) / size, (whole + 2.5) / size);
  vec2 weights[3] = vec2[3](before, middle, after);
  vec4 sum = vec4(0.0);
  for (int i = 0; i < 3; i++)
    for (int j = 0; j < 3; j++)
      sum += weights[i].x * weights[j].y * textureLod(clEarlier, vec2(places[i].x, places[j].y), 0.0);
  return max(sum, 0.0);
}
vec4 storedAt(int frames, vec2 uv) {
  if (clKnown < 0) return broughtAt(uv, 0.0);
  int count = textureSize(clAgo, 0).z;
  return textureLod(clAgo, vec3(uv, float((clFrame - min(frames, clKnown) + count) % count)), 0.0);
}
vec4 lensOf() { return clLens; }
float pixelRows() { return clSize.y; }
float metresAt(vec2 uv) { return metresOf(textureLod(clDepth, uv, 0.0).r, clLens); }
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
vec4 keptAt(vec2 uv) { return pictureAt(uv.yx, 0.0) * 0.9; }
vec4 storedAt(int frames, vec2 uv) {
  vec2 at = uv + vec2(0.011, 0.007) * float(frames);
  return pictureAt(at, 0.0) * vec4(0.5, 0.5, 0.5, 0.7 + 0.3 * standInWave(0.7 * at.y));
}
float pixelRows() { return 270.0; }
vec4 lensOf() { return vec4(0.02, 500.0, 0.0, 0.35); }
float metresAt(vec2 uv) {
  float near = standInWave(0.9 * uv.x + 0.4 * uv.y);
  float far = near * near * near * near;
  return 0.5 + 6.0 * near + 493.5 * far * far;
}
vec4 branchAt(int slot, vec2 uv) {
  vec4 other = pictureAt(0.8 * uv.yx + 0.1 * float(slot), 0.0);
  return other * (0.4 + 0.6 * standInWave(uv.x));
}
${SHARED}${OTHER}`;

/** Does a text read the picture of another finish? */
export const readsOther = (glsl: string): boolean => /\botherAt\(/.test(glsl);

/** Does a text read how far away things are? */
export const readsDepth = (glsl: string): boolean => /\b(depthAt|emptyAt|normalAt)\(/.test(glsl);

/** Does a text read more of the picture than its own pixel? */
export const readsFrame = (glsl: string): boolean =>
  /\b(seenAt|tookAt|earlierAt|agoAt|depthAt|emptyAt|normalAt|frameSize|straight)\(/.test(glsl);
