import { create } from 'zustand';
import type { SamplingReading } from '@/core/checks/sampling';
import type { SeamReading } from '@/core/checks/seam';
import { analyse, type Problem } from '@/core/weave';
import type { PictureSeam } from '@/engine/picture-seam';
import { lean, studio } from '@/workers/doors';
import { useWorkbench } from './workbench';

interface Checks {
  seam: SeamReading[] | null;
  /** Steps whose forms are too coarse for them. */
  sampling: SamplingReading[];
  picture: PictureSeam | null;
  problems: Problem[];
  measuring: boolean;
}

/** What was measured of the open piece. */
export const useChecks = create<Checks>()(() => ({ seam: null, sampling: [], picture: null, problems: [], measuring: true }));

/** Waits this long after a change before measuring, in milliseconds. */
const PAUSE = 450;

/**
 * Measures the seam after every change.
 * @param pictureSeam measures the picture itself, null while there is none
 */
export function startChecks(pictureSeam: () => Promise<PictureSeam | null>): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const measure = async () => {
    const { piece } = useWorkbench.getState();
    try {
      const seam = await studio().seam(lean(piece));
      const picture = await pictureSeam();
      if (useWorkbench.getState().piece !== piece) return;
      useChecks.setState({ seam, picture, problems: analyse(piece).problems, measuring: false });
      const sampling = await studio().sampling(lean(piece));
      if (useWorkbench.getState().piece === piece) useChecks.setState({ sampling });
    } catch (error) {
      useChecks.setState({ problems: [...analyse(piece).problems, { strand: '', sentence: (error as Error).message }], measuring: false });
    }
  };
  const soon = () => {
    useChecks.setState({ measuring: true });
    clearTimeout(timer);
    timer = setTimeout(() => void measure(), PAUSE);
  };
  // What was measured of a piece that was open before is not this one's.
  useChecks.setState({ seam: null, sampling: [], picture: null, problems: [] });
  soon();
  const stop = useWorkbench.subscribe((now, before) => {
    if (now.piece !== before.piece) soon();
  });
  return () => {
    clearTimeout(timer);
    stop();
  };
}

/** Measures again though the piece is the same, for example when its meshes have come. */
export async function measurePictureAgain(pictureSeam: () => Promise<PictureSeam | null>): Promise<void> {
  useChecks.setState({ picture: await pictureSeam() });
}

export interface Verdict {
  state: 'measuring' | 'closes' | 'breaks' | 'still' | 'once';
  words: string;
  broken: SeamReading[];
}

/** The seam in one word. */
export function verdictOf({ seam, picture, measuring }: Checks, play: 'loop' | 'once'): Verdict {
  const broken = seam?.filter((r) => !r.closes) ?? [];
  if (!seam) return { state: 'measuring', words: measuring ? 'measuring' : 'not measured', broken };
  if (broken.length > 0 || (picture && !picture.closes)) return play === 'once' ? { state: 'once', words: 'plays once', broken } : { state: 'breaks', words: 'does not close', broken };
  if (seam.length === 0) return { state: 'still', words: 'stands still', broken };
  return { state: 'closes', words: 'closes', broken };
}
