import { positionOf } from '@/core/piece/desk';
import { positionedValue } from '@/core/piece/rehearsal';
import type { Control, Piece } from '@/core/piece/types';
import { moveControl } from '@/state/playback/move-control';
import { assign, assignAll, fadeTo, learn, panic, useRehearsal } from '@/state/playback/rehearsal';
import { offeredInputs } from '@/state/playback/assignments';
import { tapTempo } from '@/state/playback/tempo';
import { endGesture, useWorkbench } from '@/state/workbench';
import { PlainSlider } from '../parts/PlainSlider';
import { RecordPart } from '../parts/RecordPart';
import { Button } from '../parts/Button';
import { clearMemory } from '@/actions/viewer-handle';
import { SettingField } from '../parts/SettingField';
import { useSetting } from '../parts/use-setting';
import { NumberInput } from '../parts/NumberField';
import { LearnButton } from './LearnButton';
import { MicrophonePart } from './MicrophonePart';

/** What is played: the controls of the desk, wide, and the looks. */
export function Played() {
  const piece = useWorkbench((s) => s.piece);
  return (
    <div
      className="h-full overflow-y-auto border-l border-line p-4"
      onPointerUp={endGesture}
      onPointerCancel={endGesture}
    >
      <div className="mb-3 flex gap-2">
        <Button onClick={() => panic(clearMemory)} title="Stops, puts all controls back and clears the memory">
          Panic
        </Button>
        <Button onClick={() => tapTempo()} title="Tap twice or more (T)">
          Tap the tempo
        </Button>
      </div>
      <RecordPart />
      <h2 className="font-semibold">Controls</h2>
      {piece.controls.length === 0 && (
        <p className="text-mute">
          Nothing is exposed on the desk yet. In the workbench, open the round button beside a number and choose “Put
          out on the desk”.
        </p>
      )}
      <OfferedInputs piece={piece} />
      <ul aria-label="Controls">
        {piece.controls.map((control) => (
          <PlayedControl key={control.id} {...{ piece, control }} />
        ))}
      </ul>
      <Looks />
      <MicrophonePart />
    </div>
  );
}

/** Offers what inputs drove in the piece before, where this one has controls of those names and nothing of its own. */
function OfferedInputs({ piece }: { piece: Piece }) {
  const id = useWorkbench((s) => s.id);
  const assigned = useRehearsal((s) => s.assigned);
  const offer = Object.keys(assigned).length === 0 ? offeredInputs(id, piece) : null;
  if (!offer) return null;
  return (
    <p className="mb-2 rounded-md border border-line p-2 text-mute">
      In “{offer.from}”: {offer.names.join(', ')}.{' '}
      <Button look="bare" className="text-lichen" onClick={() => assignAll(offer.assigned)}>
        Use that here
      </Button>{' '}
      <Button look="bare" onClick={() => assignAll({})}>
        No
      </Button>
    </p>
  );
}

function PlayedControl({ piece, control }: { piece: Piece; control: Control }) {
  const { learning, assigned } = useRehearsal();
  const inputs = Object.entries(assigned).filter(([, d]) => 'control' in d && d.control === control.id);
  const value = useSetting(control);
  return (
    <li className="my-1">
      <div className="flex items-center gap-2">
        <span className="grow truncate">{control.name}</span>
        {inputs.map(([input]) => (
          <button
            key={input}
            type="button"
            title="Remove this assignment"
            className="rounded bg-raised px-1.5 text-mute hover:text-text"
            onClick={() => assign(input, null)}
          >
            {input}
          </button>
        ))}
        {typeof value === 'number' && (
          <LearnButton
            name={control.name}
            isLearning={learning !== null && 'control' in learning && learning.control === control.id}
            onClick={() => learn({ control: control.id })}
          />
        )}
      </div>
      {typeof value === 'number' ? (
        <PlainSlider
          label={control.name}
          value={positionOf(control, value)}
          onChange={(t) => moveControl(control.id, positionedValue(piece, control.id, t)!)}
          onReset={() => moveControl(control.id, control.default)}
        />
      ) : (
        <SettingField {...{ piece, control, value }} onChange={(v) => moveControl(control.id, v)} />
      )}
    </li>
  );
}

function Looks() {
  const looks = useWorkbench((s) => s.piece.looks);
  const fade = useRehearsal((s) => s.fade);
  if (looks.length === 0) return null;
  return (
    <section aria-label="Looks" className="mt-4">
      <div className="flex items-center gap-2">
        <h2 className="grow font-semibold">Looks</h2>
        <span className="text-mute">over</span>
        <span className="w-20">
          <NumberInput
            label="Seconds over which looks go over into each other"
            unit="s"
            value={fade}
            step={0.1}
            onChange={(v) => useRehearsal.setState({ fade: Math.min(60, Math.max(0, v)) })}
          />
        </span>
      </div>
      <ul className="mt-1 grid grid-cols-2 gap-1">
        {looks.map((look) => (
          <li key={look.id}>
            <Button className="w-full truncate" title={`Go over to ${look.name}`} onClick={() => fadeTo(look)}>
              {look.name}
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
