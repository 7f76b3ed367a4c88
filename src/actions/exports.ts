import { create } from 'zustand';
import type { Piece } from '@/core/piece/types';
import type { ExportOrder } from './export';
import type { ExportProgress } from './export-feed';

export type ExportState = 'waiting' | 'running' | 'done' | 'stopped' | 'failed' | 'refused';

/** An export that was ordered: the piece as it was then. */
export interface QueuedExport {
  id: number;
  /** What it writes, in words. */
  name: string;
  piece: Piece;
  order: ExportOrder;
  state: ExportState;
  progress: ExportProgress;
  isPaused: boolean;
  /** Why it failed, or what it would delete. */
  why: string | null;
}

interface Queue {
  /** In the order in which they are written. */
  exports: QueuedExport[];
}

/** The exports of this tab, whichever piece is open: one is written after the other. */
export const useExports = create<Queue>()(() => ({ exports: [] }));

export const isOver = ({ state }: QueuedExport): boolean => state !== 'waiting' && state !== 'running';
