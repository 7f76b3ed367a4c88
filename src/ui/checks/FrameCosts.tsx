import { useEffect, useState } from 'react';
import { stepById, strandById, type Piece } from '@/core/piece/types';
import { definitionOf } from '@/core/steps';
import type { PartCost } from '@/engine/capture/frame-costs';
import { useWorkbench } from '@/state/workbench';
import { Button } from '../parts/Button';
import { viewerNow } from '@/actions/viewer-handle';

/** What a frame is drawn in, and how much of its time each part takes on this machine. */
export function FrameCosts() {
  const piece = useWorkbench((s) => s.piece);
  const [measured, setMeasured] = useState<{ piece: Piece; parts: PartCost[] } | null>(null);
  const [busy, setBusy] = useState(false);
  // Figures of another version are none of this one.
  useEffect(() => setMeasured((now) => (now?.piece === piece ? now : null)), [piece]);
  const measure = async () => {
    setBusy(true);
    // The button says that it works before the card keeps the page waiting: the second frame comes after a drawn one.
    for (let k = 0; k < 2; k++) await new Promise(requestAnimationFrame);
    const parts = (await viewerNow()?.beside.costs()) ?? [];
    setMeasured({ piece, parts });
    setBusy(false);
  };
  const total = measured?.parts.reduce((sum, p) => sum + p.milliseconds, 0) ?? 0;
  return (
    <section aria-label="Cost of a frame" className="mt-4 border-t border-line pt-3">
      <h3 className="mb-1 flex items-center justify-between gap-3 font-semibold">
        <span>
          Cost of a frame{' '}
          <span className="ml-2 font-normal text-mute">
            stages and passes of the finish, by the time that they take on this machine
          </span>
        </span>
        <Button disabled={busy} onClick={() => void measure()}>
          {busy ? 'measuring …' : 'Measure'}
        </Button>
      </h3>
      {measured && total > 0 && (
        <table className="tabular w-full text-left">
          <thead className="sr-only">
            <tr>
              <th>part</th>
              <th>drawn in</th>
              <th>share of the time</th>
            </tr>
          </thead>
          <tbody>
            {measured.parts.map((part) => (
              <tr key={`${part.strand}/${part.steps.join()}`} className="border-t border-line">
                <td className="py-1 pr-3">
                  <b className="font-medium">{strandById(piece, part.strand)?.name}</b> {wordsOf(piece, part)}
                </td>
                <td className="w-[90px] text-mute">{part.passes === 1 ? '1 pass' : `${part.passes} passes`}</td>
                <td className="w-[230px]">
                  <span className="flex items-center gap-2">
                    <span className="w-[44px] text-right">{Math.round((100 * part.milliseconds) / total)} %</span>
                    <span className="h-2 rounded-sm bg-lichen" style={{ width: (150 * part.milliseconds) / total }} />
                  </span>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {measured && total === 0 && <p className="text-mute">Nothing is drawn yet.</p>}
    </section>
  );
}

function wordsOf(piece: Piece, { strand, steps }: PartCost): string {
  if (steps.length === 0) return 'shot';
  const row = strandById(piece, strand);
  return steps.map((id) => definitionOf(stepById(row, id)?.op ?? '')?.name ?? 'a step').join(', ');
}
