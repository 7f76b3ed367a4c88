import { Lock, LockOpen, SlidersHorizontal } from 'lucide-react';
import { Popover } from 'radix-ui';
import { changeControl, positionOf, removeControl, valueAt } from '@/core/piece/desk';
import { isLink, strandById, type Control, type Piece, type Setting } from '@/core/piece/types';
import { controlDependents } from '@/core/weave';
import { moveControl } from '@/state/playback/move-control';
import { useWorkbench } from '@/state/workbench';
import { Button } from '../parts/Button';
import { NumberInput } from '../parts/NumberField';
import { ControlKey, TrackSettings } from './ControlTrack';
import { PlainSlider } from '../parts/PlainSlider';
import { SettingField } from '../parts/SettingField';
import { useSetting } from '../parts/use-setting';

const tidy = (value: number) => Number(value.toPrecision(5));

export function ControlRow({ piece, control }: { piece: Piece; control: Control }) {
  const edit = useWorkbench((s) => s.edit);
  const now = useSetting(control);
  const set = (value: Setting) => moveControl(control.id, value);
  const follows = control.track && isLink(control.track) ? strandById(piece, control.track.link)?.name : null;
  const locked = control.locked === true;
  return (
    <div role="listitem" className="mb-1 grid grid-cols-[1fr_76px_28px_28px_28px] items-center gap-x-1.5">
      <span className="truncate" title={control.name}>
        {control.name}
      </span>
      {follows ? (
        <span className="truncate text-lichen" title={`Follows the signal ${follows}`}>
          {follows}
        </span>
      ) : typeof now === 'number' ? (
        <NumberInput
          label={`${control.name}, value`}
          value={now}
          step={(control.max - control.min) / 400}
          onChange={(v) => set(tidy(Math.min(control.max, Math.max(control.min, v))))}
        />
      ) : (
        <span />
      )}
      <ControlKey control={control} now={now} />
      <Button
        look="icon"
        className="!size-7"
        aria-pressed={locked}
        aria-label={`Lock ${control.name}`}
        title={locked ? 'Locked: random leaves it alone' : 'Lock against random'}
        onClick={() => edit((p) => changeControl(p, control.id, { locked: locked ? undefined : true }))}
      >
        {locked ? <Lock size={13} /> : <LockOpen size={13} />}
      </Button>
      <Details piece={piece} control={control} />
      <div className="col-span-5">
        {typeof now === 'number' ? (
          <PlainSlider
            label={control.name}
            value={positionOf(control, now)}
            onChange={(t) => set(tidy(valueAt(control, t)))}
            onReset={() => set(control.default)}
          />
        ) : (
          <SettingField {...{ piece, control }} value={now} onChange={set} />
        )}
      </div>
    </div>
  );
}

function Details({ piece, control }: { piece: Piece; control: Control }) {
  const edit = useWorkbench((s) => s.edit);
  const change = (part: Partial<Control>, gesture?: string) =>
    edit((p) => changeControl(p, control.id, part), gesture && `${gesture} ${control.id}`);
  const count = controlDependents(piece, control.id).length;
  const hasRange = typeof control.value !== 'string';
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <Button look="icon" className="!size-7" aria-label={`Settings of ${control.name}`}>
          <SlidersHorizontal size={13} />
        </Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={6}
          align="end"
          className="z-50 w-72 rounded-md border border-soft bg-raised p-3 shadow-lg"
        >
          <div className="grid grid-cols-[92px_1fr] items-center gap-y-1.5">
            <label className="text-mute" htmlFor={`name-${control.id}`}>
              Name
            </label>
            <input
              id={`name-${control.id}`}
              defaultValue={control.name}
              maxLength={80}
              className="min-w-0 rounded border border-line bg-ground px-2 py-1"
              onBlur={(e) => e.target.value !== control.name && change({ name: e.target.value })}
              onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
            />
            {hasRange && (
              <>
                <span className="text-mute">From</span>
                <NumberInput label="From" value={control.min} step={0.01} onChange={(v) => change({ min: v }, 'min')} />
                <span className="text-mute">To</span>
                <NumberInput label="To" value={control.max} step={0.01} onChange={(v) => change({ max: v }, 'max')} />
                {typeof control.value === 'number' && <span className="text-mute">Response</span>}
                {typeof control.value === 'number' && (
                  <NumberInput
                    label="Response"
                    value={control.curve}
                    step={0.02}
                    onChange={(v) => change({ curve: Math.min(20, Math.max(0.05, tidy(v))) }, 'curve')}
                  />
                )}
              </>
            )}
          </div>
          {typeof control.value === 'number' && (
            <p className="mt-1 text-faint">
              A response of 1 is even; above 1 the slider is fine at the start and fast at the end.
            </p>
          )}
          <TrackSettings piece={piece} control={control} />
          <p className="mt-1 text-faint">
            {count === 1 ? 'One parameter follows it.' : `${count} parameters follow it.`}
          </p>
          <div className="mt-2 flex flex-wrap gap-1">
            <Button look="bare" onClick={() => change({ default: control.value })}>
              Make this its default
            </Button>
            <Button look="bare" onClick={() => change({ value: control.default })}>
              Back to its default
            </Button>
            <Button look="bare" onClick={() => edit((p) => removeControl(p, control.id))}>
              Take off the desk
            </Button>
          </div>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
