import type { FinishStep } from '../definition';
import { number, strand } from '../params';

export const shoot: FinishStep = {
  op: 'finish.shoot',
  name: 'Shoot',
  description: 'Takes the picture of a stage.',
  takes: [],
  gives: 'image',
  shoots: 'stage',
  aliases: ['render', 'picture', 'stage', 'output', 'motion blur', 'shutter'],
  params: [
    strand({ id: 'stage', name: 'Stage', description: 'The stage that is shot.', kind: 'stage' }),
    number({
      id: 'shutter',
      name: 'Shutter',
      description: 'How long it is open: 360 degrees are a whole frame, 0 is an instant. What moves is blurred.',
      default: 0,
      min: 0,
      max: 360,
      hard: [0, 1440],
      unit: '°',
      per: 'frame',
    }),
    number({
      id: 'pictures',
      name: 'Samples',
      description: 'How many instants make one frame while the shutter is open. Each is a picture of the whole stage.',
      default: 8,
      min: 2,
      max: 32,
      hard: [2, 128],
      whole: true,
      per: 'frame',
    }),
  ],
  shutter: ({ shutter, pictures }) => ({ open: Number(shutter) / 360, pictures: Math.round(Number(pictures)) }),
  glsl: '  return v;',
};
