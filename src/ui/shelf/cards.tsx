import { MoreHorizontal } from 'lucide-react';
import { useEffect, useState } from 'react';
import { PIECE_ENDING } from '@/core/formats/piece-size';
import type { Piece } from '@/core/piece/types';
import type { Kept } from '@/state/kept';
import { download, fileStem } from '../download';
import { Menu } from '../parts/Menu';
import { RenameInput } from '../parts/RenameInput';
import { seconds } from '../number-words';
import { Still } from './Still';
import { starterPiece, type StarterFacts } from './starters';
import { useVetted } from './vetted';

const facts = ({ picture, loop }: Pick<Piece, 'picture' | 'loop'>) =>
  `${picture.width} x ${picture.height}, ${seconds(loop.frames, loop.rate)}`;

/** Starters come with a still of their own; the picture is drawn live while it is pointed at. */
export function StarterCard({ starter, onBegin }: { starter: StarterFacts; onBegin: () => void }) {
  const { id, name, note } = starter;
  const [moving, setMoving] = useState(false);
  const [piece, setPiece] = useState<Piece | null>(null);
  useEffect(() => {
    // Where the starters cannot be fetched the still stays.
    if (moving && !piece) starterPiece(id).then(setPiece, () => undefined);
  }, [moving, piece, id]);
  return (
    <button
      type="button"
      onClick={onBegin}
      onPointerEnter={() => setMoving(true)}
      onPointerLeave={() => setMoving(false)}
      onFocus={() => setMoving(true)}
      onBlur={() => setMoving(false)}
      className="rounded-lg border border-line bg-panel p-2.5 text-left hover:border-soft"
    >
      <span className="relative block aspect-video overflow-hidden rounded-md bg-black/40">
        <img src={`/starters/${id}.png`} alt="" className="size-full object-contain" />
        {moving && piece && (
          <span className="absolute inset-0">
            <Still piece={piece} moving quiet />
          </span>
        )}
      </span>
      <span className="mt-2.5 flex items-baseline justify-between px-1">
        <b className="text-[14px] font-semibold">{name}</b>
        <span className="text-faint">{facts(starter)}</span>
      </span>
      <span className="mt-1 block px-1 pb-1 text-mute">{note}</span>
    </button>
  );
}

/** The entry as it is kept, sound or not. */
const saveRaw = (item: Kept) =>
  download(`${fileStem(item.name)}${PIECE_ENDING}`, JSON.stringify(item.piece, null, 2), 'application/json');

interface KeptProps {
  item: Kept;
  onOpen: () => void;
  onRename: (name: string) => void;
  onDuplicate: () => void;
  onDelete: () => void;
}

export function KeptCard({ item, onOpen, onRename, onDuplicate, onDelete }: KeptProps) {
  const [moving, setMoving] = useState(false);
  const [naming, setNaming] = useState(false);
  const usable = useVetted(item);
  return (
    <article
      aria-label={item.name}
      className="rounded-lg border border-line bg-panel p-2"
      onPointerEnter={() => setMoving(true)}
      onPointerLeave={() => setMoving(false)}
    >
      <button
        type="button"
        onClick={onOpen}
        disabled={usable.state === 'damaged'}
        aria-label={`Open ${item.name}`}
        className="block w-full rounded-md"
      >
        {usable.state === 'sound' && usable.drawn ? (
          <Still piece={usable.piece} moving={moving} />
        ) : (
          <span
            title={usable.state === 'damaged' ? usable.why : undefined}
            className={`grid aspect-video place-items-center overflow-hidden rounded-md bg-black/40 px-3 ${usable.state === 'damaged' ? 'text-bad' : 'text-faint'}`}
          >
            {usable.state === 'damaged'
              ? 'This entry cannot be opened'
              : usable.state === 'looking'
                ? 'reading'
                : 'too much to draw here'}
          </span>
        )}
      </button>
      <div className="mt-2 flex items-start justify-between gap-2 px-1">
        <div className="min-w-0">
          {naming ? (
            <RenameInput
              label="New name"
              name={item.name}
              onDone={(name) => {
                setNaming(false);
                if (name) onRename(name);
              }}
            />
          ) : (
            <b className="block truncate font-semibold">{item.name}</b>
          )}
          <span className="text-faint">
            {new Date(item.changed).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}
          </span>
        </div>
        <Menu
          trigger={
            <button
              type="button"
              aria-label={`More for ${item.name}`}
              className="grid size-7 shrink-0 place-items-center rounded-md text-mute hover:bg-raised"
            >
              <MoreHorizontal size={15} />
            </button>
          }
          items={[
            { label: 'Rename', run: () => setNaming(true) },
            { label: 'Duplicate', run: onDuplicate },
            { label: 'Save as a file', run: () => saveRaw(item) },
            'line',
            { label: 'Delete', run: onDelete },
          ]}
        />
      </div>
    </article>
  );
}
