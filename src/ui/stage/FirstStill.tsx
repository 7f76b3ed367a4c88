import { useEffect, useState } from 'react';
import { loadCardPicture } from '@/state/storage/card-pictures';
import { useWorkbench } from '@/state/workbench';

/** Milliseconds without a picture after which that is said. */
const NOTE_DELAY_MS = 500;

const CHIP = 'pointer-events-none absolute bottom-3 left-3 rounded-md bg-[#0b0e0dcc] px-2 py-1 text-mute';

/** The picture of the piece from its card, until the running one is there: programs of a large piece take a while. */
export function FirstStill() {
  const id = useWorkbench((s) => s.id);
  const [url, setUrl] = useState<string | null>(null);
  useEffect(() => {
    let made: string | null = null;
    let ended = false;
    void (id ? loadCardPicture(id) : Promise.resolve(null)).then((found) => {
      if (ended || !found) return;
      made = URL.createObjectURL(new Blob([found.png], { type: 'image/png' }));
      setUrl(made);
    });
    return () => {
      ended = true;
      if (made) URL.revokeObjectURL(made);
      setUrl(null);
    };
  }, [id]);
  const [isLate, setLate] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setLate(true), NOTE_DELAY_MS);
    return () => clearTimeout(timer);
  }, []);
  return (
    <>
      {url && (
        <img
          src={url}
          alt="A still of the piece, until the running picture is there"
          className="pointer-events-none absolute inset-0 size-full object-contain"
        />
      )}
      {isLate && (
        <p role="status" data-over-picture className={CHIP}>
          preparing the picture
        </p>
      )}
    </>
  );
}
