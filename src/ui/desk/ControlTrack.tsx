import { useMemo } from 'react';
import { changeControl, settingKind, setTrack } from '@/core/piece/desk';
import { isKeyed, isLink, strandById, type Control, type Piece, type Setting } from '@/core/piece/types';
import { analyse, typeAfter } from '@/core/weave';
import { useWorkbench } from '@/state/workbench';
import { KeyButton, KeyTable, type WriteKeys } from '../parts/KeyButton';
import { PlainList } from '../parts/PlainList';

/** Writes keys into the track of a control, or takes the track off where one value is left. */
const writeTo =
  (control: Control): WriteKeys =>
  (next, gesture) =>
    useWorkbench
      .getState()
      .edit(
        (p) =>
          typeof next === 'object' && !Array.isArray(next)
            ? setTrack(p, control.id, next)
            : changeControl(p, control.id, { value: next, track: undefined }),
        gesture,
      );

const keysOf = ({ track }: Control) => (track && isKeyed(track) ? track : null);

/** Keys a control at the playhead; none where it holds a choice, or follows a signal. */
export function ControlKey({ control, now }: { control: Control; now: Setting }) {
  if (settingKind(control.value) === 'choice' || (control.track && isLink(control.track))) return <span />;
  return <KeyButton name={control.name} keyed={keysOf(control)} now={now} held={false} write={writeTo(control)} />;
}

/** What a control does over the loop: its keys as a table, and the signal that it follows. */
export function TrackSettings({ piece, control }: { piece: Piece; control: Control }) {
  const { types } = useMemo(() => analyse(piece), [piece]);
  const keyed = keysOf(control);
  const link = control.track && isLink(control.track) ? control.track : null;
  const wanted = typeof control.value === 'number' ? 'float' : 'vec3';
  const signals = piece.strands.filter((s) => s.kind === 'signal' && typeAfter(types, s.id) === wanted);
  return (
    <>
      {keyed && (
        <KeyTable name={control.name} keyed={keyed} write={writeTo(control)} gesture={`keys control ${control.id}`} />
      )}
      {settingKind(control.value) !== 'choice' && signals.length > 0 && (
        <div className="mt-1 grid grid-cols-[92px_1fr] items-center">
          <span className="text-mute">Signal</span>
          <PlainList
            label={`Signal that ${control.name} follows`}
            value={link?.link ?? ''}
            options={[['', 'none'], ...signals.map((s) => [s.id, s.name] as const)]}
            onChange={(id) =>
              useWorkbench.getState().edit((p) => setTrack(p, control.id, strandById(p, id) ? { link: id } : undefined))
            }
          />
        </div>
      )}
    </>
  );
}
