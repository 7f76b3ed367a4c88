import { Fragment } from 'react';
import { LIMITS } from '@/core/piece/limits';
import { boundedBend, sortedKeys } from '@/core/piece/keys';
import { BEND, EASES, type Bend, type Ease, type KeyOf, type KeyValue, type Play } from '@/core/piece/types';
import { keyedLiteral } from '@/core/weave';
import { shortNumber } from '@/actions/number-words';
import { AddEntry, RemoveEntry } from './entries';
import { NumberInput } from './NumberField';
import { closedListKeys } from '@/actions/closed-list';

interface Props<V extends KeyValue> {
  name: string;
  /** Whose keys they are, where several tables stand on one page. */
  owner?: string;
  keys: KeyOf<V>[];
  frames: number;
  play: Play;
  /** They are moments: each has a strength, and no way to the next. */
  moments?: boolean;
  onChange: (keys: KeyOf<V>[], dragging: boolean) => void;
}

/** A place for a new key: the middle of the longest way between two. */
function longestGap<V extends KeyValue>(keys: KeyOf<V>[], play: Play): KeyOf<V> {
  if (keys.length === 0) return { at: 0, value: 1 as V, ease: 'held' };
  const sorted = sortedKeys(keys);
  const end = play === 'once' ? 1 : sorted[0]!.at + 1;
  const spans = sorted.map((k, i) => (sorted[i + 1]?.at ?? end) - k.at);
  const longest = spans.indexOf(Math.max(...spans));
  const at = (sorted[longest]!.at + spans[longest]! / 2) % 1;
  return { at, value: keyedLiteral({ keys: sorted }, at, play) as V, ease: 'eased' };
}

/** The keys as a table; the loop band has the same keys to drag. */
export function KeysField<V extends KeyValue>({ name, owner, keys, frames, play, moments, onChange }: Props<V>) {
  const entry = moments ? 'moment' : 'key';
  const label = (index: number, what: string) =>
    `${moments ? 'Moment' : 'Key'} ${index + 1}${owner ? ` of ${owner}` : ''}, ${what}`;
  const change = (index: number, part: Partial<KeyOf<V>>, dragging = true) =>
    onChange(
      keys.map((k, i) => (i === index ? { ...k, ...part } : k)),
      dragging,
    );
  return (
    <table aria-label={name} className="my-1 w-full max-w-[360px]">
      <thead>
        <tr className="text-left text-faint">
          <th className="font-normal">frame</th>
          <th className="pl-3 font-normal">{moments ? 'strength' : 'value'}</th>
          {!moments && <th className="font-normal">to the next</th>}
          <th>
            <span className="sr-only">remove</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {keys.map((key, i) => (
          <Fragment key={i}>
            <tr>
              <td className="w-20">
                <NumberInput
                  label={label(i, 'frame')}
                  value={Math.round(key.at * frames * 100) / 100}
                  step={1}
                  typedUnit="frames"
                  onChange={(v) => change(i, { at: Math.min(1, Math.max(0, v / frames)) })}
                />
              </td>
              <td className="w-24">
                {typeof key.value === 'number' ? (
                  <NumberInput
                    label={label(i, moments ? 'strength' : 'value')}
                    value={key.value}
                    step={0.01}
                    onChange={(v) => change(i, { value: Number(v.toPrecision(6)) as V })}
                  />
                ) : (
                  <KeyText value={key.value} />
                )}
              </td>
              {!moments && (
                <td>
                  <select
                    {...closedListKeys}
                    aria-label={label(i, 'to the next')}
                    value={key.ease}
                    className="ml-3 rounded border border-line bg-ground px-1 py-0.5"
                    onChange={(e) => change(i, { ease: e.target.value as Ease }, false)}
                  >
                    {EASES.map((ease) => (
                      <option key={ease}>{ease}</option>
                    ))}
                  </select>
                </td>
              )}
              <td>
                <RemoveEntry
                  name={`${entry} ${i + 1}${owner ? ` of ${owner}` : ''}`}
                  disabled={!moments && keys.length < 2}
                  onClick={() =>
                    onChange(
                      keys.filter((_, k) => k !== i),
                      false,
                    )
                  }
                />
              </td>
            </tr>
            {!moments && key.ease === 'curve' && (
              <tr>
                <td colSpan={4}>
                  <BendField
                    label={(what) => label(i, what)}
                    bend={key.bend ?? BEND}
                    onChange={(bend) => change(i, { bend })}
                  />
                </td>
              </tr>
            )}
          </Fragment>
        ))}
        <AddEntry
          name={entry}
          columns={4}
          disabled={keys.length >= LIMITS.stops}
          onClick={() => onChange([...keys, longestGap(keys, play)], false)}
        />
      </tbody>
    </table>
  );
}

const HANDLES = ['first handle, time', 'first handle, value', 'second handle, time', 'second handle, value'];

/** The handles of a curve, in parts of the way to the next key; the loop band has them to drag. */
function BendField({
  label,
  bend,
  onChange,
}: {
  label: (what: string) => string;
  bend: Bend;
  onChange: (bend: Bend) => void;
}) {
  return (
    <div className="flex items-center gap-1 pb-1 text-faint">
      handles
      {bend.map((v, i) => (
        <NumberInput
          key={i}
          label={label(HANDLES[i]!)}
          value={v}
          step={0.01}
          onChange={(to) => onChange(boundedBend(bend.map((was, k) => (k === i ? to : was)) as Bend))}
        />
      ))}
    </div>
  );
}

/** What a key holds that is changed elsewhere: at its frame, with the controls of the parameter. */
function KeyText({ value }: { value: Exclude<KeyValue, number> }) {
  if (typeof value !== 'string')
    return <span className="tabular ml-3 whitespace-nowrap">{value.map(shortNumber).join(' ')}</span>;
  return (
    <span className="tabular ml-3 flex items-center gap-1.5">
      <span className="size-3 rounded-sm border border-line" style={{ background: value }} /> {value}
    </span>
  );
}
