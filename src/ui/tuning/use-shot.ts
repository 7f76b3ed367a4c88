import { useEffect, useState } from 'react';
import { strandById, type Piece, type Step, type Strand } from '@/core/piece/types';
import type { Preview } from '@/core/preview';
import { shownBy } from '@/core/weave';
import { previewKey, usePreviews } from '@/state/measured/previews';
import { useWorkbench } from '@/state/workbench';
import { viewerNow } from '@/actions/viewer-handle';

/** Strands whose steps are drawn with the picture. */
const isShot = ({ kind }: Strand) => kind === 'finish' || kind === 'stage';

/** The step of a finish after which a step is shown: itself, or the one that shoots the stage. */
function shotAt(piece: Piece, strand: string, step: string) {
  if (strandById(piece, strand)?.kind === 'finish') return { strand, step };
  const { finish } = shownBy(piece);
  return finish?.steps[0] && { strand: finish.id, step: finish.steps[0].id };
}

/**
 * The picture after a step of a finish, or as a stage is shot, at its own aspect.
 * @param width pixels that it may take, as `height`; it is never larger than the picture itself
 * @returns what the step's cell shows until it is drawn
 */
export function useShot(strand: Strand, step: Step, width: number, height: number): Preview | undefined {
  const key = previewKey(strand.id, step.id);
  const cell = usePreviews((s) => (isShot(strand) ? s.drawn[key] : undefined));
  const [shot, setShot] = useState<{ key: string; preview: Preview } | null>(null);
  useEffect(() => {
    const { piece } = useWorkbench.getState();
    const upTo = cell?.kind === 'picture' ? shotAt(piece, strand.id, step.id) : undefined;
    if (!upTo) return undefined;
    let ended = false;
    const { picture } = piece;
    const scale = Math.min(1, width / picture.width, height / picture.height);
    const pixels = (length: number) => Math.max(1, Math.round(length * scale));
    void viewerNow()
      ?.beside.snapshots([upTo], pixels(picture.width), pixels(picture.height))
      .then(([preview]) => {
        if (!ended && preview) setShot({ key, preview });
      });
    return () => {
      ended = true;
    };
    // A new drawing of the cell says that there is something new to be shot.
  }, [cell, key, strand.id, step.id, width, height]);
  return shot?.key === key ? shot.preview : cell;
}
