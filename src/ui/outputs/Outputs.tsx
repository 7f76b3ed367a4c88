import { Eye, Plus, Trash2 } from 'lucide-react';
import { boxInside, changeOutput, isOutside, metresOf, removeOutput } from '@/core/piece/outputs';
import { LIMITS } from '@/core/piece/limits';
import { TURNS, type Output, type Piece } from '@/core/piece/types';
import { usePanels } from '@/state/panels/panels';
import { endGesture, useWorkbench } from '@/state/workbench';
import { toggleHall } from '@/actions/hall';
import { addOutput, readOutputTable, saveOutputs, useSelectedOutput, wallSize } from '@/actions/outputs';
import { Button } from '../parts/Button';
import { FileDrop } from '../parts/FileDrop';
import { PlainList } from '../parts/PlainList';
import { SettingRow } from '../parts/SettingRow';
import { Amount, metres, Pair, within } from './amounts';
import { Standing } from './Standing';
import { WallLight } from './WallLight';

/** The parts of the picture that walls show. */
export function Outputs() {
  const piece = useWorkbench((s) => s.piece);
  const selected = useSelectedOutput();
  const hall = usePanels((s) => s.hall);
  return (
    <div
      className="grid gap-x-5 gap-y-3 p-4 @min-[500px]:grid-cols-[212px_minmax(0,1fr)]"
      onPointerUp={endGesture}
      onPointerCancel={endGesture}
      onBlur={endGesture}
    >
      <div className="min-w-0">
        <h2 className="text-[15px] font-semibold">Outputs</h2>
        <p className="mb-2 text-mute">
          The part of the picture that each wall shows. Each is exported as its own file.
        </p>
        <ul aria-label="Outputs">
          {piece.outputs?.map((output) => (
            <OutputRow key={output.id} {...{ piece, output }} isSelected={output.id === selected?.id} />
          ))}
        </ul>
        <Button look="bare" className="flex items-center gap-1.5" onClick={addOutput}>
          <Plus size={14} /> Add an output
        </Button>
        <Button look="bare" className="flex items-center gap-1.5" aria-pressed={hall !== null} onClick={toggleHall}>
          <Eye size={14} /> See it in the hall
        </Button>
        {hall && <Standing hall={hall} />}
        <Table count={piece.outputs?.length ?? 0} />
      </div>
      {selected ? (
        <Fields key={selected.id} piece={piece} output={selected} />
      ) : (
        <p className="max-w-md text-mute">
          Without outputs, one wall shows the whole picture. Add one for each wall; drag their corners on the stage, or
          type their pixels here.
        </p>
      )}
    </div>
  );
}

function OutputRow({ piece, output, isSelected }: { piece: Piece; output: Output; isSelected: boolean }) {
  const edit = useWorkbench((s) => s.edit);
  return (
    <li className="flex items-center">
      <button
        type="button"
        aria-current={isSelected || undefined}
        className={`min-w-0 flex-1 truncate rounded px-1.5 py-1 text-left hover:bg-raised ${
          isSelected ? 'text-lichen' : ''
        }`}
        onClick={() => usePanels.setState({ output: output.id })}
      >
        {output.name} <span className="tabular text-mute">{wallSize(output)}</span>
        {isOutside(output, piece) && <span className="text-warn"> outside</span>}
      </button>
      <Button
        look="icon"
        aria-label={`Delete the output ${output.name}`}
        onClick={() => edit((p) => removeOutput(p, output.id))}
      >
        <Trash2 size={14} />
      </Button>
    </li>
  );
}

/** Outputs as a table, in and out. */
function Table({ count }: { count: number }) {
  return (
    <details className="mt-1">
      <summary className="cursor-pointer px-2 py-1 text-mute hover:text-text">Table of outputs</summary>
      <FileDrop
        name="Table of outputs"
        words="A CSV with name, x, y, width and height"
        accept=".csv,text/csv"
        file={undefined}
        take={readOutputTable}
        onClear={() => undefined}
      />
      <Button look="bare" disabled={count === 0} onClick={() => void saveOutputs()}>
        Save as CSV
      </Button>
    </details>
  );
}

