import { Band } from './Band';
import { SeamReading } from './SeamReading';
import { Transport } from './Transport';
import { usePlaying } from './use-playing';
import { useSoundAlong } from './use-sound-along';

const FOOTER =
  'grid min-h-0 grid-cols-[196px_minmax(0,1fr)_196px] overflow-hidden border-t border-line ' +
  'max-lg:grid-cols-[172px_minmax(0,1fr)_148px]';

/** The loop unrolled with the seam in the middle: its end runs in from the left, its beginning out to the right. */
export function LoopBand() {
  usePlaying();
  useSoundAlong();
  return (
    <footer aria-label="Loop" data-loop-band className={FOOTER}>
      <Transport />
      <Band />
      <SeamReading />
    </footer>
  );
}
