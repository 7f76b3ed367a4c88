/**
 * The built-in functions of GLSL ES 3.00 (chapter 8) for the processor, written in the
 * language itself. The graphics card brings its own.
 *
 * A function that starts with `@G` stands for float, vec2, vec3 and vec4 in place of `G`;
 * `@V` for the vectors alone; `@I` for the whole-number types in place of `I`; `@each`
 * makes vector versions of the named scalar functions.
 */
const TEXT = `
@G G radians(G d) { return d * 0.017453292519943295; }
@G G degrees(G r) { return r * 57.29577951308232; }
@G G fract(G x) { return x - floor(x); }
@G G round(G x) { return floor(x + 0.5); }
@G G mod(G x, G y) { return x - y * floor(x / y); }
@V G mod(G x, float y) { return x - y * floor(x / y); }
@G G modf(G x, out G whole) { whole = trunc(x); return x - whole; }
@G G clamp(G x, G lo, G hi) { return min(max(x, lo), hi); }
@V G clamp(G x, float lo, float hi) { return min(max(x, lo), hi); }
@I I clamp(I x, I lo, I hi) { return min(max(x, lo), hi); }
@G G mix(G a, G b, G t) { return a * (1.0 - t) + b * t; }
@V G mix(G a, G b, float t) { return a * (1.0 - t) + b * t; }
float sign(float x) { return x > 0.0 ? 1.0 : (x < 0.0 ? -1.0 : 0.0); }
int sign(int x) { return x > 0 ? 1 : (x < 0 ? -1 : 0); }
float step(float edge, float x) { return x < edge ? 0.0 : 1.0; }
float smoothstep(float a, float b, float x) {
  float t = clamp((x - a) / (b - a), 0.0, 1.0);
  return t * t * (3.0 - 2.0 * t);
}
@each sign step smoothstep
@V G step(float edge, G x) { return step(G(edge), x); }
@V G smoothstep(float a, float b, G x) { return smoothstep(G(a), G(b), x); }
bool isnan(float x) { return x != x; }
bool isinf(float x) { return (floatBitsToUint(x) & 0x7fffffffu) == 0x7f800000u; }
@G G inversesqrt(G x) { return 1.0 / sqrt(x); }
@G float length(G v) { return sqrt(dot(v, v)); }
@G float distance(G a, G b) { return length(a - b); }
@G G normalize(G v) { return v * (1.0 / sqrt(dot(v, v))); }
@G G faceforward(G n, G i, G ref) { return dot(ref, i) < 0.0 ? n : -n; }
@G G reflect(G i, G n) { return i - 2.0 * dot(n, i) * n; }
@G G refract(G i, G n, float eta) {
  float d = dot(n, i);
  float k = 1.0 - eta * eta * (1.0 - d * d);
  if (k < 0.0) { return G(0.0); }
  return eta * i - (eta * d + sqrt(k)) * n;
}
vec3 cross(vec3 a, vec3 b) { return a.yzx * b.zxy - a.zxy * b.yzx; }

mat2 matrixCompMult(mat2 a, mat2 b) { return mat2(a[0] * b[0], a[1] * b[1]); }
mat3 matrixCompMult(mat3 a, mat3 b) { return mat3(a[0] * b[0], a[1] * b[1], a[2] * b[2]); }
mat4 matrixCompMult(mat4 a, mat4 b) { return mat4(a[0] * b[0], a[1] * b[1], a[2] * b[2], a[3] * b[3]); }
mat2 outerProduct(vec2 c, vec2 r) { return mat2(c * r.x, c * r.y); }
mat3 outerProduct(vec3 c, vec3 r) { return mat3(c * r.x, c * r.y, c * r.z); }
mat4 outerProduct(vec4 c, vec4 r) { return mat4(c * r.x, c * r.y, c * r.z, c * r.w); }
mat2 transpose(mat2 m) { return mat2(m[0][0], m[1][0], m[0][1], m[1][1]); }
mat3 transpose(mat3 m) { return mat3(m[0][0], m[1][0], m[2][0], m[0][1], m[1][1], m[2][1], m[0][2], m[1][2], m[2][2]); }
mat4 transpose(mat4 m) {
  return mat4(
    m[0][0], m[1][0], m[2][0], m[3][0],
    m[0][1], m[1][1], m[2][1], m[3][1],
    m[0][2], m[1][2], m[2][2], m[3][2],
    m[0][3], m[1][3], m[2][3], m[3][3]
  );
}
float determinant(mat2 m) { return m[0][0] * m[1][1] - m[1][0] * m[0][1]; }
float determinant(mat3 m) { return dot(m[0], cross(m[1], m[2])); }
mat2 inverse(mat2 m) { return mat2(m[1][1], -m[0][1], -m[1][0], m[0][0]) * (1.0 / determinant(m)); }
mat3 inverse(mat3 m) {
  return transpose(mat3(cross(m[1], m[2]), cross(m[2], m[0]), cross(m[0], m[1]))) * (1.0 / determinant(m));
}
mat4 inverse(mat4 m) {
  float s0 = m[0][0] * m[1][1] - m[1][0] * m[0][1]; float s1 = m[0][0] * m[1][2] - m[1][0] * m[0][2];
  float s2 = m[0][0] * m[1][3] - m[1][0] * m[0][3]; float s3 = m[0][1] * m[1][2] - m[1][1] * m[0][2];
  float s4 = m[0][1] * m[1][3] - m[1][1] * m[0][3]; float s5 = m[0][2] * m[1][3] - m[1][2] * m[0][3];
  float c5 = m[2][2] * m[3][3] - m[3][2] * m[2][3]; float c4 = m[2][1] * m[3][3] - m[3][1] * m[2][3];
  float c3 = m[2][1] * m[3][2] - m[3][1] * m[2][2]; float c2 = m[2][0] * m[3][3] - m[3][0] * m[2][3];
  float c1 = m[2][0] * m[3][2] - m[3][0] * m[2][2]; float c0 = m[2][0] * m[3][1] - m[3][0] * m[2][1];
  float d = 1.0 / (s0 * c5 - s1 * c4 + s2 * c3 + s3 * c2 - s4 * c1 + s5 * c0);
  return mat4(
    (m[1][1] * c5 - m[1][2] * c4 + m[1][3] * c3) * d, (-m[0][1] * c5 + m[0][2] * c4 - m[0][3] * c3) * d,
    (m[3][1] * s5 - m[3][2] * s4 + m[3][3] * s3) * d, (-m[2][1] * s5 + m[2][2] * s4 - m[2][3] * s3) * d,
    (-m[1][0] * c5 + m[1][2] * c2 - m[1][3] * c1) * d, (m[0][0] * c5 - m[0][2] * c2 + m[0][3] * c1) * d,
    (-m[3][0] * s5 + m[3][2] * s2 - m[3][3] * s1) * d, (m[2][0] * s5 - m[2][2] * s2 + m[2][3] * s1) * d,
    (m[1][0] * c4 - m[1][1] * c2 + m[1][3] * c0) * d, (-m[0][0] * c4 + m[0][1] * c2 - m[0][3] * c0) * d,
    (m[3][0] * s4 - m[3][1] * s2 + m[3][3] * s0) * d, (-m[2][0] * s4 + m[2][1] * s2 - m[2][3] * s0) * d,
    (-m[1][0] * c3 + m[1][1] * c1 - m[1][2] * c0) * d, (m[0][0] * c3 - m[0][1] * c1 + m[0][2] * c0) * d,
    (-m[3][0] * s3 + m[3][1] * s1 - m[3][2] * s0) * d, (m[2][0] * s3 - m[2][1] * s1 + m[2][2] * s0) * d);
}
float determinant(mat4 m) {
  float s0 = m[0][0] * m[1][1] - m[1][0] * m[0][1]; float s1 = m[0][0] * m[1][2] - m[1][0] * m[0][2];
  float s2 = m[0][0] * m[1][3] - m[1][0] * m[0][3]; float s3 = m[0][1] * m[1][2] - m[1][1] * m[0][2];
  float s4 = m[0][1] * m[1][3] - m[1][1] * m[0][3]; float s5 = m[0][2] * m[1][3] - m[1][2] * m[0][3];
  float c5 = m[2][2] * m[3][3] - m[3][2] * m[2][3]; float c4 = m[2][1] * m[3][3] - m[3][1] * m[2][3];
  float c3 = m[2][1] * m[3][2] - m[3][1] * m[2][2]; float c2 = m[2][0] * m[3][3] - m[3][0] * m[2][3];
  float c1 = m[2][0] * m[3][2] - m[3][0] * m[2][2]; float c0 = m[2][0] * m[3][1] - m[3][0] * m[2][1];
  return s0 * c5 - s1 * c4 + s2 * c3 + s3 * c2 - s4 * c1 + s5 * c0;
}

// Sine and cosine: Cody-Waite reduction by quarter turns and the polynomials of
// S. L. Moshier, Cephes Math Library, sinf.c. About 1 unit in the last place up to |x| = 8192.
float sinQuarter(float r) {
  float z = r * r;
  return ((-1.9515295891e-4 * z + 8.3321608736e-3) * z - 1.6666654611e-1) * z * r + r;
}
float cosQuarter(float r) {
  float z = r * r;
  float p = (2.443315711809948e-5 * z - 1.388731625493765e-3) * z + 4.166664568298827e-2;
  return p * z * z - 0.5 * z + 1.0;
}
float sinShifted(float x, int shift) {
  float k = floor(x * 0.6366197723675814 + 0.5);
  float r = ((x - k * 1.5703125) - k * 4.837512969970703125e-4) - k * 7.549789954891882e-8;
  int q = (int(k) + shift) & 3;
  float s = (q & 1) == 0 ? sinQuarter(r) : cosQuarter(r);
  return (q & 2) == 0 ? s : -s;
}
float sin(float x) { return sinShifted(x, 0); }
float cos(float x) { return sinShifted(x, 1); }
float tan(float x) { return sin(x) / cos(x); }
// Arc functions: Cephes atanf.c and asinf.c.
float atan(float x) {
  float a = abs(x);
  float y = 0.0;
  float t = a;
  if (a > 2.414213562373095) { y = 1.5707963267948966; t = -1.0 / a; }
  else if (a > 0.4142135623730950) { y = 0.7853981633974483; t = (a - 1.0) / (a + 1.0); }
  float z = t * t;
  y += (((8.05374449538e-2 * z - 1.38776856032e-1) * z + 1.99777106478e-1) * z - 3.33329491539e-1) * z * t + t;
  return x < 0.0 ? -y : y;
}
float atan(float y, float x) {
  if (x == 0.0) { return y > 0.0 ? 1.5707963267948966 : (y < 0.0 ? -1.5707963267948966 : 0.0); }
  float a = atan(y / x);
  return x > 0.0 ? a : (y < 0.0 ? a - 3.141592653589793 : a + 3.141592653589793);
}
float asin(float x) {
  float a = abs(x);
  bool far = a > 0.5;
  float z = far ? 0.5 * (1.0 - a) : a * a;
  float t = far ? sqrt(z) : a;
  float p = ((4.2163199048e-2 * z + 2.4181311049e-2) * z + 4.5470025998e-2) * z + 7.4953002686e-2;
  p = (p * z + 1.6666752422e-1) * z * t + t;
  float y = far ? 1.5707963267948966 - 2.0 * p : p;
  return x < 0.0 ? -y : y;
}
float acos(float x) { return 1.5707963267948966 - asin(x); }
// Powers and logarithms: Cephes exp2f.c and logf.c, scaled through the exponent bits.
float exp2(float x) {
  float c = clamp(x, -126.0, 128.0);
  float k = floor(c + 0.5);
  float r = c - k;
  float p = ((1.535336188319500e-4 * r + 1.339887440266574e-3) * r + 9.618437357674640e-3) * r;
  p = (((p + 5.550332471162809e-2) * r + 2.402264791363012e-1) * r + 6.931472028550421e-1) * r + 1.0;
  return p * intBitsToFloat((int(k) + 127) << 23);
}
float log2(float x) {
  if (x <= 0.0) { return x == 0.0 ? uintBitsToFloat(0xff800000u) : uintBitsToFloat(0x7fc00000u); }
  int bits = floatBitsToInt(x);
  int e = ((bits >> 23) & 255) - 126;
  float m = intBitsToFloat((bits & 0x007fffff) | 0x3f000000);
  if (m < 0.7071067811865476) { e -= 1; m = m + m; }
  m -= 1.0;
  float z = m * m;
  float y = ((7.0376836292e-2 * m - 1.1514610310e-1) * m + 1.1676998740e-1) * m - 1.2420140846e-1;
  y = ((y * m + 1.4249322787e-1) * m - 1.6668057665e-1) * m + 2.0000714765e-1;
  y = ((y * m - 2.4999993993e-1) * m + 3.3333331174e-1) * m * z;
  y += -0.5 * z;
  return (m + y) * 1.4426950408889634 + float(e);
}
float exp(float x) { return exp2(x * 1.4426950408889634); }
float log(float x) { return log2(x) * 0.6931471805599453; }
float pow(float x, float y) { return exp2(y * log2(x)); }
float sinh(float x) { return 0.5 * (exp(x) - exp(-x)); }
float cosh(float x) { return 0.5 * (exp(x) + exp(-x)); }
float tanh(float x) { float e = exp(clamp(2.0 * x, -40.0, 40.0)); return (e - 1.0) / (e + 1.0); }
float asinh(float x) { return sign(x) * log(abs(x) + sqrt(x * x + 1.0)); }
float acosh(float x) { return log(x + sqrt(x * x - 1.0)); }
float atanh(float x) { return 0.5 * log((1.0 + x) / (1.0 - x)); }
@each sin cos tan atan asin acos exp2 log2 exp log pow sinh cosh tanh asinh acosh atanh
`;

