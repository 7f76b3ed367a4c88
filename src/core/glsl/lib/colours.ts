/**
 * Colour. Transfer curve of IEC 61966-2-1 (sRGB); Oklab of B. Ottosson, "A perceptual color
 * space for image processing", 2020; blend modes of the W3C's "Compositing and Blending
 * Level 1"; white points by the cubic fit of Kang et al., "Design of advanced color temperature
 * control system for HDTV applications", Journal of the Korean Physical Society 41, 2002.
 */
const byChannel = (call: string) => `vec3(${['r', 'g', 'b'].map((c) => `${call}(b.${c}, s.${c})`).join(', ')})`;

const SEPARABLE: [string, string][] = [
  ['Normal', 's'],
  ['Multiply', 'b * s'],
  ['Screen', 'b + s - b * s'],
  ['Overlay', 'b <= 0.5 ? 2.0 * b * s : 1.0 - 2.0 * (1.0 - b) * (1.0 - s)'],
  ['Darken', 'min(b, s)'],
  ['Lighten', 'max(b, s)'],
  ['Dodge', 'b <= 0.0 ? 0.0 : (s >= 1.0 ? 1.0 : min(1.0, b / (1.0 - s)))'],
  ['Burn', 'b >= 1.0 ? 1.0 : (s <= 0.0 ? 0.0 : 1.0 - min(1.0, (1.0 - b) / s))'],
  ['HardLight', 's <= 0.5 ? 2.0 * b * s : 1.0 - 2.0 * (1.0 - b) * (1.0 - s)'],
  [
    'SoftLight',
    's <= 0.5 ? b - (1.0 - 2.0 * s) * b * (1.0 - b) : b + (2.0 * s - 1.0) * ((b <= 0.25 ? ' +
      '((16.0 * b - 12.0) * b + 4.0) * b : sqrt(max(b, 0.0))) - b)',
  ],
  ['Difference', 'abs(b - s)'],
  ['Exclusion', 'b + s - 2.0 * b * s'],
];

