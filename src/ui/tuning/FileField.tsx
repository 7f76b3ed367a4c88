import { setPictureParam } from '@/core/piece/edit';
import type { Piece, Step, Strand } from '@/core/piece/types';
import type { MeshParam, PictureParam } from '@/core/steps';
import { importTable } from '@/state/assets/colour-tables';
import { importMesh } from '@/state/assets/mesh-files';
import { useWorkbench } from '@/state/workbench';
import { FileDrop } from '../parts/FileDrop';

interface Props {
  piece: Piece;
  strand: Strand;
  step: Step;
  param: MeshParam | PictureParam;
  value: string;
  onClear: () => void;
}

const KINDS = {
  mesh: {
    take: importMesh,
    accept: '.obj,.ply,.stl,.glb,.gltf',
    words: 'No file yet. Drop an OBJ, PLY, STL, GLB or glTF here.',
  },
  table: { take: importTable, accept: '.cube', words: 'No table yet. Drop a .cube here.' },
};

/** A mesh file or a colour table of the piece. */
export function FileField({ piece, strand, step, param, value, onClear }: Props) {
  const { take, accept, words } = KINDS[param.type === 'mesh' ? 'mesh' : 'table'];
  return (
    <FileDrop
      {...{ name: param.name, words, accept, onClear }}
      file={piece.assets.find((a) => a.id === value)?.name}
      take={async (file, signal) => {
        const asset = await take(file, signal);
        useWorkbench.getState().edit((p) => setPictureParam(p, strand.id, step.id, param.id, asset));
      }}
    />
  );
}
