import { outline } from '../../../mesh/source/solids';
import type { FormSource } from '../../definition';
import { number } from '../../params';

export const polygon: FormSource = {
  op: 'form.polygon',
  name: 'Polygon',
  description: 'One flat face with even corners, facing the viewer; a star where every other corner is drawn in.',
  takes: [],
  gives: 'form',
  cellParam: 'corners',
  aliases: ['star', 'hexagon', 'triangle', 'ngon'],
  params: [
    number({
      id: 'radius',
      name: 'Radius',
      description: 'From the middle outwards.',
      default: 1,
      min: 0.1,
      max: 5,
      hard: [0.001, 1000],
      unit: 'm',
    }),
    number({
      id: 'corners',
      name: 'Corners',
      description: 'Points of the star, or corners.',
      default: 6,
      min: 3,
      max: 24,
      hard: [3, 1000],
      whole: true,
    }),
    number({
      id: 'drawn',
      name: 'Drawn in',
      description: 'How far every other corner is drawn to the middle; 0 for an even polygon.',
      default: 0,
      min: 0,
      max: 0.95,
      hard: [0, 0.99],
    }),
  ],
  bake: (params) => {
    const { radius, corners, drawn } = params as Record<string, number>;
    return drawn! > 0
      ? outline(2 * corners!, (k) => radius! * (k % 2 ? 1 - drawn! : 1))
      : outline(corners!, () => radius!);
  },
};
