import type { FinishStep } from '../definition';
import { number } from '../params';

export const exposure: FinishStep = {
  op: 'finish.exposure',
  name: 'Exposure',
  description: 'Brightens or darkens in stops, and can roll highlights off softly.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'stops',
  aliases: ['brightness', 'gain', 'tone', 'highlights'],
  params: [
    number({
      id: 'stops',
      name: 'Stops',
      description: 'Each stop doubles the light.',
      default: 0,
      min: -4,
      max: 4,
      hard: [-20, 20],
      unit: 'stops',
    }),
    number({
      id: 'shoulder',
      name: 'Shoulder',
      description: '0 clips at white; more rolls bright parts off sooner.',
      default: 0.5,
      min: 0,
      max: 1,
      hard: [0, 1],
    }),
  ],
  // Straight up to the knee k, then k + (1-k) o / (o + 1-k) of what is over it: value and slope run on, white lies at
  // infinity.
  glsl: `
  vec3 x = v.rgb * exp2(stops);
  if (shoulder <= 0.0) return vec4(x, v.a);
  float knee = 1.0 - shoulder * 0.8;
  float room = 1.0 - knee;
  vec3 over = max(x - knee, 0.0);
  return vec4(min(x, knee) + over * room / (over + room), v.a);`,
};
