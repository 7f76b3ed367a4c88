import { useMemo } from 'react';
import { blankPiece } from '@/core/piece/edit';
import { putPart, type Part } from '@/core/parts/part';
import { endOfRow } from '@/core/steps/end-of-row';
import { useRecipes } from '@/actions/recipes';
import { Still } from './Still';

/** What a part looks like by itself: a still that ships with a recipe, else drawn. */
export function PartStill({ part, saved }: { part: Part; saved: boolean }) {
  const frame = 'w-24 shrink-0 self-center overflow-hidden rounded-md border border-line';
  if (saved)
    return (
      <span aria-hidden className={frame}>
        <DrawnStill part={part} />
      </span>
    );
  return (
    // Stills are small files of one size: nothing is won by having them made smaller.
    <img src={`/recipes/${part.id}.png`} alt="" loading="lazy" className={`aspect-video object-cover ${frame}`} />
  );
}

function DrawnStill({ part }: { part: Part }) {
  const ground = useRecipes((s) => s.ground);
  const piece = useMemo(
    () => ground && putPart(blankPiece(), part, { selected: null, ground, endOf: endOfRow }).piece,
    [part, ground],
  );
  return piece && <Still piece={piece} moving={false} />;
}
