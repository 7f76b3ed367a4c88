import { rowOfPart, type Part } from '@/core/parts/part';
import type { Asset, Control, Strand } from '@/core/piece/types';

/** What steps of a recipe go into, in the words of `strand`: a strand of this name is the selected row. */
export const ROW = 'row';

interface RecipeFacts extends Pick<Part, 'id' | 'name' | 'about' | 'aliases'> {
  /** Its strands; the one named `row`, if there is one, holds the steps for the selected row. */
  strands: () => Strand[];
  controls: Control[];
  assets?: () => Asset[];
}

export function recipe({ strands, controls, assets, ...facts }: RecipeFacts): Part {
  const rows = () => {
    const all = strands();
    return { strands: all, ...(all.some((s) => s.id === ROW) ? { into: ROW } : {}) };
  };
  return {
    ...facts,
    ...rowOfPart(rows()),
    clip: () => ({ ...rows(), controls, assets: assets?.() ?? [] }),
  };
}

/** Colours of a ramp, evenly apart. */
export const colours = (...all: string[]) => ({
  colours: all.map((colour, i) => ({ at: i / (all.length - 1), colour })),
});
