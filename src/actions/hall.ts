import { LIMITS } from '@/core/piece/limits';
import type { Vector } from '@/core/piece/types';
import { firstStandpoint, wallsOf, type Standpoint } from '@/core/piece/walls';
import { usePanels, type HallView } from '@/state/panels/panels';
import { useWorkbench } from '@/state/workbench';

/** Degrees that may be seen at once: a strong glass, and about what a lens without bent lines still shows well. */
const ANGLES: [number, number] = [0.5, 110];
/** Degrees upwards and downwards, at most. */
const MOST_RAISED = 89;

const within = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value));

/** Looks further to the right and upwards, by degrees. */
export const looked = ({ turned, raised }: Standpoint, right: number, up: number): Partial<Standpoint> => ({
  turned: ((((turned + right + 180) % 360) + 360) % 360) - 180,
  raised: within(raised + up, -MOST_RAISED, MOST_RAISED),
});

/** Walks to the right and ahead, by metres, as it is seen: the eye stays as high as it is. */
export function walked({ eye, turned }: Standpoint, right: number, ahead: number): Partial<Standpoint> {
  const angle = (turned * Math.PI) / 180;
  const [sin, cos] = [Math.sin(angle), Math.cos(angle)];
  const place: Vector = [eye[0] + right * cos + ahead * sin, eye[1], eye[2] - right * sin + ahead * cos];
  return { eye: place.map((v) => within(v, -LIMITS.hall, LIMITS.hall)) as Vector };
}

/** Sees less of it, and that larger (below 1), or more of it. */
export const narrowed = ({ angle }: Standpoint, factor: number): Partial<Standpoint> => ({
  angle: within(angle * factor, ...ANGLES),
});

/** Luminance of a dark wall in a dim hall, by what light falls onto it: cd/m². */
const USUAL_BLACK = 1;

/** Shows the walls in the hall, from a place before them; or the picture again. */
export function toggleHall(): void {
  const { piece } = useWorkbench.getState();
  usePanels.setState(({ hall }) => ({
    hall: hall ? null : { ...firstStandpoint(wallsOf(piece)), black: USUAL_BLACK },
    looking: null,
    pixels: false,
  }));
}

/** Changes where the artist stands in the hall, as long as it is shown. */
export const stand = (change: Partial<HallView>): void =>
  usePanels.setState(({ hall }) => ({ hall: hall && { ...hall, ...change } }));
