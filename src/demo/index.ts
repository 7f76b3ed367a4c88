import type { Piece } from '@/core/piece/types';
import { estuaryCloth } from './estuary-cloth';
import { lampRoom } from './lamp-room';
import { tidewaterVeil } from './tidewater-veil';

export interface Starter {
  id: string;
  piece: Piece;
}

/** Finished pieces to begin from. All belong to the made-up Saltmarsh Choir at the Ropeworks Hall. */
export const STARTERS: Starter[] = [
  { id: 'tidewater-veil', piece: tidewaterVeil },
  { id: 'lamp-room', piece: lampRoom },
  { id: 'estuary-cloth', piece: estuaryCloth },
];
