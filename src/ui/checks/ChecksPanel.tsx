import dynamic from 'next/dynamic';
import type { MemoryCheck } from '@/core/checks/memory';
import type { SamplingReading } from '@/core/checks/sampling';
import type { Fix, Mend } from '@/core/checks/mends';
import type { SeamReading } from '@/core/checks/seam';
import { setParam } from '@/core/piece/edit';
import { strandById } from '@/core/piece/types';
import { pictureKinks, useChecks, verdictOf } from '@/state/measured/checks';
import { usePanels } from '@/state/panels/panels';
import { useTransport } from '@/state/playback/transport';
import { useWorkbench } from '@/state/workbench';
import { Button } from '../parts/Button';
import { Modal } from '../parts/Modal';
import { shortNumber } from '@/actions/number-words';
import { FrameCosts } from './FrameCosts';

const SeamChart = dynamic(() => import('./SeamChart').then((m) => m.SeamChart), {
  ssr: false,
  loading: () => <div className="h-[210px]" />,
});

const Drawn = dynamic(() => import('./Drawn').then((m) => m.Drawn), { ssr: false });
const HeldTo = dynamic(() => import('./HeldTo').then((m) => m.HeldTo), { ssr: false });

/** In hundredths of the value's range over the loop. */
const percent = (part: number) => `${shortNumber(part * 100)} %`;

export function ChecksPanel() {
  const open = usePanels((s) => s.checks);
  return (
    <Modal
      wide
      open={open}
      onClose={() => usePanels.setState({ checks: false })}
      title="Checks"
      description="The end of the loop against its beginning, for everything that moves."
    >
      <Readings />
    </Modal>
  );
}

function Readings() {
  const checks = useChecks();
  const piece = useWorkbench((s) => s.piece);
  const verdict = verdictOf(checks, piece.loop.play);
  const { seam, sampling, memory, picture } = checks;
  const kinks = pictureKinks(picture, seam);
  const problems = [...checks.problems, ...checks.numbers];
  return (
    <div>
      <HeldTo />
      <p className="mb-3" role="status">
        {verdict.state === 'closes' && (
          <>
            <b className="text-lichen">The loop closes.</b> {seam!.length} strands move; none of them jumps at the seam
            {kinks ? ', but motion changes its speed there' : ''}.
          </>
        )}
        {verdict.state === 'still' &&
          'Nothing moves yet, so there is no seam to speak of. Give a cycle turns, or let a noise evolve.'}
        {verdict.state === 'breaks' && (
          <>
            <b className="text-bad">The loop does not close.</b> Below stands where it breaks and what mends it.
          </>
        )}
        {verdict.state === 'once' && 'This piece plays once, so its end need not meet its beginning.'}
        {verdict.state === 'measuring' && 'Measuring.'}
      </p>
      {seam && seam.length > 0 && verdict.state !== 'once' && (
        <>
          <table className="tabular w-full text-left">
            <thead className="text-faint">
              <tr>
                <th className="py-1 font-normal">strand</th>
                <th className="font-normal">jump at the seam</th>
                <th className="font-normal">change per frame before</th>
                <th className="font-normal">and after</th>
                <th className="font-normal">verdict</th>
              </tr>
            </thead>
            <tbody>
              {seam.map((r) => (
                <ReadingRow key={r.strand} reading={r} />
              ))}
              {picture && (
                <tr className="border-t border-line">
                  <td className="py-1.5">the picture</td>
                  <td>{picture.most} of 255</td>
                  <td>{shortNumber(picture.before)} of 255</td>
                  <td>{shortNumber(picture.after)} of 255</td>
                  <td className={picture.closes ? 'text-lichen' : 'text-bad'}>{meets(picture.closes, kinks)}</td>
                </tr>
              )}
            </tbody>
          </table>
          <SeamChart readings={seam} />
        </>
      )}
      {memory.length > 0 && <Memory readings={memory} />}
      {sampling.length > 0 && <Sampling readings={sampling} />}
      <Drawn />
      <FrameCosts />
      {problems.length > 0 && (
        <section aria-label="Notes" className="mt-4 border-t border-line pt-3">
          <h3 className="mb-1 font-semibold">Also noticed</h3>
          {problems.map((p, i) => (
            <p key={i} className="flex items-center justify-between gap-3 py-1">
              <span>
                <b className="font-medium">{strandById(piece, p.strand)?.name}</b> {p.sentence}
              </span>
              {p.step && <Button onClick={() => show(p.strand, p.step!)}>Show</Button>}
            </p>
          ))}
        </section>
      )}
    </div>
  );
}

