import type { FinishStep } from '../definition';
import { choice, number, seedParam } from '../params';

export const dither: FinishStep = {
  op: 'finish.dither',
  name: 'Dither',
  description: 'Few shades, mixed by a pattern of dots: smooth gradients without bands, or the look of old print.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'shades',
  aliases: ['banding', 'bayer', 'ordered', 'bits', 'print', 'halftone', 'retro'],
  params: [
    number({
      id: 'shades',
      name: 'Shades',
      description: 'Of each channel; 256 is what a film of 8 bits has.',
      default: 256,
      min: 2,
      max: 256,
      hard: [2, 65536],
      whole: true,
    }),
    number({
      id: 'size',
      name: 'Size',
      description: 'Of a dot, in parts of the height of the picture.',
      default: 0.001,
      min: 0.0005,
      max: 0.05,
      hard: [0.0001, 1],
    }),
    choice({ id: 'pattern', name: 'Pattern', description: 'How dots are laid.', options: ['ordered', 'scattered'] }),
    seedParam,
  ],
  needs: ['hash', 'colours'],
  // Ordered: the 8 x 8 matrix of B. E. Bayer, "An optimum method for two-level rendition of continuous-tone pictures"
  // (IEEE ICC 1973), bit by bit.
  glsl: `
  uvec2 cell = uvec2(ivec2(floor(p.rest.xy / size)) + 32768);
  vec3 threshold = vec3(0.0);
  if (pattern == 0) {
    uint rank = 0u;
    for (int bit = 0; bit < 3; bit++) {
      uint x = (cell.x >> uint(bit)) & 1u;
      uint y = (cell.y >> uint(bit)) & 1u;
      rank = rank * 4u + (x ^ y) * 2u + y;
    }
    threshold = vec3((float(rank) + 0.5) / 64.0);
  } else {
    uvec4 drawn = hashPcg4(uvec4(cell.x, cell.y, uint(int(seed)), 11u));
    threshold = vec3(hashUnit(drawn.x), hashUnit(drawn.y), hashUnit(drawn.z));
  }
  float steps = shades - 1.0;
  vec3 x = toEncoded(clamp(v.rgb, 0.0, 1.0));
  return vec4(toLinear(min(floor(x * steps + threshold) / steps, vec3(1.0))), v.a);`,
};
