import { library } from '@/core/glsl';

/**
 * Fields of three starters as an engineer would write them: the numbers that an artist turns
 * are uniforms, all else is constant, the library is called directly.
 */
export interface ByHand {
  starter: string;
  strand: string;
  glsl: string;
  uniforms: Record<string, number[]>;
}

export const BY_HAND: ByHand[] = [
  {
    starter: 'torn-banner',
    strand: 'torn',
    uniforms: {
      uScale: [12],
      uRepeat: [12],
      uEvolve: [0],
      uTravel: [4],
      uCells: [24],
      uPower: [1.6],
      uPull: [1],
      uGain: [0.22],
      uSeed: [4],
    },
    glsl: `${library(['noise'])}
uniform float uScale; uniform float uRepeat; uniform float uEvolve; uniform float uTravel; uniform float uCells;
  uniform float uPower; uniform float uPull; uniform float uGain; uniform float uSeed;
vec4 hand(vec2 uv, float phase) {
  vec2 q = vec2((floor(uv.x * uCells) + 0.5) / uCells, uv.y - uTravel * phase);
  float n = valueNoise4(vec4(q * uScale, 0.0, phase * uEvolve), vec4(uRepeat, uRepeat, uRepeat, max(1.0, uEvolve)),
    uint(int(uSeed)));
  return vec4(vec3(pow(clamp(n, 0.0, 1.0), uPower) * uPull * uGain), 1.0);
}`,
  },
  {
    starter: 'harbour-floor',
    strand: 'light',
    uniforms: {
      uNoise: [0.7],
      uEvolve: [2],
      uSway: [0.22],
      uScale: [1.5],
      uWander: [2],
      uPower: [4.5],
      uShift: [0.025],
      uSeed: [6],
      uSeed2: [3],
    },
    glsl: `${library(['noise', 'cells'])}
uniform float uNoise; uniform float uEvolve; uniform float uSway; uniform float uScale; uniform float uWander;
  uniform float uPower; uniform float uShift; uniform float uSeed; uniform float uSeed2;
float caustic(vec2 q, float phase) {
  q += uSway * gradientNoise4(vec4(q * uNoise, 0.0, phase * uEvolve), vec4(0.0, 0.0, 0.0, uEvolve), uint(int(uSeed2)));
  return pow(cellsAt(q * uScale, vec2(0.0), 1.0, 0.25, uWander * phase, 0, uint(int(uSeed))).x, uPower);
}
vec4 hand(vec2 uv, float phase) {
  vec2 q = uv * 2.0 - 1.0;
  return vec4(caustic(vec2(q.x + uShift, uShift), phase), caustic(vec2(q.x, 0.0), phase),
    caustic(vec2(q.x - uShift, -uShift), phase), 1.0);
}`,
  },
  {
    starter: 'glasshouse',
    strand: 'energy',
    uniforms: { uCells: [9], uTurns: [2], uDrift: [1.4], uEvolve: [2], uOctaves: [3], uHum: [3], uSeed: [8] },
    glsl: `${library(['hash', 'shapes', 'fractal', 'wave'])}
uniform float uCells; uniform float uTurns; uniform float uDrift; uniform float uEvolve; uniform float uOctaves;
  uniform float uHum; uniform float uSeed;
vec4 hand(vec2 uv, float phase) {
  vec4 h = hexagonAt(vec2(uv.x * 2.0, uv.y) * uCells);
  float comb = 1.0 - smoothstep(0.02, 0.09, h.x);
  float number = hashUnit(hashPcg(uint(int(floor(2.0 * h.y + 0.5))) + hashPcg(uint(int(floor(2.0 * h.z + 0.5))) + 4u)));
  float lit = 0.6 * clamp((waveSine(number - phase * uTurns) - 0.3) / 0.7, 0.0, 1.0);
  float drift = clamp(fractalSum(vec3(uv * 2.0 - 1.0, 0.0) * uDrift, phase * uEvolve, vec3(0.0), uEvolve, uOctaves,
    0.5, 2.0, 0, uint(int(uSeed))) + 0.5, 0.0, 1.0);
  return vec4(vec3((comb + lit) * drift * (0.95 + 0.2 * waveSine(uHum * phase))), 1.0);
}`,
  },
];
