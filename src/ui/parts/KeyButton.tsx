import { KeyRound } from 'lucide-react';
import { keyIndexAt, placeOf, withKey, withoutKey } from '@/core/piece/keys';
import type { Keyed, KeyValue } from '@/core/piece/types';
import { useTransport } from '@/state/playback/transport';
import { useWorkbench } from '@/state/workbench';
import { Button } from './Button';
import { KeysField } from './KeysField';

/** Writes keys where they are kept, or the value alone once there are none. */
export type WriteKeys = (value: Keyed | KeyValue, gesture?: string) => void;

interface KeyButtonProps {
  name: string;
  /** The keys that are there; null for none. */
  keyed: Keyed | null;
  /** The value at the playhead. */
  now: KeyValue;
  /** Whole numbers and options are held until the next key. */
  held: boolean;
  write: WriteKeys;
}

/** Sets a key at the playhead with the value that is there, or removes the one that is there. */
export function KeyButton({ name, keyed, now, held, write }: KeyButtonProps) {
  const frames = useWorkbench((s) => s.piece.loop.frames);
  // Where there are no keys, a loop that plays changes nothing here.
  const frame = useTransport((s) => (keyed ? s.frame : null));
  const isHere = keyed !== null && keyIndexAt(keyed, placeOf(frame ?? 0, frames), frames) >= 0;
  const words = isHere ? `Remove the key of ${name}` : `Key ${name}`;
  const press = () => {
    const { frame: here } = useTransport.getState();
    const at = placeOf(here, frames);
    if (!keyed) write({ keys: [{ at, value: now, ease: held ? 'held' : 'eased' }] });
    else write(isHere ? withoutKey(keyed, at, frames) : withKey(keyed, at, now, frames));
  };
  return (
    <Button
      look="icon"
      aria-label={words}
      aria-pressed={isHere}
      title={keyed ? `${words} at frame ${frame}` : `${words} here; then any change at another frame sets a key there`}
      onClick={press}
    >
      <KeyRound
        size={15}
        className={isHere ? 'rounded-sm bg-lichen p-0.5 text-ground' : keyed ? 'p-0.5 text-lichen' : 'p-0.5'}
      />
    </Button>
  );
}

/** Keys as a table, folded. @param gesture names one drag of one key */
export function KeyTable({
  name,
  keyed,
  write,
  gesture,
}: {
  name: string;
  keyed: Keyed;
  write: WriteKeys;
  gesture: string;
}) {
  const { frames, play } = useWorkbench((s) => s.piece.loop);
  const count = keyed.keys.length;
  return (
    <details className="mb-1">
      <summary className="cursor-pointer text-lichen">{count === 1 ? '1 key' : `${count} keys`}</summary>
      <KeysField
        name={`Keys of ${name}`}
        owner={name}
        frames={frames}
        play={play}
        keys={keyed.keys}
        onChange={(keys, dragging) => write({ keys }, dragging ? gesture : undefined)}
      />
    </details>
  );
}
