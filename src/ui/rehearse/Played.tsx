import { positionOf, setControl } from '@/core/piece/desk';
import { movedTo } from '@/core/piece/rehearsal';
import type { Control, Piece } from '@/core/piece/types';
import { assign, fadeTo, learn, panic, useRehearsal } from '@/state/rehearsal';
import { tapTempo } from '@/state/tempo';
import { endGesture, useWorkbench } from '@/state/workbench';
import { PlainSlider } from '../desk/PlainSlider';
import { RecordPart } from '../desk/RecordPart';
import { Button } from '../parts/Button';
import { clearMemory } from '../stage/viewer-handle';
import { SettingField } from '../desk/SettingField';
import { NumberInput } from '../tuning/NumberField';
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
          Nothing is out on the desk yet. In the workbench, open the round button beside a number and choose “Put out on
          the desk”.
        </p>
      )}
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

function PlayedControl({ piece, control }: { piece: Piece; control: Control }) {
  const { learning, assigned } = useRehearsal();
  const edit = useWorkbench((s) => s.edit);
  const inputs = Object.entries(assigned).filter(([, d]) => 'control' in d && d.control === control.id);
  const { value } = control;
  return (
    <li className="my-1">
      <div className="flex items-center gap-2">
        <span className="grow truncate">{control.name}</span>
        {inputs.map(([input]) => (
          <button
            key={input}
            type="button"
            title="Let go of it"
            className="rounded bg-raised px-1.5 text-mute hover:text-text"
            onClick={() => assign(input, null)}
          >
            {input}
          </button>
        ))}
        {typeof value === 'number' && (
          <LearnButton
            name={control.name}
            on={learning !== null && 'control' in learning && learning.control === control.id}
            onClick={() => learn({ control: control.id })}
          />
        )}
      </div>
      {typeof value === 'number' ? (
        <PlainSlider
          label={control.name}
          value={positionOf(control, value)}
          onChange={(t) => edit((p) => movedTo(p, control.id, t), `control ${control.id}`)}
          onReset={() => edit((p) => setControl(p, control.id, control.default))}
        />
      ) : (
        <SettingField
          {...{ piece, control, value }}
          onChange={(v) => edit((p) => setControl(p, control.id, v), `control ${control.id}`)}
        />
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
