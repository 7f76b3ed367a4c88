/**
 * Colour tables, kept as pictures by `formats/cube`: what one gives for a colour, encoded as it is shown. Between
 * entries as `lookUp` there. What is no table leaves the colour.
 */
export const LOOKUP = `
vec3 lookupBytes(int table, int x, int y) { return floor(255.0 * toEncoded(texelAt(table, x, y).rgb) + 0.5); }
vec3 lookupEntry(int table, int x, int row) {
  return (256.0 * lookupBytes(table, x, 2 * row) + lookupBytes(table, x, 2 * row + 1)) / 65535.0;
}
vec3 lookupAt(int table, vec3 at, float size) {
  return lookupEntry(table, int(at.r + size * at.g + 0.5), int(at.b + 0.5));
}

vec3 lookupLine(int table, vec3 colour, float size) {
  vec3 at = clamp(colour, 0.0, 1.0) * (size - 1.0);
  vec3 i = min(floor(at), size - 2.0);
  vec3 t = at - i;
  return vec3(
    mix(lookupEntry(table, int(i.r), 0).r, lookupEntry(table, int(i.r) + 1, 0).r, t.r),
    mix(lookupEntry(table, int(i.g), 0).g, lookupEntry(table, int(i.g) + 1, 0).g, t.g),
    mix(lookupEntry(table, int(i.b), 0).b, lookupEntry(table, int(i.b) + 1, 0).b, t.b));
}

vec3 lookedUp(int table, vec3 colour) {
  vec2 size = texelSize(table);
  if (size.x > 1.5 && size.y == 2.0) return lookupLine(table, colour, size.x);
  float count = 0.5 * size.y;
  if (count < 2.0 || size.x != count * count) return colour;
  vec3 at = clamp(colour, 0.0, 1.0) * (count - 1.0);
  vec3 i = min(floor(at), count - 2.0);
  vec3 t = at - i;
  // The channel whose part is largest steps first, and the one whose part is least last.
  vec3 first = t.r >= t.g && t.r >= t.b ? vec3(1.0, 0.0, 0.0) : (t.g >= t.b ? vec3(0.0, 1.0, 0.0) : vec3(0.0, 0.0,
    1.0));
  vec3 last = t.b <= t.r && t.b <= t.g && first.b < 0.5 ? vec3(0.0, 0.0, 1.0)
    : (t.g <= t.r && first.g < 0.5 && (t.g <= t.b || first.b > 0.5) ? vec3(0.0, 1.0, 0.0) : vec3(1.0, 0.0, 0.0));
  vec3 middle = 1.0 - first - last;
  vec3 a = lookupAt(table, i, count);
  vec3 b = lookupAt(table, i + first, count);
  vec3 c = lookupAt(table, i + first + middle, count);
  vec3 d = lookupAt(table, i + 1.0, count);
  return a + (b - a) * dot(t, first) + (c - b) * dot(t, middle) + (d - c) * dot(t, last);
}
`;
