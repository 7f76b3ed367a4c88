import { pictureCloud } from '../../../mesh/source/picture-cloud';
import type { StepDefinition } from '../../definition';
import { number } from '../../params';

export const pointsPicture: StepDefinition = {
  op: 'form.points-picture',
  name: 'Points of a picture',
  about: 'One point for each pixel of a picture, with its colour; depth by its brightness.',
  takes: [],
  gives: 'form',
  telling: 'picture',
  also: ['cloud', 'image', 'photo', 'pixels', 'relief'],
  params: [
    { type: 'picture', id: 'picture', name: 'Picture', about: 'What the points are taken from.', default: '' },
    number('across', 'Across', 'Points across; the height follows.', 160, 8, 800, { hard: [1, 2000], whole: true }),
    number('width', 'Width', 'Size across.', 4, 0.1, 20, { hard: [0.001, 10000], unit: 'm' }),
    number('depth', 'Depth', 'How far white stands before black.', 0.5, -2, 2, { unit: 'm' }),
  ],
  bake: (params, baking) =>
    pictureCloud(
      baking.picture(params.picture as string),
      params.across as number,
      params.width as number,
      params.depth as number,
    ),
};
