import { useEffect, useState } from 'react';
import { errorSentence } from '@/core/error-sentence';
import { strandById, type Piece, type Step, type Strand } from '@/core/piece/types';
import type { Preview } from '@/core/preview';
import { patchPlace } from '@/core/preview/patch';
import { patchFor } from '@/core/preview/where-used';
import { dependsOn, usePreviews } from '@/state/measured/previews';
import { useTransport } from '@/state/playback/transport';
import { useWorkbench } from '@/state/workbench';
import { withoutAssetData, studio } from '@/workers/remotes';
import { Playhead } from '../parts/Playhead';
import { PreviewCanvas } from '../parts/PreviewCanvas';
import { StageDrawing } from '../parts/StageDrawing';
import { shortNumber } from '@/actions/number-words';
import { useShot } from './use-shot';

const WIDTH = 196;
const HEIGHT = 110;

interface Props {
  piece: Piece;
  strand: Strand;
  step: Step;
}

/** The step drawn larger, with its measured range; pointing at it reads values. */
export function LargePreview({ piece, strand, step }: Props) {
  const preview = useLarge(piece, strand, step);
  const [read, setRead] = useState<string | null>(null);
  const shot = useShot(strand, step, WIDTH, HEIGHT);
  const readable = strand.kind === 'field' || strand.kind === 'signal';

  const probe = async (event: React.PointerEvent) => {
    if (!readable) return;
    const box = event.currentTarget.getBoundingClientRect();
    const u = Math.min(1, Math.max(0, (event.clientX - box.left) / box.width));
    const v = Math.min(1, Math.max(0, 1 - (event.clientY - box.top) / box.height));
    const phase = strand.kind === 'signal' ? u : useTransport.getState().frame / piece.loop.frames;
    const place = patchPlace(u, v, WIDTH / HEIGHT, phase, patchFor(piece, strand, usePreviews.getState().patches));
    try {
      const values = await studio().probe(withoutAssetData(piece), strand.id, step.id, place);
      const where =
        strand.kind === 'signal'
          ? `frame ${Math.round(u * piece.loop.frames)}`
          : (place.rest as number[]).map(shortNumber).join(', ');
      setRead(`${values.map(shortNumber).join('  ')} at ${where}`);
    } catch (error) {
      setRead(errorSentence(error));
    }
  };

  if (strand.kind === 'stage')
    return (
      <div className="overflow-hidden rounded-md border border-line">
        <StageDrawing piece={piece} strand={strand} step={step} preview={shot} width={WIDTH} height={HEIGHT} />
      </div>
    );
  const shown = strand.kind === 'finish' ? shot : preview;
  const range = shown && 'low' in shown && shown.low !== undefined ? [shown.low, shown.high!] : null;
  return (
    <>
      <div
        onPointerMove={(e) => void probe(e)}
        onPointerLeave={() => setRead(null)}
        className={readable ? 'relative cursor-crosshair' : ''}
      >
        <PreviewCanvas
          preview={shown}
          width={WIDTH}
          height={HEIGHT}
          label={`Preview of ${step.op}`}
          className="rounded-md border border-line"
        />
        {shown?.kind === 'plot' && <Playhead plot={shown} frames={piece.loop.frames} />}
      </div>
      {shown?.kind === 'none' && <p className="mt-1 text-warn">{shown.why}</p>}
      {range && (
        <p data-range className="tabular mt-1 flex justify-between text-mute">
          <span>lowest {shortNumber(range[0]!)}</span>
          <span>highest {shortNumber(range[1]!)}</span>
        </p>
      )}
      <p aria-live="polite" className="tabular min-h-[18px] text-lichen">
        {read ?? ''}
      </p>
    </>
  );
}

/** Draws the step again whenever it or the playhead changed, never two drawings at once. */
function useLarge(piece: Piece, strand: Strand, step: Step): Preview | undefined {
  const [preview, setPreview] = useState<Preview>();
  const frame = useTransport((s) => (s.playing ? -1 : s.frame));
  const patches = usePreviews((s) => s.patches);
  const patch = patchFor(piece, strand, patches);
  const depends = dependsOn(piece, strand);
  useEffect(() => {
    let ended = false;
    const timer = setTimeout(async () => {
      const { piece: now } = useWorkbench.getState();
      const at = strandById(now, strand.id);
      if (!at || at.kind === 'stage' || at.kind === 'finish') return;
      const phase = useTransport.getState().frame / now.loop.frames;
      try {
        const size = { width: WIDTH, height: HEIGHT };
        const job = { piece: withoutAssetData(now), strand: strand.id, steps: [step.id], size, phase, patch };
        const drawn = await studio().previews(job);
        if (!ended) setPreview(drawn[0]?.[1]);
      } catch (error) {
        if (!ended) setPreview({ kind: 'none', why: errorSentence(error) });
      }
    }, 30);
    return () => {
      ended = true;
      clearTimeout(timer);
    };
  }, [depends, patch, strand.id, step.id, frame]);
  return preview;
}
