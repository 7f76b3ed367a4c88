import { number } from '../params';

/** What is bright enough to spill light: see `BRIGHT`. */
export const brightParams = [
  number({
    id: 'threshold',
    name: 'Threshold',
    description: 'Brightness, in linear light, from which light spills.',
    default: 0.7,
    min: 0,
    max: 4,
    hard: [0, 1000],
  }),
  number({
    id: 'knee',
    name: 'Knee',
    description: 'How softly it sets in, in parts of the threshold.',
    default: 0.5,
    min: 0,
    max: 1,
    hard: [0, 1],
  }),
];

/** GLSL of the first pass: what of the light lies over the threshold. */
export const THRESHOLD_PASS = `
  if (pass == 0) return vec4(overThreshold(v.rgb, threshold, knee), v.a);`;

/** GLSL of the last pass: `light` laid over what came into the step. Where that is open, light is seen, too. */
export const LIGHT_OVER_INPUT = `
  vec4 under = tookAt(p.uv, 0.0, 0);
  float open = 1.0 - clamp(under.a, 0.0, 1.0);
  return straight(vec4(under.rgb + light, under.a + open * clamp(luminanceOf(light), 0.0, 1.0)));`;
