import { useEffect, useState } from 'react';
import { loadCardPicture } from '@/state/card-pictures';
import { useWorkbench } from '@/state/workbench';

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
  return (
    url && (
      <img
        src={url}
        alt="A still of the piece, until the running picture is there"
        className="pointer-events-none absolute inset-0 size-full object-contain"
      />
    )
  );
}
