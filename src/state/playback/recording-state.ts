import { create } from 'zustand';
import type { Piece } from '@/core/piece/types';
import type { PassWay } from '@/core/piece/passes';

/** Recording goes on until it is ended, or over one loop from the seam to the seam. */
export type RecordingLength = 'free' | 'loop';

interface Recording {
  isOn: boolean;
  length: RecordingLength;
  /** Beats before a recording of one loop begins. */
  countIn: number;
  /** Beats that are still counted; 0 once it records. */
  counting: number;
  /** The piece that the last recording left; while it is that, the recording can be undone as one. */
  left: Piece | null;
  /** Part of the loop at its end in which what was played runs into its beginning. */
  runsIn: number;
  /** What later passes do with earlier ones. */
  way: PassWay;
  /** The only control that is recorded; all where it is null. */
  only: string | null;
}

export const useRecording = create<Recording>()(() => ({
  isOn: false,
  length: 'free',
  countIn: 4,
  counting: 0,
  left: null,
  runsIn: 0.08,
  way: 'replace',
  only: null,
}));
