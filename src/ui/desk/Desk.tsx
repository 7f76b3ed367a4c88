import { useState } from 'react';
import {
  blendLooks,
  changeLook,
  recallLook,
  removeLook,
  settingKind,
  storeLook,
  tracksLost,
  vary,
  withSettings,
} from '@/core/piece/desk';
import type { Look, Piece } from '@/core/piece/types';
import { usePanels } from '@/state/panels/panels';
import { notify } from '@/state/panels/notify';
import { endGesture, undo, useWorkbench } from '@/state/workbench';
import { Button } from '../parts/Button';
import { Menu } from '../parts/Menu';
import { RenameInput } from '../parts/RenameInput';
import { NumberInput } from '../parts/NumberField';
import { listed } from '@/actions/words';
import { ControlRow } from './ControlRow';
import { PlainSlider } from '../parts/PlainSlider';
import { RecordPart } from '../parts/RecordPart';
import { PlainList } from '../parts/PlainList';
import { InSight } from '../parts/InSight';

/** The controls that were exposed, and the looks: their named settings. */
export function Desk() {
  const piece = useWorkbench((s) => s.piece);
  if (piece.controls.length === 0) {
    return (
      <div className="p-5 text-mute">
        <h2 className="mb-1 text-[15px] font-semibold text-text">Nothing is exposed on the desk yet</h2>
        <p className="max-w-md">
          Select a step, open the round button beside a number or a colour, and choose “Expose on the desk”. One control
          may drive many parameters; its settings can be stored as looks.
        </p>
      </div>
    );
  }
  return (
    <div
      className="grid gap-6 p-4 @min-[500px]:grid-cols-[1fr_248px]"
      onPointerUp={endGesture}
      onPointerCancel={endGesture}
    >
      <div role="list" aria-label="Controls" className="min-w-0">
        <InSight items={piece.controls} keyOf={(c) => c.id} height={(c) => HEIGHTS[settingKind(c.value)]}>
          {(drawn) => drawn.map(({ item, frame }) => frame(<ControlRow piece={piece} control={item} />))}
        </InSight>
      </div>
      <div className="min-w-0">
        <RecordPart />
        <Looks piece={piece} />
        <Vary />
      </div>
    </div>
  );
}

/** About how high the rows of controls are, in pixels. */
const HEIGHTS: Record<ReturnType<typeof settingKind>, number> = { number: 60, point: 150, colour: 64, choice: 64 };

function Looks({ piece }: { piece: Piece }) {
  const edit = useWorkbench((s) => s.edit);
  return (
    <section aria-label="Looks">
      <div className="mb-1 flex items-center justify-between">
        <h2 className="font-semibold">Looks</h2>
        <Button look="bare" onClick={() => edit((p) => storeLook(p, `look ${p.looks.length + 1}`))}>
          Store this one
        </Button>
      </div>
      {piece.looks.length === 0 && (
        <p className="text-faint">Store how the controls stand, change them, and come back with one click.</p>
      )}
      <ul>
        {piece.looks.map((look) => (
          <LookRow key={look.id} look={look} />
        ))}
      </ul>
      {piece.looks.length > 1 && <Blend looks={piece.looks} />}
    </section>
  );
}

/** Recalls a look, and says which controls lose their keys or signals to it. */
function recall(look: Look): void {
  const { piece, edit } = useWorkbench.getState();
  const lost = tracksLost(piece, look);
  edit((p) => recallLook(p, look.id));
  if (lost.length > 0)
    notify(
      'info',
      `${listed(lost)} ${lost.length === 1 ? 'has' : 'have'} the value of "${look.name}" throughout now.`,
      {
        label: 'Undo',
        run: () => undo(),
      },
    );
}

function LookRow({ look }: { look: Look }) {
  const edit = useWorkbench((s) => s.edit);
  const compared = usePanels((s) => s.compare === look.id);
  const [renaming, setRenaming] = useState(false);
  if (renaming)
    return (
      <li className="py-0.5">
        <RenameInput
          name={look.name}
          label="Name of the look"
          onDone={(name) => {
            setRenaming(false);
            if (name) edit((p) => changeLook(p, look.id, { name }));
          }}
        />
      </li>
    );
  return (
    <li className="flex items-center gap-1">
      <Button
        look="bare"
        className="min-w-0 flex-1 truncate text-left text-text"
        title="Recall"
        onClick={() => recall(look)}
      >
        {look.name}
      </Button>
      <Button
        look="bare"
        aria-pressed={compared}
        className={compared ? 'text-lichen' : ''}
        onClick={() => usePanels.setState({ compare: compared ? null : look.id, version: null })}
      >
        {compared ? 'comparing' : 'compare'}
      </Button>
      <Menu
        trigger={
          <Button look="bare" aria-label={`More for the look ${look.name}`}>
            more
          </Button>
        }
        items={() => [
          { label: 'Store again as it stands now', run: () => edit((p) => changeLook(p, look.id, { store: true })) },
          ...(look.tracks
            ? [{ label: 'Leave out its keys', run: () => edit((p) => changeLook(p, look.id, { tracks: false })) }]
            : []),
          { label: 'Rename', run: () => setRenaming(true) },
          { label: 'Delete', run: () => edit((p) => removeLook(p, look.id)) },
        ]}
      />
    </li>
  );
}

function Blend({ looks }: { looks: Look[] }) {
  const edit = useWorkbench((s) => s.edit);
  const [ids, setIds] = useState([looks[0]!.id, looks[1]!.id]);
  const [at, setAt] = useState(0);
  const find = (id: string | undefined, otherwise: Look) => looks.find((l) => l.id === id) ?? otherwise;
  const [a, b] = [find(ids[0], looks[0]!), find(ids[1], looks[1]!)];
  const options = looks.map((l) => [l.id, l.name] as const);
  return (
    <div className="mt-2">
      <div className="flex items-center gap-2">
        <PlainList label="Blend from" options={options} value={a.id} onChange={(id) => setIds([id, b.id])} />
        <PlainList label="Blend to" options={options} value={b.id} onChange={(id) => setIds([a.id, id])} />
      </div>
      <PlainSlider
        label="Blend"
        value={at}
        onChange={(t) => {
          setAt(t);
          edit((p) => withSettings(p, blendLooks(a, b, t)), 'blend');
        }}
      />
    </div>
  );
}

/** Settings at random: the same seed and amount from the same settings give the same. */
function Vary() {
  const edit = useWorkbench((s) => s.edit);
  const [seed, setSeed] = useState(1);
  const [amount, setAmount] = useState(0.3);
  return (
    <section aria-label="Vary" className="mt-4">
      <div className="flex items-center justify-between">
        <h2 className="font-semibold">Vary at random</h2>
        <Button
          look="bare"
          onClick={() => {
            edit((p) => vary(p, seed, amount));
            setSeed(seed + 1);
          }}
        >
          Vary
        </Button>
      </div>
      <div className="grid grid-cols-[60px_1fr] items-center text-mute">
        <span>How far</span>
        <PlainSlider label="How far" value={amount} onChange={setAmount} />
        <span>Seed</span>
        <span className="w-20">
          <NumberInput label="Seed" value={seed} step={1} onChange={(v) => setSeed(Math.max(0, Math.round(v)))} />
        </span>
      </div>
      <p className="text-faint">Controls with a lock stay as they are.</p>
    </section>
  );
}
