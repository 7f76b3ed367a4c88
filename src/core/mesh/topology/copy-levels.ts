import { refuseTooMany, type Copies } from '../mesh';

/** Steps of one row that can make copies of copies; and those among them that put copies on other forms. */
export const MAX_COPY_LEVELS = 3;
export const MAX_PLACED_LEVELS = 2;

/** Copies that one step makes. */
export interface CopyLevel {
  copies: Copies;
  /** They all stand where the form stands. */
  inPlace: boolean;
}

/** How many copies there are in all. */
export const copyCount = ({ at }: Pick<Copies, 'at'>) => at.length / 3;

/** How many copies each step makes, from the first on: three numbers, 1 where there is no further step. */
export const countsOf = (copies: Copies): readonly number[] => copies.counts ?? [copyCount(copies), 1, 1];

/** The number of a copy among those of each step. @param copy number among all */
export function numbersOf(copies: Copies, copy: number): number[] {
  const [first, second] = countsOf(copies) as [number, number, number];
  return [copy % first, Math.floor(copy / first) % second, Math.floor(copy / (first * second))];
}

/** The number of a copy among all, from those among the copies of each step. */
export function numberOf(copies: Copies, numbers: readonly number[]): number {
  const [first, second] = countsOf(copies) as [number, number, number];
  return numbers[0]! + first * (numbers[1]! + second * numbers[2]!);
}

/** Where the first step puts a copy that puts copies on another form. */
export const firstOf = ({ at, normal, first }: Copies): Pick<Copies, 'at' | 'normal'> => first ?? { at, normal };

/**
 * Copies of copies: all of the first step for each of the second, and so on; each stands at the sum of where the steps
 * put it, up as the last says that puts copies on another form.
 * @param levels at least one, in the order of the row
 * @throws MeshError where they are too many together
 */
export function copiesOfCopies(levels: readonly CopyLevel[]): Copies {
  if (levels.length === 1) return levels[0]!.copies;
  const counts = [0, 1, 2].map((i) => (levels[i] ? copyCount(levels[i].copies) : 1));
  const count = counts.reduce((all, n) => all * n, 1);
  refuseTooMany(`${counts.slice(0, levels.length).join(' × ')} copies: that`, count, 0, 'Use fewer copies.');
  const all: Copies = { at: new Float32Array(3 * count), normal: new Float32Array(3 * count), counts };
  const placed = levels.flatMap((level, i) => (level.inPlace ? [] : [i]));
  const first = { at: new Float32Array(3 * count), normal: new Float32Array(3 * count) };
  for (let n = 0; n < count; n++) {
    const numbers = numbersOf(all, n);
    for (let k = 0; k < 3; k++) {
      const of = (level: number, data: 'at' | 'normal') => levels[level]!.copies[data][3 * numbers[level]! + k]!;
      all.at[3 * n + k] = placed.reduce((sum, level) => sum + of(level, 'at'), 0);
      all.normal[3 * n + k] = of(placed.at(-1) ?? 0, 'normal');
      first.at[3 * n + k] = placed.length > 0 ? of(placed[0]!, 'at') : 0;
      first.normal[3 * n + k] = of(placed[0] ?? 0, 'normal');
    }
  }
  return { ...all, first };
}
