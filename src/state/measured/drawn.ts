import { create } from 'zustand';
import type { DrawnReadings, WallFlashes, WallLights } from '@/core/checks/drawn';
import type { Piece } from '@/core/piece/types';

interface Drawn {
  /** What was looked at last: readings of an earlier state of it are none of the present one. */
  piece: Piece | null;
  readings: DrawnReadings | null;
  light: WallLights;
  flashes: WallFlashes;
  /** Frames that are drawn while they are looked at. */
  running: { done: number; total: number } | null;
}

/** What was found in the drawn frames of the open piece. */
export const useDrawn = create<Drawn>()(() => ({ piece: null, readings: null, light: {}, flashes: {}, running: null }));

/** Do both draw the same? What is said of a piece beside its picture may change. */
export const drawsTheSame = (a: Piece, b: Piece): boolean =>
  a.strands === b.strands &&
  a.loop === b.loop &&
  a.picture === b.picture &&
  a.controls === b.controls &&
  a.assets === b.assets;