const COMPONENTS = ['x', 'y', 'z', 'w'];

/** Vector versions of every overload of a scalar function, component by component. */
function each(name: string, lines: string[]): string[] {
  const heads = lines.map((l) => new RegExp(`^float ${name}\\(([^)]*)\\)`).exec(l)?.[1]).filter((h) => h !== undefined);
  return heads.flatMap((head) =>
    [2, 3, 4].map((n) => {
      const names = head.split(',').map((p) => p.trim().split(' ')[1]!);
      const calls = COMPONENTS.slice(0, n).map((c) => `${name}(${names.map((p) => `${p}.${c}`).join(', ')})`);
      return `vec${n} ${name}(${names.map((p) => `vec${n} ${p}`).join(', ')}) { return vec${n}(${calls.join(', ')}); }`;
    }),
  );
}

const STANDS_FOR: Record<string, string[]> = {
  '@G': ['float', 'vec2', 'vec3', 'vec4'],
  '@V': ['vec2', 'vec3', 'vec4'],
  '@I': ['int', 'ivec2', 'ivec3', 'ivec4', 'uint', 'uvec2', 'uvec3', 'uvec4'],
};

function expand(text: string): string {
  // A marked function over several lines counts as one.
  const lines = text.replace(/^@[^\n]*\{\n[^]*?^\}/gm, (marked) => marked.replace(/\n\s*/g, ' ')).split('\n');
  return lines
    .flatMap((line) => {
      const [mark = '', ...rest] = line.split(' ');
      if (mark === '@each') return rest.flatMap((name) => each(name, lines));
      const types = STANDS_FOR[mark];
      if (!types) return [line];
      const letter = mark.slice(1) === 'I' ? 'I' : 'G';
      return types.map((t) => rest.join(' ').replace(new RegExp(`\\b${letter}\\b`, 'g'), t));
    })
    .join('\n');
}

export const BUILTINS_GLSL: string = expand(TEXT);
