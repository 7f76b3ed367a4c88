import { blankPiece } from '@/core/piece/edit';
import type { Clip } from '@/core/parts/clip';
import { loadRules } from './edit-rules';

const KEY = 'calm-lattice/clip';
let here: Clip | null = null;

/** Keeps what was copied, for this tab and for other pieces in other tabs. */
export function storeClip(clip: Clip): void {
  here = clip;
  try {
    localStorage.setItem(KEY, JSON.stringify(clip));
  } catch {
    // No room for a copy with large pictures: it still pastes in this tab.
    localStorage.removeItem(KEY);
  }
}

/** What was copied last, checked like a piece; null where there is nothing sound. */
export async function storedClip(): Promise<Clip | null> {
  const text = localStorage.getItem(KEY);
  if (!text) return here;
  try {
    const clip = JSON.parse(text) as Clip;
    const { validateShape } = await loadRules();
    validateShape({ ...blankPiece(), strands: clip.strands, controls: clip.controls, assets: clip.assets });
    return clip;
  } catch {
    return here;
  }
}
