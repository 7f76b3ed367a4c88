import { measureSeam } from '@/core/checks/seam';
import { analyse } from '@/core/weave';
import type { Opened } from './opened';

/** What a check came to. */
export interface Checked {
  passes: boolean;
  lines: string[];
}

/** Does the loop close, and what does not fit in the piece? */
export async function check({ piece, assets }: Opened): Promise<Checked> {
  const notes = analyse(piece).problems.map((p) => `note    ${p.sentence}`);
  if (piece.loop.play === 'once')
    return { passes: true, lines: [...notes, 'It plays once, so its end need not meet its beginning.'] };
  const seam = await measureSeam(piece, assets);
  const lines = seam.map(({ closes, name, gap, breaks }) => {
    const strand = piece.strands.find((s) => s.id === breaks?.strand)?.name;
    const mends = breaks?.mends.map((mend) => `; ${mend.map((f) => f.sentence.toLowerCase()).join(' and ')}`) ?? [];
    const where = breaks ? `; breaks at ${breaks.name} in ${strand}${mends.join('')}` : '';
    return `${closes ? 'closes' : 'JUMPS '}  ${name}: ${(100 * gap).toPrecision(3)} % of its range${where}`;
  });
  const passes = seam.every((r) => r.closes);
  return { passes, lines: [...lines, ...notes, passes ? 'The loop closes.' : 'The loop does not close.'] };
}
