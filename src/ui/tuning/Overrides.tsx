import { setOverride, settingKind } from '@/core/piece/desk';
import type { Piece, Setting, Step, Strand } from '@/core/piece/types';
import { endGesture, useWorkbench } from '@/state/workbench';
import { SettingField } from '../desk/SettingField';
import { NumberField } from './NumberField';

/** Settings of controls that hold for this place alone, so that two things may wear one surface differently. */
export function Overrides({ piece, strand, step }: { piece: Piece; strand: Strand; step: Step }) {
  const edit = useWorkbench((s) => s.edit);
  if (piece.controls.length === 0) return null;
  const set = (control: string, value: Setting | undefined) =>
    edit((p) => setOverride(p, strand.id, step.id, control, value), `override ${step.id} ${control}`);
  return (
    <fieldset
      className="mt-3 border-t border-line pt-2"
      onPointerUp={endGesture}
      onPointerCancel={endGesture}
      onBlur={endGesture}
    >
      <legend className="pr-2 text-mute">Settings of its own</legend>
      {piece.controls
        // A choice shapes the program, which all places share.
        .filter((c) => settingKind(c.value) !== 'choice')
        .map((control) => {
          const own = step.overrides?.[control.id];
          return (
            <div key={control.id} className="grid min-h-[31px] grid-cols-[92px_1fr] items-center gap-2.5">
              <label className="flex items-center gap-1.5 truncate text-mute">
                <input
                  type="checkbox"
                  checked={own !== undefined}
                  onChange={(e) => set(control.id, e.target.checked ? control.value : undefined)}
                />{' '}
                {control.name}
              </label>
              {own === undefined ? (
                <span className="text-faint">as on the desk</span>
              ) : typeof own === 'number' ? (
                <NumberField
                  param={{
                    type: 'number',
                    id: control.id,
                    name: control.name,
                    about: '',
                    default: own,
                    min: control.min,
                    max: control.max,
                  }}
                  value={own}
                  onChange={(v) => set(control.id, v)}
                />
              ) : (
                <SettingField {...{ piece, control }} value={own} onChange={(v) => set(control.id, v)} />
              )}
            </div>
          );
        })}
    </fieldset>
  );
}
