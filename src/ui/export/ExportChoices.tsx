import { useState } from 'react';
import { FILM_FORMATS } from '@/core/export/films';
import { framesOf, sizeFor, spanWithin, type ExportSpan } from '@/core/export/settings';
import { shownBy } from '@/core/weave';
import { useExportSettings } from '@/state/export-settings';
import { useChecks, verdictOf } from '@/state/measured/checks';
import { useKnownChecks } from '@/state/measured/known';
import { notify } from '@/state/panels/notify';
import { useTransport } from '@/state/playback/transport';
import { useWorkbench } from '@/state/workbench';
import type { ExportKind, ExportOrder } from '@/actions/export';
import { canPickFolder, pickFolder } from '@/actions/export-folder';
import { seconds } from '@/actions/number-words';
import { listed } from '@/actions/words';
import { KINDS_WITH_GLSL, savePiece, saveGlsl } from '@/actions/steps';
import { Button } from '../parts/Button';
import { ExportForm } from './ExportForm';
import { ExportPage } from './ExportPage';
import { ExportSettings, Line } from './ExportSettings';
import { FilmRow } from './FilmRow';
import { Choice, ExportRow } from './fields';

const NO_FOLDER = 'The folder could not be opened for writing. Choose another one, or export the frames as a ZIP.';

const PARTS = [
  { id: 'whole', name: 'The whole picture' },
  { id: 'outputs', name: 'Each output' },
];

interface Props {
  asked: ExportSpan;
  setSpan: (span: ExportSpan) => void;
  run: (order: ExportOrder) => void;
}

/** All that can be exported, and how. */
export function ExportChoices({ asked, setSpan, run }: Props) {
  const piece = useWorkbench((s) => s.piece);
  const selected = useWorkbench((s) => s.selected);
  const play = piece.loop.play;
  const verdict = verdictOf(useChecks(), play);
  const known = useKnownChecks();
  const settings = useExportSettings();
  const span = spanWithin(asked, piece.loop.frames);
  const count = framesOf(span).length;
  const size = sizeFor(piece, settings);
  const output = shownBy(piece);
  const written = KINDS_WITH_GLSL.flatMap((kind) => piece.strands.filter((s) => s.kind === kind));
  const [glsl, setGlsl] = useState(
    written.some((s) => s.id === selected?.strand) ? selected!.strand : (written[0]?.id ?? ''),
  );
  const forms = piece.strands.filter((s) => s.kind === 'form');
  const nothing = !output.finish && !output.stage;
  const closes = verdict.state === 'breaks' ? false : ['closes', 'still'].includes(verdict.state) ? true : null;
  const outputs = piece.outputs?.length ?? 0;
  const [byOutput, setByOutput] = useState(outputs > 0);
  const order = (kind: ExportKind, folder?: FileSystemDirectoryHandle) =>
    run({ kind, settings, span, byOutput, checks: known, frame: useTransport.getState().frame, closes, folder });
  const toFolder = async () => {
    const folder = await pickFolder().catch(() => notify('error', NO_FOLDER));
    if (folder) order('frames', folder);
  };
  const exporting = (name: string, start: () => void) => (
    <Button disabled={nothing} onClick={start} aria-label={`Export the ${name}`}>
      Export
    </Button>
  );
  return (
    <div>
      <p className="tabular mb-3 text-mute">
        {size.width} x {size.height}, {count === piece.loop.frames ? '' : `${count} of `}
        {piece.loop.frames} frames at {piece.loop.rate} a second, {seconds(piece.loop.frames, piece.loop.rate)}
      </p>
      <ExportSettings loop={piece.loop} span={span} setSpan={setSpan}>
        {outputs > 0 && (
          <Line name="Walls">
            <Choice
              label="Parts of the picture"
              options={PARTS}
              value={byOutput ? 'outputs' : 'whole'}
              onChange={(part) => setByOutput(part === 'outputs')}
            />
            {byOutput && `${listed(piece.outputs!.map((o) => o.name))}, each as its own file`}
          </Line>
        )}
      </ExportSettings>
      {verdict.state === 'breaks' && (
        <p role="alert" className="mb-3 rounded-md border border-bad/60 px-3 py-2 text-bad">
          The loop does not close yet. The checks say where, and what mends it.
        </p>
      )}
      {nothing && (
        <p role="alert" className="mb-3 rounded-md border border-warn/60 px-3 py-2 text-warn">
          There is no picture yet: add a stage or a finish first.
        </p>
      )}
      <ul className="grid gap-2">
        <ExportRow name="Still" buttons={exporting('Still', () => order('still'))}>
          The frame under the playhead.
        </ExportRow>
        <ExportRow
          name="Frames"
          buttons={
            <>
              {canPickFolder() && (
                <Button disabled={nothing} onClick={() => void toFolder()} aria-label="Put the frames into a folder">
                  Folder
                </Button>
              )}
              {exporting('Frames', () => order('frames'))}
            </>
          }
        >
          Numbered pictures in a folder or a ZIP.
        </ExportRow>
        {FILM_FORMATS.map((format) => (
          <FilmRow key={format} format={format} size={size} disabled={nothing} run={() => order(format)} />
        ))}
        <ExportPage disabled={nothing} />
        <ExportRow
          name="Piece"
          buttons={
            <Button onClick={savePiece} aria-label="Export the piece">
              Export
            </Button>
          }
        >
          The piece itself, to open again or pass on.
        </ExportRow>
        {forms.length > 0 && <ExportForm forms={forms} />}
        {written.length > 0 && (
          <ExportRow
            name="GLSL"
            buttons={
              <Button onClick={() => saveGlsl(glsl)} aria-label="Export the GLSL">
                Export
              </Button>
            }
          >
            <Choice label="Strand to export as GLSL" options={written} value={glsl} onChange={setGlsl} /> as a shader
            that compiles on its own.
          </ExportRow>
        )}
      </ul>
    </div>
  );
}
