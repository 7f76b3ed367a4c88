import { FilePlus2, MoreHorizontal } from 'lucide-react';
import { useEffect, useState } from 'react';
import type { Piece } from '@/core/piece/types';
import type { SavedPiece } from '@/state/storage/saved';
import { saveStored } from '@/actions/save-stored';
import { Menu } from '../parts/Menu';
import { RenameInput } from '../parts/RenameInput';
import { seconds } from '@/actions/number-words';
import { useLeaving } from '@/actions/leaving';
import { Still } from '../parts/Still';
import { starterPiece, type StarterFacts } from './starters';
import { useCardPicture } from './use-card-picture';
import { useVetted, type VettedCard } from './vetted';

const NO_STILL = 'grid aspect-video place-items-center overflow-hidden rounded-md bg-black/40 px-3';

const facts = ({ picture, loop }: Pick<Piece, 'picture' | 'loop'>) =>
  `${picture.width} x ${picture.height}, ${seconds(loop.frames, loop.rate)}`;

interface StarterProps {
  starter: StarterFacts;
  onBegin: () => void;
}

/** A still that ships with the piece; the picture is drawn live while the card is pointed at. */
function LiveStill({ id, moving }: { id: string; moving: boolean }) {
  const [piece, setPiece] = useState<Piece | null>(null);
  useEffect(() => {
    // Where the starters cannot be fetched the still stays.
    if (moving && !piece) starterPiece(id).then(setPiece, () => undefined);
  }, [moving, piece, id]);
  return (
    <span className="relative block aspect-video overflow-hidden rounded-md bg-black/40">
      <img src={`/starters/${id}.png`} alt="" className="size-full object-contain" />
      {moving && piece && (
        <span className="absolute inset-0">
          <Still piece={piece} moving quiet />
        </span>
      )}
    </span>
  );
}

/** Whether a card is pointed at, and what says so. */
function usePointed() {
  const [pointed, setPointed] = useState(false);
  const [on, off] = [() => setPointed(true), () => setPointed(false)];
  const leaving = useLeaving();
  return [pointed && !leaving, { onPointerEnter: on, onPointerLeave: off, onFocus: on, onBlur: off }] as const;
}

export function StarterCard({ starter, onBegin }: StarterProps) {
  const { id, name, note } = starter;
  const [moving, handlers] = usePointed();
  return (
    <button
      type="button"
      onClick={onBegin}
      {...handlers}
      className="rounded-lg border border-line bg-panel p-2.5 text-left hover:border-soft"
    >
      <LiveStill id={id} moving={moving} />
      <span className="mt-2.5 flex items-baseline justify-between px-1">
        <b className="text-[14px] font-semibold">{name}</b>
        <span className="text-faint">{facts(starter)}</span>
      </span>
      <span className="mt-1 block px-1 pb-1 text-mute">{note}</span>
    </button>
  );
}

const BEGIN = 'flex flex-col rounded-lg border border-line bg-panel p-2 text-left hover:border-soft';

/** A small piece to begin one's own with. */
export function BeginCard({ starter: { id, name, note }, onBegin }: StarterProps) {
  const [moving, handlers] = usePointed();
  return (
    <button type="button" onClick={onBegin} {...handlers} className={BEGIN}>
      <LiveStill id={id} moving={moving} />
      <BeginWords name={name} note={note} />
    </button>
  );
}

export function BlankCard({ onBegin }: { onBegin: () => void }) {
  return (
    <button type="button" onClick={onBegin} className={BEGIN}>
      <span className="grid aspect-video place-items-center rounded-md border border-dashed border-soft text-mute">
        <FilePlus2 size={20} />
      </span>
      <BeginWords name="Start blank" note="Nothing yet: every step is yours." />
    </button>
  );
}

function BeginWords({ name, note }: { name: string; note: string }) {
  return (
    <>
      <b className="mt-2 block px-0.5 font-semibold">{name}</b>
      <span className="block px-0.5 text-mute">{note}</span>
    </>
  );
}

/** Why a card has no picture of its piece; null where it has one, or will have. */
function troubleOf(vetted: VettedCard): { words: string; why?: string } | null {
  if (vetted.state === 'refused') return { words: 'Something in this entry is not right', why: vetted.why };
  if (vetted.state === 'slow') return { words: 'Too busy to check this piece. Open it anyway' };
  if (vetted.state === 'sound' && !vetted.drawn) return { words: 'too much to draw here' };
  return null;
}

interface SavedProps {
  item: SavedPiece;
  onOpen: () => void;
  onRename: (name: string) => void;
  onDuplicate: () => void;
  onDelete: () => void;
}

export function SavedCard({ item, onOpen, onRename, onDuplicate, onDelete }: SavedProps) {
  const [moving, setMoving] = useState(false);
  const [naming, setNaming] = useState(false);
  const { picture, current, save, forget } = useCardPicture(item);
  const vetted = useVetted(item, moving || (picture !== undefined && !current));
  const trouble = troubleOf(vetted);
  return (
    <article
      aria-label={item.name}
      className="rounded-lg border border-line bg-panel p-2"
      onPointerEnter={() => setMoving(true)}
      onPointerLeave={() => setMoving(false)}
    >
      <button type="button" onClick={onOpen} aria-label={`Open ${item.name}`} className="block w-full rounded-md">
        {trouble && !current ? (
          <span title={trouble.why} className={`${NO_STILL} ${trouble.why ? 'text-bad' : 'text-faint'}`}>
            {trouble.words}
          </span>
        ) : (
          <Still
            piece={vetted.state === 'sound' && vetted.drawn ? vetted.piece : null}
            moving={moving && vetted.state === 'sound' && vetted.drawn}
            stored={picture?.png}
            current={current}
            onDrawn={save}
            onBroken={forget}
          />
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
            <button
              type="button"
              tabIndex={-1}
              title={item.name}
              onClick={onOpen}
              className="block max-w-full truncate text-left font-semibold enabled:hover:text-lichen"
            >
              {item.name}
            </button>
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
          items={() => [
            { label: 'Rename', run: () => setNaming(true) },
            { label: 'Duplicate', run: onDuplicate },
            { label: 'Save as a file', run: () => saveStored(item) },
            'line',
            { label: 'Delete', run: onDelete },
          ]}
        />
      </div>
    </article>
  );
}
