import type { Piece } from '@/core/piece/types';
import type { Analysis } from '@/core/weave';
import { Spares } from '../card/spares';
import type { Shared } from '../card/shared';
import { SurfaceMaterial } from './surface-material';
import type { SurfaceOnForm } from './woven-surface';

/** Materials that are kept after they were released: what is switched off, looked past or undone may come back. */
const MAX_SPARE_MATERIALS = 24;

const spareKey = ({ form, surface, overlay }: SurfaceOnForm, key: string) =>
  JSON.stringify([form, surface, overlay, key]);

/** The materials of one picture. */
export class SurfaceMaterials {
  private readonly spares = new Spares<SurfaceMaterial>(MAX_SPARE_MATERIALS);

  constructor(readonly shared: Shared) {}

  /** @param key text of its programs, as `SurfaceMaterial.keyOf` gives it */
  make(piece: Piece, analysis: Analysis, pair: SurfaceOnForm, key: string): SurfaceMaterial {
    return this.spares.take(spareKey(pair, key)) ?? new SurfaceMaterial(piece, analysis, pair, this.shared);
  }

  letGo(material: SurfaceMaterial): void {
    this.spares.keep(spareKey(material.pair, material.key), material);
  }

  dispose(): void {
    this.spares.dispose();
  }
}
