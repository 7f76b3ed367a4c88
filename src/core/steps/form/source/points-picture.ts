import { pictureCloud } from '../../../mesh/source/picture-cloud';
import type { FormSource } from '../../definition';
import { number, picture } from '../../params';

export const pointsPicture: FormSource = {
  op: 'form.points-picture',
  name: 'Points of a picture',
  description: 'One point for each pixel of a picture, with its colour; depth by its brightness.',
  takes: [],
  gives: 'form',
  cellParam: 'picture',
  aliases: ['cloud', 'image', 'photo', 'pixels', 'relief'],
  params: [
    picture({ id: 'picture', name: 'Picture', description: 'What the points are taken from.' }),
    number({
      id: 'across',
      name: 'Across',
      description: 'Points across; the height follows.',
      default: 160,
      min: 8,
      max: 800,
      hard: [1, 2000],
      whole: true,
    }),
    number({
      id: 'width',
      name: 'Width',
      description: 'Size across.',
      default: 4,
      min: 0.1,
      max: 20,
      hard: [0.001, 10000],
      unit: 'm',
    }),
    number({
      id: 'depth',
      name: 'Depth',
      description: 'How far white stands before black.',
      default: 0.5,
      min: -2,
      max: 2,
      unit: 'm',
    }),
  ],
  bake: (params, baking) =>
    pictureCloud(
      baking.picture(params.picture as string),
      params.across as number,
      params.width as number,
      params.depth as number,
    ),
};
