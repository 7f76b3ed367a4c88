import { Plus, X } from 'lucide-react';
import { LIMITS } from '@/core/piece/limits';
import type { Key } from '@/core/piece/types';
import { Button } from '../parts/Button';
import { NumberInput } from './NumberField';
import { closedListKeys } from '../workbench/closed-list';

interface Props {
  name: string;
  keys: Key[];
  frames: number;
  onChange: (keys: Key[], dragging: boolean) => void;
}

const EASES: { id: Key['ease']; name: string }[] = [
  { id: 'linear', name: 'linear' },
  { id: 'eased', name: 'eased' },
  { id: 'held', name: 'held' },
];

/** A place for a new key: the middle of the longest way between two. */
export function longestGap(keys: Key[]): Key {
  const sorted = [...keys].sort((a, b) => a.at - b.at);
  let best = { at: 0, span: -1, value: 0 };
  sorted.forEach((k, i) => {
    const next = sorted[i + 1] ?? { at: sorted[0]!.at + 1, value: sorted[0]!.value };
    if (next.at - k.at > best.span)
      best = { at: k.at + (next.at - k.at) / 2, span: next.at - k.at, value: (k.value + next.value) / 2 };
  });
  return { at: best.at % 1, value: best.value, ease: 'eased' };
}

/** The keys as a table; the loop band has the same keys to drag. */
export function KeysField({ name, keys, frames, onChange }: Props) {
  const change = (index: number, part: Partial<Key>, dragging = true) =>
    onChange(
      keys.map((k, i) => (i === index ? { ...k, ...part } : k)),
      dragging,
    );
  return (
    <table aria-label={name} className="my-1 w-full max-w-[360px]">
      <thead>
        <tr className="text-left text-faint">
          <th className="font-normal">frame</th>
          <th className="font-normal">value</th>
          <th className="font-normal">to the next</th>
          <th>
            <span className="sr-only">remove</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {keys.map((key, i) => (
          <tr key={i}>
            <td className="w-20">
              <NumberInput
                label={`Key ${i + 1}, frame`}
                value={Math.round(key.at * frames * 100) / 100}
                step={1}
                onChange={(v) => change(i, { at: Math.min(1, Math.max(0, v / frames)) })}
              />
            </td>
            <td className="w-24">
              <NumberInput
                label={`Key ${i + 1}, value`}
                value={key.value}
                step={0.01}
                onChange={(v) => change(i, { value: Number(v.toPrecision(6)) })}
              />
            </td>
            <td>
              <select
                {...closedListKeys}
                aria-label={`Key ${i + 1}, to the next`}
                value={key.ease}
                className="ml-3 rounded border border-line bg-ground px-1 py-0.5"
                onChange={(e) => change(i, { ease: e.target.value as Key['ease'] }, false)}
              >
                {EASES.map((e) => (
                  <option key={e.id} value={e.id}>
                    {e.name}
                  </option>
                ))}
              </select>
            </td>
            <td>
              <Button
                look="icon"
                aria-label={`Remove key ${i + 1}`}
                disabled={keys.length < 2}
                onClick={() =>
                  onChange(
                    keys.filter((_, k) => k !== i),
                    false,
                  )
                }
              >
                <X size={13} />
              </Button>
            </td>
          </tr>
        ))}
        <tr>
          <td colSpan={4}>
            <Button
              look="bare"
              disabled={keys.length >= LIMITS.stops}
              onClick={() => onChange([...keys, longestGap(keys)], false)}
            >
              <span className="inline-flex items-center gap-1">
                <Plus size={13} /> Add a key
              </span>
            </Button>
          </td>
        </tr>
      </tbody>
    </table>
  );
}
