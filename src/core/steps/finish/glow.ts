import type { FinishStep } from '../definition';
import { colour, number } from '../params';

export const glow: FinishStep = {
  op: 'finish.glow',
  name: 'Glow',
  about: 'Light spills out round what is bright, near and far.',
  takes: ['image'],
  gives: 'image',
  telling: 'strength',
  also: ['bloom', 'halo', 'shine', 'light', 'haze'],
  params: [
    number({
      id: 'threshold',
      name: 'Threshold',
      about: 'Brightness, in linear light, from which light spills.',
      default: 0.7,
      min: 0,
      max: 4,
      hard: [0, 1000],
    }),
    number({
      id: 'knee',
      name: 'Knee',
      about: 'How softly it sets in, in parts of the threshold.',
      default: 0.5,
      min: 0,
      max: 1,
      hard: [0, 1],
    }),
    number({ id: 'strength', name: 'Strength', about: 'How bright.', default: 1, min: 0, max: 4, hard: [0, 1000] }),
    number({
      id: 'radius',
      name: 'Radius',
      about: 'How far the farthest of it reaches, in parts of the height.',
      default: 0.25,
      min: 0.01,
      max: 1,
      hard: [0.001, 2],
    }),
    number({
      id: 'scatter',
      name: 'Scatter',
      about: '0 keeps it close, 1 spreads it evenly out to the radius.',
      default: 0.5,
      min: 0,
      max: 1,
      hard: [0, 1],
    }),
    colour({ id: 'tint', name: 'Tint', about: 'Of the light that spills.', default: '#ffffff' }),
  ],
  needs: ['colours'],
  passes: 2,
  averages: true,
  // Five sizes, each half of the one before, of nine samples with the weights of a tent.
  glsl: `
  if (pass == 0) {
    float bright = max(v.r, max(v.g, v.b));
    float soft = clamp(bright - threshold * (1.0 - knee), 0.0, 2.0 * threshold * knee);
    float over = max(soft * soft / max(4.0 * threshold * knee, 1e-5), bright - threshold);
    return vec4(v.rgb * max(over, 0.0) / max(bright, 1e-5), v.a);
  }
  vec3 light = vec3(0.0);
  float all = 0.0;
  for (int k = 0; k < 5; k++) {
    float size = 0.35 * radius * exp2(-float(k));
    float weight = pow(mix(0.35, 1.0, scatter), 4.0 - float(k)) * pow(mix(1.0, 0.5, scatter), float(k));
    weight = mix(weight, 1.0, 0.15);
    vec3 here = vec3(0.0);
    for (int i = -1; i <= 1; i++) {
      for (int j = -1; j <= 1; j++) {
        float share = (i == 0 ? 0.5 : 0.25) * (j == 0 ? 0.5 : 0.25);
        here += share * seenAt(p.uv + vec2(float(i), float(j)) * size / frameSize(), size, 3).rgb;
      }
    }
    light += weight * here;
    all += weight;
  }
  light *= strength * tint / all;
  // Light that spills over what is open is seen there, too.
  vec4 under = tookAt(p.uv, 0.0, 0);
  float open = 1.0 - clamp(under.a, 0.0, 1.0);
  return straight(vec4(under.rgb + light, under.a + open * clamp(luminanceOf(light), 0.0, 1.0)));`,
};
