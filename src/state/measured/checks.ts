import { create } from 'zustand';
import { errorSentence } from '@/core/error-sentence';
import type { SamplingReading } from '@/core/checks/sampling';
import type { MemoryCheck } from '@/core/checks/memory';
import type { SeamReading } from '@/core/checks/seam';
import { hasKink } from '@/core/checks/seam-measure';
import { analyse, type Problem } from '@/core/weave';
import type { PictureSeam } from '@/engine/capture/picture-seam';
import { withoutAssetData, studio } from '@/workers/remotes';
import { useWorkbench } from '../workbench';

interface Checks {
  seam: SeamReading[] | null;
  /** Steps whose forms are too coarse for them. */
  sampling: SamplingReading[];
  /** Steps that read earlier frames. */
  memory: MemoryCheck[];
  picture: PictureSeam | null;
  /** The picture is still being made: meshes, programs or pictures are missing, so nothing can be said of its seam. */
  making: boolean;
  problems: Problem[];
  /** Steps that give what is not a number. */
  numbers: Problem[];
  measuring: boolean;
}

/** What the viewer says of the picture's seam: `none` without a picture, `making` while it is not all there. */
export type PictureAnswer = PictureSeam | 'none' | 'making';

/** What was measured of the open piece. */
export const useChecks = create<Checks>()(() => ({
  seam: null,
  sampling: [],
  memory: [],
  picture: null,
  making: true,
  problems: [],
  numbers: [],
  measuring: true,
}));

/** Waits this long after a change before measuring, in milliseconds. */
const MEASURE_DELAY_MS = 450;

/**
 * Measures the seam after every change.
 * @param pictureSeam measures the picture itself
 */
export function startChecks(pictureSeam: () => Promise<PictureAnswer>): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const measure = async () => {
    const { piece } = useWorkbench.getState();
    const sent = withoutAssetData(piece);
    const isOpen = () => useWorkbench.getState().piece === piece;
    try {
      const memory = await studio().memory(sent);
      // The next change is measured soon enough.
      if (!isOpen()) return;
      // Said at once: until its seam is known a picture that remembers is seen settling.
      useChecks.setState({ memory });
      const seam = await studio().seam(sent);
      const numbers = await studio().numbers(sent);
      const picture = await pictureSeam();
      if (!isOpen()) return;
      const { problems } = analyse(piece);
      useChecks.setState({ seam, numbers, ...answered(picture), problems, measuring: false });
      const sampling = await studio().sampling(sent);
      if (isOpen()) useChecks.setState({ sampling });
    } catch (error) {
      useChecks.setState({
        problems: [...analyse(piece).problems, { strand: '', sentence: errorSentence(error) }],
        measuring: false,
      });
    }
  };
  const soon = () => {
    useChecks.setState({ measuring: true });
    clearTimeout(timer);
    timer = setTimeout(() => void measure(), MEASURE_DELAY_MS);
  };
  // What was measured of a piece that was open before is not this one's.
  useChecks.setState({ seam: null, sampling: [], memory: [], picture: null, making: true, problems: [], numbers: [] });
  soon();
  const stop = useWorkbench.subscribe((now, before) => {
    if (now.piece !== before.piece) soon();
  });
  return () => {
    clearTimeout(timer);
    stop();
  };
}

/** The picture was measured again though the piece is the same, as all of it has come. */
export const pictureMeasured = (answer: PictureAnswer): void => useChecks.setState(answered(answer));

const answered = (answer: PictureAnswer) => ({
  picture: typeof answer === 'string' ? null : answer,
  making: answer === 'making',
});

export interface Verdict {
  state: 'measuring' | 'closes' | 'breaks' | 'still' | 'once';
  words: string;
  broken: SeamReading[];
}

/** Mean change of a channel from frame to frame, of 255, below which nobody sees motion. */
const MIN_MOTION = 0.5;
/** Whole pictures are uneven by nature, more so where a loop has few frames. */
const PICTURE_KINK = 0.5;

/** The seam in one word. */
export function verdictOf({ seam, memory, picture, making, measuring }: Checks, play: 'loop' | 'once'): Verdict {
  const broken = seam?.filter((r) => !r.closes) ?? [];
  if (play === 'once') return { state: 'once', words: 'plays once', broken: [] };
  if (!seam || making) return { state: 'measuring', words: measuring || making ? 'measuring' : 'not measured', broken };
  if (broken.length > 0 || (picture && !picture.closes)) return { state: 'breaks', words: 'does not close', broken };
  if (memory.some((r) => r.frames === null)) return { state: 'breaks', words: 'never settles', broken };
  if (seam.length === 0) return { state: 'still', words: 'stands still', broken };
  return { state: 'closes', words: pictureKinks(picture, seam) ? 'closes with a kink' : 'closes', broken };
}

/** Does the picture change its speed at the seam, but for what changes its speed throughout the loop? */
export const pictureKinks = (picture: PictureSeam | null, seam: SeamReading[] | null): boolean =>
  picture !== null &&
  hasKink(picture, MIN_MOTION, PICTURE_KINK) &&
  (!seam?.some((r) => r.kink === 'throughout') || seam.some((r) => r.kink === 'seam'));
