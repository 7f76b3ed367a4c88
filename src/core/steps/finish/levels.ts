import type { FinishStep } from '../definition';
import { choice, number } from '../params';

const end = (id: string, name: string, description: string, at: number) =>
  number({ id, name, description, default: at, min: 0, max: 1, hard: [-4, 4] });

export const levels: FinishStep = {
  op: 'finish.levels',
  name: 'Levels',
  description: 'Spreads what lies between two shades over the range between two others, as encoded for the screen.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'gamma',
  aliases: ['black', 'white', 'gamma', 'range', 'clip'],
  params: [
    end('fromBlack', 'From black', 'What becomes black, or the lower end.', 0),
    end('fromWhite', 'From white', 'What becomes white, or the upper end.', 1),
    number({
      id: 'gamma',
      name: 'Gamma',
      description: 'Above 1 the middle is brighter.',
      default: 1,
      min: 0.2,
      max: 5,
      hard: [0.01, 100],
    }),
    end('toBlack', 'To black', 'The lower end of what comes out.', 0),
    end('toWhite', 'To white', 'The upper end of what comes out.', 1),
    choice({
      id: 'channels',
      name: 'Channels',
      description: 'Which are changed.',
      options: ['all', 'red', 'green', 'blue'],
    }),
  ],
  needs: ['colours'],
  glsl: `
  float span = fromWhite - fromBlack;
  vec3 x = (toEncoded(max(v.rgb, vec3(0.0))) - fromBlack) / (abs(span) < 1e-4 ? 1e-4 : span);
  // What a card makes of a power of 0 is not black where gamma is high.
  vec3 share = min(pow(max(x, vec3(1e-20)), vec3(1.0 / gamma)), vec3(1e4)) * step(vec3(1e-20), x);
  vec3 to = toLinear(max(mix(vec3(toBlack), vec3(toWhite), share), vec3(0.0)));
  if (channels == 1) return vec4(to.r, v.gba);
  if (channels == 2) return vec4(v.r, to.g, v.ba);
  if (channels == 3) return vec4(v.rg, to.b, v.a);
  return vec4(to, v.a);`,
};
