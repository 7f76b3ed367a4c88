import { create } from 'zustand';
import type { FlashReading } from '@/core/checks/flashes';
import type { Piece } from '@/core/piece/types';

interface Flashes {
  /** What was looked at last: readings of an earlier version are none of the present one. */
  piece: Piece | null;
  reading: FlashReading | null;
  /** Frames that are drawn while it is looked for them. */
  running: { done: number; total: number } | null;
}

/** What was found of flashes in the open piece. */
export const useFlashes = create<Flashes>()(() => ({ piece: null, reading: null, running: null }));