/** How a strand, or the picture, meets itself. */
const meets = (closes: boolean, kink: boolean) => (!closes ? 'jumps' : kink ? 'closes with a kink' : 'closes');

/** "Set travel to 2 and repeat to 4". */
const mendWords = (mend: Mend) =>
  mend.map((f, i) => (i === 0 ? f.sentence : f.sentence.replace(/^Set /, ''))).join(' and ');

/** Steps that read earlier frames. */
function Memory({ readings }: { readings: MemoryCheck[] }) {
  const piece = useWorkbench((s) => s.piece);
  return (
    <section aria-label="Memory" className="mt-4 border-t border-line pt-3">
      <h3 className="mb-1 font-semibold">
        Memory{' '}
        <span className="ml-2 font-normal text-mute">
          a frame is taken as it is once all that it remembers has been drawn before it
        </span>
      </h3>
      {readings.map((r) => (
        <p key={`${r.strand}/${r.step}`} className="flex items-center justify-between gap-3 py-1">
          <span>
            <b className="font-medium">{strandById(piece, r.strand)?.name}</b> {r.name}{' '}
            {r.frames === null ? (
              <span className="text-bad">never fades: it has no first frame.</span>
            ) : (
              `settles after ${r.frames} frames.`
            )}
          </span>
          <span className="flex shrink-0 gap-2">
            {r.mend && (
              <Button look="main" onClick={() => mend([r.mend!])}>
                {r.mend.sentence}
              </Button>
            )}
            <Button onClick={() => show(r.strand, r.step)}>Show the step</Button>
          </span>
        </p>
      ))}
    </section>
  );
}

/** Meshes too coarse for the pattern that moves them. */
function Sampling({ readings }: { readings: SamplingReading[] }) {
  return (
    <section aria-label="Sampling" className="mt-4 border-t border-line pt-3">
      <h3 className="mb-1 font-semibold">
        Too coarse{' '}
        <span className="ml-2 font-normal text-mute">
          with fewer than four edges to a wave, another wave shows, often running backwards
        </span>
      </h3>
      {readings.map((r) => (
        <p key={`${r.strand}/${r.step}`} className="flex items-center justify-between gap-3 py-1">
          <span>
            <b className="font-medium">{r.name}</b> {r.sentence}, for {r.stepName}.
          </span>
          <span className="flex shrink-0 gap-2">
            {r.fixes.length > 0 && (
              <Button look="main" onClick={() => mend(r.fixes)}>
                Set {r.fixes.map((f) => f.sentence).join(' and ')}
              </Button>
            )}
            <Button onClick={() => mark(r)}>Mark on the stage</Button>
          </span>
        </p>
      ))}
    </section>
  );
}

function mark({ strand, step }: SamplingReading): void {
  useTransport.setState({ playing: false });
  usePanels.setState({ checks: false, coarse: { strand, step } });
}

function show(strand: string, step: string): void {
  usePanels.setState({ checks: false });
  useWorkbench.getState().select({ strand, step });
}

function mend(fixes: Fix[]): void {
  useWorkbench.getState().edit((p) => fixes.reduce((q, f) => setParam(q, f.strand, f.step, f.param, f.value), p));
}

function ReadingRow({ reading: r }: { reading: SeamReading }) {
  const piece = useWorkbench((s) => s.piece);
  return (
    <>
      <tr className="border-t border-line">
        <td className="py-1.5 font-medium">{r.name}</td>
        <td>{percent(r.gap)}</td>
        <td>{percent(r.before)}</td>
        <td>{percent(r.after)}</td>
        <td className={r.closes ? 'text-lichen' : 'text-bad'}>{meets(r.closes, r.kink === 'seam')}</td>
      </tr>
      {r.breaks && (
        <tr>
          <td colSpan={5} className="pb-2">
            <span className="flex flex-wrap items-center gap-2 rounded-md bg-raised px-3 py-2">
              Breaks at {r.breaks.name} in {strandById(piece, r.breaks.strand)?.name}.
              {r.breaks.mends.map((m) => (
                <Button key={m.map((f) => f.param).join()} look="main" onClick={() => mend(m)}>
                  {mendWords(m)}
                </Button>
              ))}
              {r.breaks.mends.length === 0 && (
                <span className="text-mute">No single value mends it; look at what moves in this step.</span>
              )}
              <Button onClick={() => show(r.breaks!.strand, r.breaks!.step)}>Show the step</Button>
            </span>
          </td>
        </tr>
      )}
    </>
  );
}
