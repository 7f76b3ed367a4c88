import { outline } from '../../../mesh/source/solids';
import type { StepDefinition } from '../../definition';
import { number } from '../../params';

export const polygon: StepDefinition = {
  op: 'form.polygon',
  name: 'Polygon',
  about: 'One flat face with even corners, facing the viewer; a star where every other corner is drawn in.',
  takes: [],
  gives: 'form',
  telling: 'corners',
  also: ['star', 'hexagon', 'triangle', 'ngon'],
  params: [
    number('radius', 'Radius', 'From the middle outwards.', 1, 0.1, 5, { hard: [0.001, 1000], unit: 'm' }),
    number('corners', 'Corners', 'Points of the star, or corners.', 6, 3, 24, { hard: [3, 1000], whole: true }),
    number(
      'drawn',
      'Drawn in',
      'How far every other corner is drawn to the middle; 0 for an even polygon.',
      0,
      0,
      0.95,
      { hard: [0, 0.99] },
    ),
  ],
  bake: (params) => {
    const { radius, corners, drawn } = params as Record<string, number>;
    return drawn! > 0
      ? outline(2 * corners!, (k) => radius! * (k % 2 ? 1 - drawn! : 1))
      : outline(corners!, () => radius!);
  },
};
