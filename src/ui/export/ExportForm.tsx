import { useEffect, useState } from 'react';
import { errorSentence } from '@/core/error-sentence';
import { fileStem } from '@/core/formats/file-stem';
import { MESH_FORMATS, type MeshFormat } from '@/core/formats/mesh/file-types';
import type { Piece, Strand } from '@/core/piece/types';
import { ensureAssets } from '@/state/assets/assets';
import { useTransport } from '@/state/playback/transport';
import { useWorkbench } from '@/state/workbench';
import { endStudio, withoutAssetData, studio } from '@/workers/remotes';
import { download } from '@/actions/download';
import { Button } from '../parts/Button';
import { Choice, ExportRow } from './fields';
import { useWriting } from './writing';

/** What a form can be taken as; a loop is a GLB with every frame in it. */
type FormFormat = MeshFormat | 'loop';
const CHOICES: { id: FormFormat; name: string }[] = [
  ...MESH_FORMATS.map((f) => ({ id: f, name: f === 'gltf' ? 'glTF' : f.toUpperCase() })),
  { id: 'loop', name: 'GLB with its loop' },
];
const TYPES: Record<MeshFormat, string> = {
  glb: 'model/gltf-binary',
  gltf: 'model/gltf+json',
  obj: 'model/obj',
  ply: 'application/octet-stream',
  stl: 'model/stl',
};

/** What the loop of a form would come to, in words; null while it is worked out or does not matter. */
function useLoopSize(piece: Piece, form: string, wanted: boolean): string | null {
  const [size, setSize] = useState<{ key: Piece; form: string; words: string } | null>(null);
  useEffect(() => {
    let ended = false;
    const say = (words: string) => !ended && setSize({ key: piece, form, words });
    if (wanted && form)
      void ensureAssets(piece)
        .then(() => studio().loopSize(withoutAssetData(piece), form, piece.loop.frames))
        .then((bytes) => say(` takes about ${Math.max(0.1, bytes / 2 ** 20).toFixed(1)} MB.`))
        .catch((error: unknown) => say(`: ${errorSentence(error)}`));
    return () => {
      ended = true;
    };
  }, [piece, form, wanted]);
  return size?.key === piece && size.form === form ? size.words : null;
}

/** Takes a form of the piece away as a mesh, as it stands under the playhead. */
export function ExportForm({ forms }: { forms: Strand[] }) {
  const piece = useWorkbench((s) => s.piece);
  const selected = useWorkbench((s) => s.selected);
  const [form, setForm] = useState(forms.find((s) => s.id === selected?.strand)?.id ?? forms[0]!.id);
  const [choice, setChoice] = useState<FormFormat>('glb');
  const size = useLoopSize(piece, form, choice === 'loop');
  const [busy, write] = useWriting(async () => {
    const format = choice === 'loop' ? 'glb' : choice;
    await ensureAssets(piece);
    const phase = useTransport.getState().frame / piece.loop.frames;
    const frames = choice === 'loop' ? piece.loop.frames : 0;
    const bytes = await studio().formFile(withoutAssetData(piece), form, { format, phase, frames });
    const name = fileStem(forms.find((s) => s.id === form)?.name ?? 'form');
    download(`${fileStem(piece.name)}-${name}.${format}`, bytes, TYPES[format]);
  });
  return (
    <ExportRow
      name="Form"
      buttons={
        busy ? (
          <Button onClick={endStudio} aria-label="Stop writing the form">
            Stop
          </Button>
        ) : (
          <Button onClick={write} aria-label="Export the form">
            Export
          </Button>
        )
      }
    >
      <Choice label="Form to export" options={forms} value={form} onChange={setForm} /> as{' '}
      <Choice
        label="Format of the form"
        options={CHOICES}
        value={choice}
        onChange={(chosen) => setChoice(chosen as FormFormat)}
      />
      <span className="tabular">
        {choice !== 'loop' ? ' as it is at this frame.' : (size ?? ' is being sized up.')}
      </span>
    </ExportRow>
  );
}
