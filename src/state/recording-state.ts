import { create } from 'zustand';
import type { PassWay } from '@/core/piece/passes';

interface Recording {
  on: boolean;
  /** Part of the loop at its end in which what was played runs into its beginning. */
  runsIn: number;
  /** What later passes do with earlier ones. */
  way: PassWay;
  /** The only control that is recorded; all where it is null. */
  only: string | null;
}

export const useRecording = create<Recording>()(() => ({ on: false, runsIn: 0.08, way: 'replace', only: null }));
