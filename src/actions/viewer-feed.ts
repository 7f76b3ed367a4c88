import { recallLook } from '@/core/piece/desk';
import type { Piece } from '@/core/piece/types';
import { putsForm } from '@/core/steps/places-of';
import type { Preview } from '@/core/preview';
import { shownBy } from '@/core/weave';
import type { ExtraPictures } from '@/engine/extra-pictures';
import type { Viewer } from '@/engine/viewer';
import { pictureMeasured, useChecks } from '@/state/measured/checks';
import { usePanels } from '@/state/panels/panels';
import { ensureAssets } from '@/state/assets/assets';
import { bumpPictures, previewKey, putPreviews, showAcross, usePreviews } from '@/state/measured/previews';
import { useTransport } from '@/state/playback/transport';
import { useWorkbench } from '@/state/workbench';
import type { MeshStore } from '@/workers/mesh-store';
import { stepBefore } from '@/core/preview/look';
import { shownPiece } from './look';

/** What the feed does with a viewer. */
export type Fed = Pick<Viewer, 'setPiece' | 'setPhase' | 'drawnPhase' | 'playing' | 'compare' | 'isComplete'> & {
  beside: Pick<ExtraPictures, 'seam' | 'snapshots'>;
};

/** Cells of stage and finish are drawn again this long after a change, in milliseconds. */
export const SNAPSHOT_DELAY_MS = 700;

/**
 * Gives a viewer what the workbench has: the open piece (or the step that is looked at) with its meshes, the look that
 * it is compared with, and the playhead; and has the seam measured and the cells of stage and finish drawn after it.
 */
export class ViewerFeed {
  private timer: ReturnType<typeof setTimeout> | undefined;
  private ended = false;
  /** Assets that are decoded, or cannot be. */
  private decoded: Piece['assets'] | null = null;
  /** Nothing was measured yet of what this viewer shows. */
  private unmeasured = true;
  /** Aborted by the next edit, and at the end. */
  private edit = new AbortController();
  private readonly stops: (() => void)[];

  constructor(
    private readonly viewer: Fed,
    private readonly meshes: Pick<MeshStore, 'get' | 'has' | 'update'>,
  ) {
    this.stops = [
      useWorkbench.subscribe((now, before) => {
        if (now.piece === before.piece) return;
        this.begin();
        this.compare();
      }),
      usePanels.subscribe((now, before) => {
        if (now.looking !== before.looking) {
          void this.show().then(() => this.measure());
          // Cells that were to be drawn while a step was looked at are still to be drawn.
          this.snapshotSoon();
        }
        if (
          now.compare !== before.compare ||
          now.split !== before.split ||
          now.looking !== before.looking ||
          now.before !== before.before
        )
          this.compare();
      }),
      useTransport.subscribe((now, before) => {
        if (before.playing && !now.playing && now.frame === before.frame) this.rest();
        this.seek();
        // Cells show the frame that is looked at, as those of fields do.
        if (!now.playing && (now.frame !== before.frame || before.playing)) this.snapshotSoon();
      }),
      usePreviews.subscribe((now, before) => now.size !== before.size && this.snapshotSoon()),
    ];
    this.begin();
    this.seek();
  }

  end(): void {
    this.ended = true;
    this.edit.abort();
    clearTimeout(this.timer);
    for (const stop of this.stops) stop();
  }

  /** Measures the picture's seam; a step that is looked at is not the picture. */
  async measure(): Promise<void> {
    if (usePanels.getState().looking) return;
    const answer = await this.viewer.beside.seam();
    // A viewer that is gone measures no more; the one after it answers for the picture.
    if (!this.ended) pictureMeasured(answer);
  }

  private show(): Promise<void> {
    const { piece } = useWorkbench.getState();
    const complete = this.decoded === piece.assets && this.meshes.has(piece);
    return this.viewer.setPiece(shownPiece(piece, usePanels.getState().looking), this.meshes.get, complete);
  }

  /** Begins with the present piece, and ends what still goes on for an earlier one. */
  private begin(): void {
    this.edit.abort();
    this.edit = new AbortController();
    void this.feed(this.edit.signal);
  }

  /** What follows an edit, one after the other: files, a picture, meshes, the picture with them, its seam, cells. */
  private async feed(edit: AbortSignal): Promise<void> {
    const { piece } = useWorkbench.getState();
    if (await ensureAssets(piece)) bumpPictures();
    if (edit.aborted) return;
    this.decoded = piece.assets;
    await this.show();
    this.snapshotSoon();
    // Meshes are asked for also where the next edit came meanwhile: a drag would end before the first was made.
    if (this.ended) return;
    if (this.meshes.has(piece) && !this.unmeasured && !useChecks.getState().making) return;
    const changed = await this.meshes.update(piece, () => useWorkbench.getState().piece);
    // While a form is dragged, the meshes that are overtaken are shown as well.
    if (edit.aborted) return changed && !this.ended ? this.show() : undefined;
    showAcross(piece, this.meshes.get);
    await this.show();
    if (edit.aborted) return;
    this.snapshotSoon();
    await this.measure();
    if (!edit.aborted) this.unmeasured = false;
  }

  private compare(): void {
    const { compare: id, split, looking, before } = usePanels.getState();
    const { piece } = useWorkbench.getState();
    const previous = looking && before ? stepBefore(piece, looking) : null;
    if (previous) {
      this.viewer.compare({ upTo: previous, split });
      return;
    }
    const known = id !== null && !looking && piece.looks.some((l) => l.id === id);
    this.viewer.compare(known ? { piece: recallLook(piece, id), split } : null);
  }

  private seek(): void {
    const { asked, playing } = useTransport.getState();
    this.viewer.playing = playing;
    this.viewer.setPhase(asked / useWorkbench.getState().piece.loop.frames);
  }

  /** Stays at the frame that was drawn last, where the clock has asked for later ones. */
  private rest(): void {
    const { loop } = useWorkbench.getState().piece;
    const { pictured, asked, goTo } = useTransport.getState();
    goTo(pictured ? this.viewer.drawnPhase * loop.frames : asked, loop);
  }

  /** Has the cells drawn again, a moment after the last change. */
  snapshotSoon(): void {
    clearTimeout(this.timer);
    if (!this.ended) this.timer = setTimeout(() => void this.snapshotCells(), SNAPSHOT_DELAY_MS);
  }

  /** Draws the cells of stage and finish. Those of a picture that is not all there would show what it is not. */
  private async snapshotCells(): Promise<void> {
    const { piece } = useWorkbench.getState();
    const { finish, stage } = shownBy(piece);
    if (!finish || !this.viewer.isComplete || usePanels.getState().looking) return;
    const finishes = piece.strands.filter((s) => s.kind === 'finish');
    const steps = [finish, ...finishes.filter((s) => s !== finish)].flatMap((strand) =>
      strand.steps.map((s) => ({ strand: strand.id, step: s.id })),
    );
    const { width, height } = usePreviews.getState().size;
    const drawn = await this.viewer.beside.snapshots(steps, width, height);
    const shot = drawn[0];
    if (!shot) return;
    const places = (stage?.steps ?? []).filter(putsForm);
    putPreviews([
      ...drawn.map((preview, i): [string, Preview] => [previewKey(steps[i]!.strand, steps[i]!.step), preview]),
      ...places.map((s): [string, Preview] => [previewKey(stage!.id, s.id), shot]),
    ]);
  }
}