const TURN_OPTIONS = TURNS.map((turn) => [String(turn), turn === 0 ? 'Not turned' : `${turn}° clockwise`] as const);

function Fields({ piece, output }: { piece: Piece; output: Output }) {
  const edit = useWorkbench((s) => s.edit);
  const { width, height } = piece.picture;
  const change = (some: Partial<Omit<Output, 'id'>>) =>
    edit((p) => changeOutput(p, output.id, some), `output ${output.id} ${Object.keys(some).join()}`);
  const box = (some: Partial<Output>) => change(boxInside({ ...output, ...some }, piece.picture));
  const [across, down] = metresOf(output);
  const pitch = (value: number) => change({ pitch: within(value, LIMITS.finestPitch, LIMITS.coarsestPitch) });
  const place = (axis: number) => (value: number) =>
    change({ place: output.place.map((v, i) => (i === axis ? metres(value) : v)) as Output['place'] });
  return (
    <div role="group" aria-label={`Output ${output.name}`}>
      {isOutside(output, piece) && (
        <p role="alert" className="mb-2 rounded-md border border-warn/60 px-3 py-1.5 text-warn">
          It lies outside of the picture, which is {width} x {height}.{' '}
          <button type="button" className="underline" onClick={() => box({})}>
            Move it in
          </button>
        </p>
      )}
      <SettingRow name="Name">
        <input
          aria-label="Name of the output"
          defaultValue={output.name}
          key={output.name}
          maxLength={LIMITS.nameLength}
          className="rounded border border-line bg-ground px-1.5 py-0.5"
          onBlur={(e) => e.target.value.trim() !== output.name && change({ name: e.target.value })}
          onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
        />
      </SettingRow>
      <SettingRow name="Left, top">
        <Pair>
          <Amount label="Left" value={output.x} unit="px" step={1} onChange={(x) => box({ x })} />
          <Amount label="Top" value={output.y} unit="px" step={1} onChange={(y) => box({ y })} />
        </Pair>
      </SettingRow>
      <SettingRow name="Wide, high">
        <Pair>
          <Amount label="Width" value={output.width} unit="px" step={1} onChange={(w) => box({ width: w })} />
          <Amount label="Height" value={output.height} unit="px" step={1} onChange={(h) => box({ height: h })} />
        </Pair>
      </SettingRow>
      <SettingRow name="In metres">
        <Pair>
          <Amount
            label="Width in metres"
            value={across}
            unit="m"
            step={0.01}
            onChange={(m) => pitch((1000 * m) / output.width)}
          />
          <Amount
            label="Height in metres"
            value={down}
            unit="m"
            step={0.01}
            onChange={(m) => pitch((1000 * m) / output.height)}
          />
        </Pair>
      </SettingRow>
      <SettingRow name="Pitch, peak">
        <Pair>
          <Amount label="Pixel pitch" value={output.pitch} unit="mm" step={0.1} onChange={pitch} />
          <Amount
            label="Peak brightness"
            value={output.peak}
            unit="cd/m²"
            step={10}
            onChange={(v) => change({ peak: within(v, 1, LIMITS.peak) })}
          />
        </Pair>
      </SettingRow>
      <SettingRow name="File">
        <PlainList
          label="Turned"
          options={TURN_OPTIONS}
          value={String(output.turn)}
          onChange={(turn) => change({ turn: Number(turn) as Output['turn'] })}
        />
      </SettingRow>
      <SettingRow name="Right, away">
        <Pair>
          <Amount label="To the right" value={output.place[0]} unit="m" step={0.1} onChange={place(0)} />
          <Amount label="Away from the door" value={output.place[2]} unit="m" step={0.1} onChange={place(2)} />
        </Pair>
      </SettingRow>
      <SettingRow name="Up, turned">
        <Pair>
          <Amount label="Height of the lower edge" value={output.place[1]} unit="m" step={0.1} onChange={place(1)} />
          <Amount
            label="Turned to the left by"
            value={output.facing}
            unit="°"
            step={1}
            onChange={(v) => change({ facing: within(v, -360, 360) })}
          />
        </Pair>
      </SettingRow>
      <WallLight {...{ piece, output }} />
    </div>
  );
}
