import { Select } from 'radix-ui';
import { ChevronDown } from 'lucide-react';
import type { ChoiceParam } from '@/core/steps';
import { closedListKeys } from '@/actions/closed-list';

export function ChoiceField({
  param,
  value,
  onChange,
}: {
  param: Pick<ChoiceParam, 'name' | 'options'>;
  value: string;
  onChange: (value: string) => void;
}) {
  return (
    <Select.Root value={value} onValueChange={onChange}>
      <Select.Trigger
        {...closedListKeys}
        aria-label={param.name}
        className="flex items-center justify-between rounded-md border border-line px-2.5 py-1 hover:border-soft"
      >
        <Select.Value />
        <ChevronDown size={14} className="text-mute" />
      </Select.Trigger>
      <Select.Portal>
        <Select.Content
          position="popper"
          sideOffset={4}
          className="z-50 min-w-(--radix-select-trigger-width) rounded-md border border-soft bg-raised p-1 shadow-lg"
        >
          <Select.Viewport>
            {param.options.map((o) => (
              <Select.Item key={o.id} value={o.id} className="menu-line data-[state=checked]:text-lichen">
                <Select.ItemText>{o.name}</Select.ItemText>
              </Select.Item>
            ))}
          </Select.Viewport>
        </Select.Content>
      </Select.Portal>
    </Select.Root>
  );
}
