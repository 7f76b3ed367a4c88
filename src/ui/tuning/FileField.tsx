import { FileUp, X } from 'lucide-react';
import { useRef, useState } from 'react';
import { setPictureParam } from '@/core/piece/edit';
import type { Piece, Step, Strand } from '@/core/piece/types';
import type { MeshParam, PictureParam } from '@/core/steps';
import { importTable } from '@/state/colour-tables';
import { importMesh } from '@/state/mesh-files';
import { notify } from '@/state/notify';
import { useWorkbench } from '@/state/workbench';
import { Button } from '../parts/Button';

interface Props {
  piece: Piece;
  strand: Strand;
  step: Step;
  param: MeshParam | PictureParam;
  value: string;
  onClear: () => void;
}

/** Files that are read in a thread of their own, and can be stopped. */
const KINDS = {
  mesh: {
    take: importMesh,
    accept: '.obj,.ply,.stl,.glb,.gltf',
    words: 'No file yet. Drop an OBJ, PLY, STL, GLB or glTF here.',
  },
  table: { take: importTable, accept: '.cube', words: 'No table yet. Drop a .cube here.' },
};

/** A mesh file or a colour table of the piece: drop one on it, or choose one. */
export function FileField({ piece, strand, step, param, value, onClear }: Props) {
  const kind = KINDS[param.type === 'mesh' ? 'mesh' : 'table'];
  const input = useRef<HTMLInputElement>(null);
  /** Ends the reading that goes on. */
  const [stop, setStop] = useState<AbortController | null>(null);
  const [over, setOver] = useState(false);
  const asset = piece.assets.find((a) => a.id === value);
  const take = async (file: File | undefined) => {
    if (!file) return;
    const control = new AbortController();
    setStop(control);
    try {
      const taken = await kind.take(file, control.signal);
      useWorkbench.getState().edit((p) => setPictureParam(p, strand.id, step.id, param.id, taken));
    } catch (error) {
      if (!control.signal.aborted) notify('error', `"${file.name}" was not taken in. ${(error as Error).message}`);
    } finally {
      setStop(null);
    }
  };
  return (
    <div
      data-file-drop
      className={`my-1 rounded-md border p-2 ${over ? 'border-lichen' : 'border-line'}`}
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
      <p className="truncate" aria-live="polite">
        {stop ? 'reading it …' : (asset?.name ?? kind.words)}
      </p>
      <div className="flex gap-1">
        {stop ? (
          <Button look="bare" onClick={() => stop.abort()}>
            <X size={14} /> Stop
          </Button>
        ) : (
          <Button look="bare" onClick={() => input.current!.click()}>
            <FileUp size={14} /> Choose a file
          </Button>
        )}
        {asset && !stop && (
          <Button look="icon" aria-label="Take the file out" onClick={onClear}>
            <X size={13} />
          </Button>
        )}
      </div>
      <input
        ref={input}
        type="file"
        aria-label={`${param.name}, file`}
        className="sr-only"
        tabIndex={-1}
        accept={kind.accept}
        onChange={(e) => {
          void take(e.target.files?.[0]);
          e.target.value = '';
        }}
      />
    </div>
  );
}
