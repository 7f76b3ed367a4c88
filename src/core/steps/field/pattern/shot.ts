import type { FieldStep } from '../../definition';
import { choice, number, strand } from '../../params';

export const shotField: FieldStep = {
  op: 'field.shot',
  name: 'Picture of a finish',
  description: 'Reads the running picture of a finish at the running coordinates: a screen, a mirror, a second camera.',
  takes: ['vec2', 'vec3'],
  gives: 'vec3',
  aliases: ['screen', 'mirror', 'monitor', 'stage', 'camera', 'render', 'live', 'feed'],
  params: [
    strand({ id: 'picture', name: 'Picture', description: 'The finish that is read.', kind: 'finish' }),
    number({
      id: 'size',
      name: 'Size',
      description: '1 fills the square from 0 to 1; smaller leaves room around it.',
      default: 1,
      min: 0.1,
      max: 4,
      hard: [0.001, 1000],
    }),
    choice({
      id: 'beyond',
      name: 'Outside',
      description: 'What lies outside of it.',
      options: ['nothing', 'tiled', 'mirrored', 'held'],
    }),
  ],
  // Where the finish is open it is black.
  glsl: `
  vec2 uv = (pointOf(v).xy - 0.5) / size + 0.5;
  if (beyond == 0 && (uv.x < 0.0 || uv.y < 0.0 || uv.x > 1.0 || uv.y > 1.0)) return vec3(0.0);
  if (beyond == 1) uv -= floor(uv);
  if (beyond == 2) uv = 1.0 - abs(1.0 - (uv - 2.0 * floor(uv * 0.5)));
  return otherAt(picture, uv).rgb;`,
};
