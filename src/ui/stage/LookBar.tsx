import { X } from 'lucide-react';
import type { Histogram } from '@/core/preview/look';
import { frameCsv, spanOf, type FrameNumbers } from '@/core/preview/plot';
import type { PictureSpread } from '@/core/preview/picture-spread';
import { possibleLookOn, stepBefore } from '@/core/preview/look';
import { strandById, type Piece } from '@/core/piece/types';
import { notify } from '@/state/panels/notify';
import { usePanels, type Looking } from '@/state/panels/panels';
import { Button } from '../parts/Button';
import { shortNumber } from '@/actions/number-words';
import { nameOf } from '@/actions/steps';
import { PictureChart } from './PictureChart';

interface Props {
  piece: Piece;
  looking: Looking;
  spread: Histogram | null;
  /** Of a step of a finish. */
  picture: PictureSpread | null;
  /** Of a signal, at each frame. */
  numbers: FrameNumbers | null;
  /** Values under the pointer. */
  read: string | null;
}

const [WIDTH, HEIGHT] = [148, 34];

/** While a step is looked at: which, where, its spread, the values under the pointer, and the way back. */
export function LookBar({ piece, looking, spread, picture, numbers, read }: Props) {
  const strand = strandById(piece, looking.strand);
  const step = strand?.steps.find((s) => s.id === looking.step);
  const before = usePanels((s) => s.before);
  const other = looking.shownOn === 'objects' ? 'frame' : 'objects';
  const hasObjects = possibleLookOn(piece, 'objects') === 'objects';
  return (
    <div data-looking className="picture-bar">
      <div className="min-w-28">
        <p className="truncate" title={`${strand?.name}, ${step ? nameOf(step) : ''}`}>
          <b>{step ? nameOf(step) : ''}</b> <span className="text-mute">in {strand?.name}</span>
        </p>
        <p aria-live="polite" className="tabular text-mute">
          {strand?.kind === 'finish'
            ? 'the picture so far'
            : strand?.kind === 'signal'
              ? 'over the loop, frame by frame'
              : (read ??
                (spread ? `${shortNumber(spread.low)} to ${shortNumber(spread.high)}` : 'point at it to read values'))}
        </p>
      </div>
      {picture && <PictureChart spread={picture} />}
      {numbers && <SignalNumbers numbers={numbers} rate={piece.loop.rate} />}
      {spread && !numbers && spread.bins.length > 0 && (
        <svg
          width={WIDTH}
          height={HEIGHT}
          role="img"
          aria-label={`Spread of the values, ${shortNumber(spread.low)} to ${shortNumber(spread.high)}`}
          className="shrink-0"
        >
          {spread.bins.map((b, i) => (
            <rect
              key={i}
              x={(i * WIDTH) / spread.bins.length}
              y={HEIGHT - 1 - b * (HEIGHT - 2)}
              width={WIDTH / spread.bins.length - 0.6}
              height={1 + b * (HEIGHT - 2)}
              className="fill-mute"
            />
          ))}
        </svg>
      )}
      {spread && spread.broken > 0 && <p className="text-warn">{spread.broken} places are not a number</p>}
      <span className="ml-auto flex shrink-0 gap-1.5">
        {stepBefore(piece, looking) && (
          <Button
            look="bare"
            aria-pressed={before}
            title="Splits the picture: with the step on the left, before it on the right"
            onClick={() => usePanels.setState({ before: !before })}
          >
            {before ? 'Whole' : 'Split'}
          </Button>
        )}
        {strand?.kind === 'field' && hasObjects && (
          <Button look="bare" onClick={() => usePanels.setState({ looking: { ...looking, shownOn: other } })}>
            {other === 'frame' ? 'Flat over the frame' : 'On the objects'}
          </Button>
        )}
        <Button
          look="icon"
          aria-label="Back to the picture"
          title="Back to the picture (L)"
          onClick={() => usePanels.setState({ looking: null })}
        >
          <X size={15} />
        </Button>
      </span>
    </div>
  );
}

/** Lowest, highest and mean, and all of them to take along. */
function SignalNumbers({ numbers, rate }: { numbers: FrameNumbers; rate: number }) {
  const span = spanOf(numbers);
  const copy = () =>
    navigator.clipboard.writeText(frameCsv(numbers, rate)).then(
      () => notify('done', 'The numbers of all frames are copied, separated by commas.'),
      () => notify('error', 'This browser does not let the numbers be copied. Allow the clipboard, and try again.'),
    );
  return (
    <>
      <dl className="tabular flex gap-4">
        {(['lowest', 'highest', 'mean'] as const).map((name) => (
          <div key={name}>
            <dt className="text-mute">{name}</dt>
            <dd>{shortNumber({ lowest: span.low, highest: span.high, mean: span.mean }[name])}</dd>
          </div>
        ))}
      </dl>
      <Button onClick={() => void copy()}>Copy as CSV</Button>
    </>
  );
}
