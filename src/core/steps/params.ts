import type { ChoiceParam, ColourParam, NumberParam, VectorParam } from './definition';
import type { Vector } from '../piece/types';

/** Short ways to write parameters down, so that a step reads as a table. */

type NumberExtra = Partial<Pick<NumberParam, 'hard' | 'unit' | 'whole' | 'closes' | 'finer'>>;

export const number = (
  id: string,
  name: string,
  about: string,
  value: number,
  min: number,
  max: number,
  extra: NumberExtra = {},
): NumberParam => ({ type: 'number', id, name, about, default: value, min, max, ...extra });

export const vector = (
  id: string,
  name: string,
  about: string,
  value: Vector,
  min: number,
  max: number,
  extra: Partial<Pick<VectorParam, 'unit' | 'closes'>> = {},
): VectorParam => ({ type: 'vector', id, name, about, default: value, min, max, ...extra });

export const colour = (id: string, name: string, about: string, value: string): ColourParam => ({
  type: 'colour',
  id,
  name,
  about,
  default: value,
});

/** Options are their own ids; the first letter is capital where it is shown. The first is the default. */
export const choice = (id: string, name: string, about: string, options: string[]): ChoiceParam => ({
  type: 'choice',
  id,
  name,
  about,
  default: options[0]!,
  options: options.map((o) => ({ id: o, name: o[0]!.toUpperCase() + o.slice(1) })),
});

export const turnsParam = (about: string, value = 1): NumberParam =>
  number('turns', 'Turns', about, value, -8, 8, { unit: 'turns', closes: true });
export const seedParam = number('seed', 'Seed', 'Another pattern of the same kind.', 1, 0, 99, {
  hard: [0, 65535],
  whole: true,
});
