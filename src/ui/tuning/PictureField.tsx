import { ImagePlus, X } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { errorSentence } from '@/core/error-sentence';
import type { Piece, Step, Strand } from '@/core/piece/types';
import type { PictureParam } from '@/core/steps';
import { SAMPLE_PICTURES } from '@/demo/pictures';
import { notify } from '@/state/panels/notify';
import { importPicture } from '@/state/assets/pictures';
import { useWorkbench } from '@/state/workbench';
import { decoded } from '@/workers/remotes';
import { Button } from '../parts/Button';
import { Menu } from '../parts/Menu';
import { putPicture } from './put-picture';

interface Props {
  piece: Piece;
  strand: Strand;
  step: Step;
  param: PictureParam;
  value: string;
  onClear: () => void;
}

/** A picture of the piece: drop a file on it, choose one, or take a sample. */
export function PictureField({ piece, strand, step, param, value, onClear }: Props) {
  const input = useRef<HTMLInputElement>(null);
  const [busy, setBusy] = useState(false);
  const [over, setOver] = useState(false);
  const asset = piece.assets.find((a) => a.id === value);

  const take = async (file: File | undefined) => {
    if (!file) return;
    setBusy(true);
    try {
      const taken = await importPicture(file);
      useWorkbench.getState().edit((p) => putPicture(p, { strand: strand.id, step: step.id, param: param.id }, taken));
    } catch (error) {
      notify('error', `"${file.name}" was not imported. ${errorSentence(error)}`);
    } finally {
      setBusy(false);
    }
  };
  const sample = (id: string) => {
    const found = SAMPLE_PICTURES.find((s) => s.id === id)!;
    void take(new File([found.make()], `${found.id}.png`, { type: 'image/png' }));
  };

  return (
    <div
      data-picture-drop
      className={`my-1 flex items-center gap-2.5 rounded-md border p-1.5 ${over ? 'border-lichen' : 'border-line'}`}
      onDragOver={(e) => {
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(e) => {
        e.preventDefault();
        e.stopPropagation();
        setOver(false);
        void take(e.dataTransfer.files[0]);
      }}
    >
      <Thumb asset={asset?.id} />
      <div className="min-w-0 flex-1">
        <p className="truncate">{busy ? 'taking it in …' : (asset?.name ?? 'No picture yet. Drop one here.')}</p>
        <div className="flex gap-1">
          <Button look="bare" disabled={busy} onClick={() => input.current!.click()}>
            <ImagePlus size={14} /> Choose a file
          </Button>
          <Menu
            trigger={
              <Button look="bare" disabled={busy}>
                Samples
              </Button>
            }
            items={() => SAMPLE_PICTURES.map((s) => ({ label: s.name, run: () => sample(s.id) }))}
          />
          {asset && (
            <Button look="icon" aria-label="Take the picture out" onClick={onClear}>
              <X size={13} />
            </Button>
          )}
        </div>
      </div>
      <input
        ref={input}
        type="file"
        aria-label={`${param.name}, file`}
        className="sr-only"
        tabIndex={-1}
        accept={`image/png,image/jpeg,image/webp,image/svg+xml${param.panorama ? ',.hdr' : ''}`}
        onChange={(e) => {
          void take(e.target.files?.[0]);
          e.target.value = '';
        }}
      />
    </div>
  );
}

const [WIDTH, HEIGHT] = [56, 40];

function Thumb({ asset }: { asset: string | undefined }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const ready = asset !== undefined && decoded.has(asset);
  useEffect(() => {
    const g = canvas.current!.getContext('2d')!;
    g.clearRect(0, 0, WIDTH, HEIGHT);
    if (!asset || !ready) return;
    const { width, height, data } = decoded.pixels(asset);
    const whole = new OffscreenCanvas(width, height);
    whole.getContext('2d')!.putImageData(new ImageData(new Uint8ClampedArray(data), width, height), 0, 0);
    const factor = Math.min(WIDTH / width, HEIGHT / height);
    g.drawImage(whole, (WIDTH - width * factor) / 2, (HEIGHT - height * factor) / 2, width * factor, height * factor);
  }, [asset, ready]);
  return <canvas ref={canvas} width={WIDTH} height={HEIGHT} className="shrink-0 rounded bg-ground" aria-hidden />;
}
