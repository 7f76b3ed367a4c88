import type { FinishStep } from '../definition';
import { number, seedParam } from '../params';

export const grain: FinishStep = {
  op: 'finish.grain',
  name: 'Grain',
  description: 'Small random differences of brightness, new several times in the loop and the same in each.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'amount',
  aliases: ['noise', 'film', 'texture', 'dirt'],
  params: [
    number({
      id: 'amount',
      name: 'Amount',
      description: 'Largest difference, as encoded for the screen.',
      default: 0.1,
      min: 0,
      max: 1,
      hard: [0, 4],
    }),
    number({
      id: 'size',
      name: 'Size',
      description: 'Of a grain, in parts of the height of the picture.',
      default: 0.003,
      min: 0.001,
      max: 0.05,
      hard: [0.0002, 1],
    }),
    number({
      id: 'changes',
      name: 'Changes per loop',
      description: 'How often it is new within the loop.',
      default: 24,
      min: 1,
      max: 120,
      hard: [1, 10000],
      unit: 'a loop',
      closes: true,
    }),
    number({
      id: 'colour',
      name: 'Colour',
      description: '0 is the same in all channels.',
      default: 0,
      min: 0,
      max: 1,
      hard: [0, 1],
    }),
    seedParam,
  ],
  needs: ['hash', 'colours'],
  // The phase is nudged, so that the last frame of a moment is not cut short by rounding.
  glsl: `
  float moment = mod(floor(p.phase * changes + 1e-4), changes);
  vec2 cell = floor(p.rest.xy / size);
  uvec4 key = uvec4(uint(int(cell.x)), uint(int(cell.y)), uint(int(moment)), uint(int(seed)));
  uvec4 drawn = hashPcg4(key);
  vec3 own = vec3(hashUnit(drawn.x), hashUnit(drawn.y), hashUnit(drawn.z)) * 2.0 - 1.0;
  vec3 x = toEncoded(max(v.rgb, vec3(0.0))) + mix(vec3(own.x), own, colour) * amount;
  return vec4(toLinear(max(x, vec3(0.0))), v.a);`,
};
