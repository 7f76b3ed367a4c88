import { useChecks, verdictOf } from '@/state/measured/checks';
import { usePanels } from '@/state/panels/panels';
import { useWorkbench } from '@/state/workbench';
import { shortNumber } from '@/actions/number-words';

const TONES = {
  closes: 'text-lichen',
  breaks: 'text-bad',
  still: 'text-mute',
  once: 'text-text',
  measuring: 'text-mute',
};

/** What the check of the seam says. */
export function SeamReading() {
  const checks = useChecks();
  const play = useWorkbench((s) => s.piece.loop.play);
  const verdict = verdictOf(checks, play);
  const { picture } = checks;
  const apart = picture ? Math.abs(picture.after - picture.before) : 0;
  return (
    <button
      type="button"
      onClick={() => usePanels.setState({ checks: true })}
      className="border-l border-line px-4 text-left hover:bg-panel"
      aria-label={`${verdict.state === 'once' ? 'Loop' : 'Seam'}: ${verdict.words}. Open the checks.`}
    >
      <span className="text-mute">{verdict.state === 'once' ? 'loop' : 'seam'}</span>
      <b data-seam={verdict.state} className={`block text-[19px] leading-tight font-semibold ${TONES[verdict.state]}`}>
        {verdict.words}
      </b>
      {verdict.state === 'once' && <span className="text-mute">its end need not meet its beginning</span>}
      {verdict.state !== 'once' &&
        verdict.state !== 'measuring' &&
        (picture ? (
          <span className="tabular block text-mute">
            picture {picture.most} of 255
            <br />
            motion {shortNumber(apart)} apart
          </span>
        ) : (
          <span className="text-mute">not measured yet</span>
        ))}
    </button>
  );
}
