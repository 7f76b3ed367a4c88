/**
 * Pictures over the unit square, 0, 0 at the lower left. `edge` says what lies beyond: 0
 * nothing, 1 tiled, 2 mirrored, 3 held.
 */
export const PICTURE = `
float pictureIndex(float i, float count, int edge) {
  if (edge == 1) return i - count * floor(i / count);
  if (edge == 2) {
    float t = i - 2.0 * count * floor(i / (2.0 * count));
    return t < count ? t : 2.0 * count - 1.0 - t;
  }
  return clamp(i, 0.0, count - 1.0);
}

vec4 pictureTexel(int slot, vec2 i, vec2 size, int edge) {
  if (edge == 0 && (i.x < 0.0 || i.y < 0.0 || i.x >= size.x || i.y >= size.y)) return vec4(0.0);
  return texelAt(slot, int(pictureIndex(i.x, size.x, edge)), int(size.y - 1.0 - pictureIndex(i.y, size.y, edge)));
}

vec4 pictureAt(int slot, vec2 uv, bool smooth_, int edge) {
  vec2 size = texelSize(slot);
  if (!smooth_) return pictureTexel(slot, floor(uv * size + 1e-4), size, edge);
  vec2 q = uv * size - 0.5;
  vec2 i = floor(q);
  vec2 t = q - i;
  vec4 below = mix(pictureTexel(slot, i, size, edge), pictureTexel(slot, i + vec2(1.0, 0.0), size, edge), t.x);
  vec4 above = mix(pictureTexel(slot, i + vec2(0.0, 1.0), size, edge), pictureTexel(slot, i + vec2(1.0, 1.0), size,
    edge), t.x);
  return mix(below, above, t.y);
}
`;
