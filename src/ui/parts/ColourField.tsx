import { Popover } from 'radix-ui';
import { HexColorInput, HexColorPicker } from 'react-colorful';

/** A colour as sRGB `#rrggbb`. */
export function ColourField({
  name,
  value,
  onChange,
}: {
  name: string;
  value: string;
  onChange: (value: string) => void;
}) {
  return (
    <Popover.Root>
      <Popover.Trigger
        aria-label={name}
        className="flex items-center gap-2.5 rounded-md border border-line px-1.5 py-1 hover:border-soft"
      >
        <span className="h-4 w-10 rounded-sm border border-black/40" style={{ background: value }} />
        <span className="font-mono text-mute">{value}</span>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content sideOffset={6} className="z-50 rounded-md border border-soft bg-raised p-3 shadow-lg">
          <ColourPicker name={name} value={value} onChange={onChange} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

export function ColourPicker({
  name,
  value,
  onChange,
}: {
  name: string;
  value: string;
  onChange: (value: string) => void;
}) {
  return (
    <>
      <HexColorPicker color={value} onChange={onChange} />
      <HexColorInput
        color={value}
        onChange={onChange}
        prefixed
        aria-label={`${name} as #rrggbb`}
        className="mt-2.5 w-full rounded border border-line bg-ground px-2 py-1 font-mono"
      />
    </>
  );
}