export const COLOURS = `
float toLinear(float c) { return c <= 0.04045 ? c / 12.92 : pow((max(c, 0.0) + 0.055) / 1.055, 2.4); }
vec3 toLinear(vec3 c) { return vec3(toLinear(c.r), toLinear(c.g), toLinear(c.b)); }
float toEncoded(float c) { return c <= 0.0031308 ? c * 12.92 : 1.055 * pow(max(c, 0.0), 0.4166666666666667) - 0.055; }
vec3 toEncoded(vec3 c) { return vec3(toEncoded(c.r), toEncoded(c.g), toEncoded(c.b)); }

// Relative luminance of linear sRGB (ITU-R BT.709).
float luminanceOf(vec3 c) { return dot(c, vec3(0.2126, 0.7152, 0.0722)); }

float cubeRoot(float x) { return sign(x) * pow(max(abs(x), 1e-20), 0.3333333333333333); }
vec3 toOklab(vec3 c) {
  float l = cubeRoot(dot(c, vec3(0.4122214708, 0.5363325363, 0.0514459929)));
  float m = cubeRoot(dot(c, vec3(0.2119034982, 0.6806995451, 0.1073969566)));
  float s = cubeRoot(dot(c, vec3(0.0883024619, 0.2817188376, 0.6299787005)));
  return vec3(0.2104542553 * l + 0.7936177850 * m - 0.0040720468 * s,
    1.9779984951 * l - 2.4285922050 * m + 0.4505937099 * s, 0.0259040371 * l + 0.7827717662 * m - 0.8086757660 * s);
}
vec3 fromOklab(vec3 c) {
  float l = c.x + 0.3963377774 * c.y + 0.2158037573 * c.z;
  float m = c.x - 0.1055613458 * c.y - 0.0638541728 * c.z;
  float s = c.x - 0.0894841775 * c.y - 1.2914855480 * c.z;
  l = l * l * l;
  m = m * m * m;
  s = s * s * s;
  return vec3(4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s,
    -1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s, -0.0041960863 * l - 0.7034186147 * m + 1.7076147010 * s);
}

// How far a ramp has gone at t from one stop to the next: 0 linear, 1 smooth, 2 stepped. A step is asked for
// before anything is divided, since a quotient differs in its last place from card to card.
float rampShare(float t, float from, float to, int blend) {
  if (blend == 2) return t < to ? 0.0 : 1.0;
  float x = clamp((t - from) / max(to - from, 1e-5), 0.0, 1.0);
  return blend == 1 ? x * x * (3.0 - 2.0 * x) : x;
}

// From the space in which a ramp blends to linear light: 0 linear, 1 sRGB, 2 Oklab.
vec3 rampLight(vec3 c, int space) {
  if (space == 2) return fromOklab(c);
  return space == 1 ? toLinear(c) : c;
}

// Hue in turns, saturation and value (A. R. Smith, "Color gamut transform pairs", SIGGRAPH 1978).
vec3 toHsv(vec3 c) {
  float high = max(c.r, max(c.g, c.b));
  float low = min(c.r, min(c.g, c.b));
  float span = high - low;
  if (span < 1e-9) return vec3(0.0, 0.0, high);
  float h = high == c.r ? (c.g - c.b) / span : (high == c.g ? 2.0 + (c.b - c.r) / span : 4.0 + (c.r - c.g) / span);
  h /= 6.0;
  return vec3(h - floor(h), high > 0.0 ? span / high : 0.0, high);
}
vec3 fromHsv(vec3 c) {
  vec3 k = c.x + vec3(1.0, 0.6666666666666666, 0.3333333333333333);
  vec3 p = abs((k - floor(k)) * 6.0 - 3.0);
  return c.z * mix(vec3(1.0), clamp(p - 1.0, 0.0, 1.0), c.y);
}

${SEPARABLE.map(([name, text]) => `float blend${name}(float b, float s) { return ${text}; }`).join('\n')}

float blendLum(vec3 c) { return dot(c, vec3(0.3, 0.59, 0.11)); }
vec3 blendClip(vec3 c) {
  float l = blendLum(c);
  float low = min(c.r, min(c.g, c.b));
  float high = max(c.r, max(c.g, c.b));
  vec3 r = c;
  if (low < 0.0) r = l + (r - l) * l / max(l - low, 1e-6);
  if (high > 1.0) r = l + (r - l) * (1.0 - l) / max(high - l, 1e-6);
  return r;
}
vec3 blendSetLum(vec3 c, float l) { return blendClip(c + (l - blendLum(c))); }
float blendSat(vec3 c) { return max(c.r, max(c.g, c.b)) - min(c.r, min(c.g, c.b)); }
vec3 blendSetSat(vec3 c, float s) {
  float low = min(c.r, min(c.g, c.b));
  float span = blendSat(c);
  return span > 1e-9 ? (c - low) * s / span : vec3(0.0);
}

// What of a light lies over a threshold, that sets in over a knee of so many parts of it.
vec3 overThreshold(vec3 light, float threshold, float knee) {
  float bright = max(light.r, max(light.g, light.b));
  float soft = clamp(bright - threshold * (1.0 - knee), 0.0, 2.0 * threshold * knee);
  float over = max(soft * soft / max(4.0 * threshold * knee, 1e-5), bright - threshold);
  return light * max(over, 0.0) / max(bright, 1e-5);
}

// b: what lies below, s: what is laid over it, both 0..1; modes in the order of the standard.
vec3 blendMode(vec3 b, vec3 s, int mode) {
${SEPARABLE.map(([name], i) => `  if (mode == ${i}) return ${byChannel(`blend${name}`)};`).join('\n')}
  if (mode == 12) return blendSetLum(blendSetSat(s, blendSat(b)), blendLum(b));
  if (mode == 13) return blendSetLum(blendSetSat(b, blendSat(s)), blendLum(b));
  if (mode == 14) return blendSetLum(s, blendLum(b));
  return blendSetLum(b, blendLum(s));
}

// A colour laid over another by a mode, in encoded sRGB (space 0) or linear light (1); mode 16 adds.
vec3 laidOver(vec3 below, vec3 over, int mode, int space, float amount) {
  if (mode == 16) return below + over * amount;
  if (mode == 0 && space == 1) return mix(below, over, amount);
  vec3 b = clamp(below, 0.0, 1.0);
  vec3 s = clamp(over, 0.0, 1.0);
  if (space == 1) return mix(below, blendMode(b, s, mode), amount);
  vec3 seen = toEncoded(b);
  vec3 both = clamp(blendMode(seen, toEncoded(s), mode), 0.0, 1.0);
  return toLinear(mix(seen, both, amount));
}

// Light of a black body in linear sRGB at luminance 1; kelvin from 1667 to 25000.
vec3 lightOf(float kelvin) {
  float t = 1000.0 / clamp(kelvin, 1667.0, 25000.0);
  float x = t > 0.25 ? ((-0.2661239 * t - 0.2343589) * t + 0.8776956) * t + 0.179910 : ((-3.0258469 * t
    + 2.1070379) * t + 0.2226347) * t + 0.240390;
  float y = t > 0.45004500450045 ? ((-1.1063814 * x - 1.34811020) * x + 2.18555832) * x - 0.20219683
    : (t > 0.25 ? ((-0.9549476 * x - 1.37418593) * x + 2.09137015) * x - 0.16748867 : ((3.0817580 * x - 5.87338670)
      * x + 3.75112997) * x - 0.37001483);
  vec3 xyz = vec3(x / y, 1.0, (1.0 - x - y) / y);
  return vec3(dot(xyz, vec3(3.2404542, -1.5371385, -0.4985314)), dot(xyz, vec3(-0.9692660, 1.8760108, 0.0415560)),
    dot(xyz, vec3(0.0556434, -0.2040259, 1.0572252)));
}
`;
