import { bakeKey } from '@/core/forms/bake-key';
import type { Skin } from '@/core/mesh/skin';
import type { Piece } from '@/core/piece/types';
import { Ended, withoutAssetData, studio } from './remotes';

/** Meshes of a piece's forms, baked in the worker and kept by what they depend on. */
export class MeshStore {
  private readonly meshes = new Map<string, { key: string; mesh: Skin | null }>();

  constructor(private readonly failed: (sentence: string) => void) {}

  readonly get = (form: string): Skin | undefined => this.meshes.get(form)?.mesh ?? undefined;

  /** Are all its meshes there, or known not to be possible? */
  has(piece: Piece): boolean {
    return piece.strands.every((s) => s.kind !== 'form' || this.meshes.get(s.id)?.key === bakeKey(piece, s));
  }

  /** Bakes what changed. @returns whether any mesh is another one now. */
  async update(piece: Piece): Promise<boolean> {
    let changed = false;
    for (const strand of piece.strands) {
      if (strand.kind !== 'form') continue;
      const key = bakeKey(piece, strand);
      const known = this.meshes.get(strand.id);
      if (known?.key === key) continue;
      try {
        const mesh = await studio().mesh(withoutAssetData(piece), strand.id);
        this.meshes.set(strand.id, { key, mesh });
        changed = true;
      } catch (error) {
        // The mesh before stays; the same wrong values are not tried again.
        this.meshes.set(strand.id, { key, mesh: known?.mesh ?? null });
        this.failed(
          error instanceof Ended
            ? `The making of "${strand.name}" was stopped. It stays as it was; undo the last change, or ` +
                'change it again.'
            : `"${strand.name}" could not be made: ${(error as Error).message}`,
        );
      }
    }
    for (const id of [...this.meshes.keys()]) if (!piece.strands.some((s) => s.id === id)) this.meshes.delete(id);
    return changed;
  }
}
