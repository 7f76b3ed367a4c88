import type { FinishStep } from '../definition';
import { choice, number, vector } from '../params';
import { beyondParam } from './beyond';

export const echo: FinishStep = {
  op: 'finish.echo',
  name: 'Echo',
  description:
    'What was seen before goes on, fainter with each frame: trails, and tunnels where it moves, turns or grows.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'fade',
  aliases: ['feedback', 'trail', 'trails', 'tunnel', 'ghost', 'persistence', 'smear', 'memory'],
  params: [
    number({
      id: 'fade',
      name: 'Remains',
      description: 'Part of the echo that stays from frame to frame.',
      default: 0.85,
      min: 0,
      max: 0.98,
      hard: [0, 1],
    }),
    choice({
      id: 'mode',
      name: 'Mode',
      description: 'How the picture lies on its echo. Behind shows it where the picture is open.',
      options: ['lighten', 'add', 'screen', 'behind'],
    }),
    vector({
      id: 'by',
      name: 'Move',
      description: 'How far it moves in a frame: x to the right, y up, in parts of the height.',
      default: [0, 0, 0],
      min: -0.1,
      max: 0.1,
    }),
    number({
      id: 'angle',
      name: 'Angle',
      description: 'By which it turns in a frame, against the clock.',
      default: 0,
      min: -15,
      max: 15,
      hard: [-360, 360],
      unit: '°',
    }),
    number({
      id: 'size',
      name: 'Size',
      description: 'To which it grows in a frame: 1 leaves it.',
      default: 1,
      min: 0.9,
      max: 1.1,
      hard: [0.01, 100],
    }),
    number({
      id: 'hue',
      name: 'Hue',
      description: 'By which its hue turns in a frame.',
      default: 0,
      min: -30,
      max: 30,
      hard: [-360, 360],
      unit: '°',
    }),
    number({
      id: 'clear',
      name: 'Clear',
      description: 'Above one half the echo is gone: link it to a signal to start again.',
      default: 0,
      min: 0,
      max: 1,
      hard: [0, 1],
    }),
    beyondParam('nothing'),
  ],
  needs: ['wave', 'colours'],
  stays: ({ fade, clear }) => (Number(clear) > 0.5 ? 0 : Number(fade)),
  glsl: `
  vec2 at = turned((p.rest.xy - by.xy) / size, -angle / 360.0);
  vec4 old = earlierAt(at / frameSize() + 0.5, beyond) * (clear > 0.5 ? 0.0 : fade);
  if (hue != 0.0) {
    vec3 turnedHue = toHsv(old.rgb);
    turnedHue.x += hue / 360.0;
    old.rgb = fromHsv(turnedHue);
  }
  vec4 own = vec4(v.rgb * v.a, v.a);
  float open = 1.0 - clamp(v.a, 0.0, 1.0);
  vec3 light = own.rgb + old.rgb;
  if (mode == 0) light = max(own.rgb, old.rgb);
  if (mode == 2) light = old.rgb + own.rgb * (1.0 - clamp(old.rgb, 0.0, 1.0));
  if (mode == 3) light = own.rgb + old.rgb * open;
  return straight(vec4(light, own.a + old.a * open));`,
};
