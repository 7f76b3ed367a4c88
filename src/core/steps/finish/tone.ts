import type { FinishStep } from '../definition';
import { choice, number } from '../params';

/**
 * Brings bright light into the range of the screen. "Extended": E. Reinhard et al., "Photographic Tone Reproduction
 * for Digital Images", SIGGRAPH 2002, equation 4. "Filmic": K. Narkowicz, "ACES Filmic Tone Mapping Curve", 2015.
 * "Neutral": Khronos Group, "Khronos PBR Neutral Tone Mapper", 2024.
 */
export const tone: FinishStep = {
  op: 'finish.tone',
  name: 'Tone mapping',
  description: 'Brings light brighter than white into the range of the screen, by one of several published curves.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'curve',
  aliases: ['hdr', 'aces', 'reinhard', 'filmic', 'neutral', 'highlights', 'exposure'],
  params: [
    choice({
      id: 'curve',
      name: 'Curve',
      description:
        'Neutral keeps colours as they are; filmic has deep shadows and soft highlights; extended keeps a white.',
      options: ['neutral', 'filmic', 'extended'],
    }),
    number({
      id: 'stops',
      name: 'Stops',
      description: 'Each stop doubles the light before the curve.',
      default: 0,
      min: -4,
      max: 4,
      hard: [-20, 20],
      unit: 'stops',
    }),
    number({
      id: 'white',
      name: 'White',
      description: 'Light that becomes white in the extended curve.',
      default: 4,
      min: 1,
      max: 16,
      hard: [0.1, 1000],
    }),
  ],
  needs: ['colours'],
  glsl: `
  vec3 x = max(v.rgb, vec3(0.0)) * exp2(stops);
  if (curve == 1) return vec4(clamp(x * (2.51 * x + 0.03) / (x * (2.43 * x + 0.59) + 0.14), 0.0, 1.0), v.a);
  if (curve == 2) {
    float l = luminanceOf(x);
    return vec4(x * (1.0 + l / (white * white)) / (1.0 + l), v.a);
  }
  float low = min(x.r, min(x.g, x.b));
  x -= low < 0.08 ? low - 6.25 * low * low : 0.04;
  float peak = max(x.r, max(x.g, x.b));
  if (peak < 0.76) return vec4(x, v.a);
  float top = 1.0 - 0.0576 / (peak - 0.52);
  return vec4(mix(x * top / peak, vec3(top), 1.0 - 1.0 / (0.15 * (peak - top) + 1.0)), v.a);`,
};
