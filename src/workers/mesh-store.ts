import { errorSentence } from '@/core/error-sentence';
import { bakeKey } from '@/core/forms/bake-key';
import type { Skin } from '@/core/mesh/skin';
import { strandById, type Piece, type Strand } from '@/core/piece/types';
import { decoded, withoutAssetData, studio } from './remotes';
import { Ended } from './thread';

/** Meshes of a piece's forms, baked in the worker and kept by what they depend on. */
export class MeshStore {
  private readonly meshes = new Map<string, { key: string; mesh: Skin | null }>();

  constructor(private readonly failed: (sentence: string) => void) {}

  readonly get = (form: string): Skin | undefined => this.meshes.get(form)?.mesh ?? undefined;

  /** Are all its meshes there, or known not to be possible? */
  has(piece: Piece): boolean {
    return piece.strands.every((s) => s.kind !== 'form' || this.isRight(piece, s));
  }

  private isRight(piece: Piece, form: Strand): boolean {
    return this.meshes.get(form.id)?.key === bakeKey(piece, decoded, form);
  }

  /**
   * Bakes what changed.
   * @param present the piece as it is by the time that a mesh is made: a mesh that is right for it stays, also where
   * one of an earlier piece comes after it
   * @returns whether any mesh is another one now
   */
  async update(piece: Piece, present: () => Piece = () => piece): Promise<boolean> {
    let changed = false;
    const isThere = (form: string) => {
      const now = strandById(present(), form);
      return now !== undefined && this.isRight(present(), now);
    };
    for (const strand of piece.strands) {
      if (strand.kind !== 'form') continue;
      const key = bakeKey(piece, decoded, strand);
      const known = this.meshes.get(strand.id);
      if (known?.key === key) continue;
      try {
        const mesh = await studio().mesh(withoutAssetData(piece), strand.id);
        if (isThere(strand.id)) continue;
        this.meshes.set(strand.id, { key, mesh });
        changed = true;
      } catch (error) {
        if (isThere(strand.id)) continue;
        // The mesh before stays; the same wrong values are not tried again.
        this.meshes.set(strand.id, { key, mesh: known?.mesh ?? null });
        this.failed(
          error instanceof Ended
            ? `The making of "${strand.name}" was stopped. It stays as it was; undo the last change, or ` +
                'change it again.'
            : `"${strand.name}" could not be made: ${errorSentence(error)}`,
        );
      }
    }
    for (const id of [...this.meshes.keys()]) if (!strandById(present(), id)) this.meshes.delete(id);
    return changed;
  }
}
