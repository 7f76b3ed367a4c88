import { Spares } from './card/spares';
import type { FinishRow } from './finish/finish-row';
import { makeShared } from './card/shared';
import { SurfaceMaterials } from './surface/surface-materials';

/** Rows that are kept after they were released; a cell of each step may have one. */
const MAX_SPARE_ROWS = 24;

/**
 * What a renderer has compiled and may need again, with the uniforms that all of it reads. It may outlive a picture:
 * the next one of the same renderer finds in it what it has in common with that.
 */
export class CompiledParts {
  readonly shared = makeShared();
  readonly materials = new SurfaceMaterials(this.shared);
  readonly rows = new Spares<FinishRow>(MAX_SPARE_ROWS);

  dispose(): void {
    this.materials.dispose();
    this.rows.dispose();
  }
}
