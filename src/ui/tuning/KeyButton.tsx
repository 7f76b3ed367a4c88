import { KeyRound } from 'lucide-react';
import { setParam } from '@/core/piece/edit';
import { keyIndexAt, placeOf, setParamAt, withoutKey } from '@/core/piece/keys';
import { isKeyed, type Keyed, type KeyValue, type Value } from '@/core/piece/types';
import { useTransport } from '@/state/transport';
import { useWorkbench } from '@/state/workbench';
import { Button } from '../parts/Button';
import { KeysField } from './KeysField';

interface Place {
  strand: string;
  step: string;
  param: string;
}

const write = ({ strand, step, param }: Place, value: Value, gesture?: string) =>
  useWorkbench.getState().edit((p) => setParam(p, strand, step, param, value), gesture);

/** Sets a key at the playhead with the value that is there, or takes the one away that stands there. */
export function KeyButton({
  place,
  name,
  value,
  now,
  whole,
}: {
  place: Place;
  name: string;
  value: Value | undefined;
  now: KeyValue;
  /** Whole numbers are held until the next key. */
  whole: boolean;
}) {
  const frames = useWorkbench((s) => s.piece.loop.frames);
  const keyed = isKeyed(value) ? value : null;
  // Where there are no keys, a loop that plays changes nothing here.
  const frame = useTransport((s) => (keyed ? s.frame : null));
  const isHere = keyed !== null && keyIndexAt(keyed, placeOf(frame ?? 0, frames), frames) >= 0;
  const words = isHere ? `Take the key of ${name} away` : `Key ${name}`;
  const press = () => {
    const { frame: here } = useTransport.getState();
    const at = placeOf(here, frames);
    if (!keyed) write(place, { keys: [{ at, value: now, ease: whole ? 'held' : 'eased' }] });
    else if (isHere) write(place, withoutKey(keyed, at, frames));
    else useWorkbench.getState().edit((p) => setParamAt(p, place, now, here));
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

/** The keys of a parameter as a table, folded. */
export function ParamKeys({ place, name, keyed }: { place: Place; name: string; keyed: Keyed }) {
  const frames = useWorkbench((s) => s.piece.loop.frames);
  const count = keyed.keys.length;
  return (
    <details className="mb-1">
      <summary className="cursor-pointer text-lichen">{count === 1 ? '1 key' : `${count} keys`}</summary>
      <KeysField
        name={`Keys of ${name}`}
        of={name}
        frames={frames}
        keys={keyed.keys}
        onChange={(keys, dragging) =>
          write(place, { keys }, dragging ? `keys ${place.strand}/${place.step}/${place.param}` : undefined)
        }
      />
    </details>
  );
}
