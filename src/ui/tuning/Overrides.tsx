import { setOverride, settingKind } from '@/core/piece/desk';
import { controlsAt, placesOf } from '@/core/steps/places-of';
import { isLink, stepById, strandById, type Piece, type Setting, type Step, type Strand } from '@/core/piece/types';
import { endGesture, useWorkbench } from '@/state/workbench';
import { SettingField } from '../parts/SettingField';
import { NumberField } from '../parts/NumberField';

interface Place {
  piece: Piece;
  /** The stage, and its step that says what stands there. */
  strand: Strand;
  step: Step;
}

/** What stands at a place, in words. */
const whatStands = (piece: Piece, { params: { form } }: Step) =>
  (isLink(form) && strandById(piece, form.link)?.name) || 'this place';

/** Settings of its own for each place at which a form stands or a surface is worn. */
export function OnlyHere({ piece, strand }: { piece: Piece; strand: string }) {
  return placesOf(piece, strand).map((at) => {
    const stage = strandById(piece, at.strand)!;
    const step = stepById(stage, at.step)!;
    if (controlsAt(piece, step).length === 0) return null;
    return (
      <details key={`${at.strand}/${at.step}`} open={step.overrides !== undefined} className="mt-3">
        <summary className="cursor-pointer rounded text-mute hover:text-text">
          Only for “{whatStands(piece, step)}” on {stage.name}
        </summary>
        <Overrides piece={piece} strand={stage} step={step} />
      </details>
    );
  });
}

/** Settings of controls that hold for this place alone, so that two things may wear one surface differently. */
export function Overrides({ piece, strand, step }: Place) {
  const edit = useWorkbench((s) => s.edit);
  const controls = controlsAt(piece, step);
  if (controls.length === 0) return null;
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
      {controls
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
                    description: '',
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
