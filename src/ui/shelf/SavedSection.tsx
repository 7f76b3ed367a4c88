import { Archive } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { Button } from '../parts/Button';
import { saveBackup } from './backup';
import { useLeaving } from '@/actions/leaving';
import { SavedCard } from './cards';
import type { useSaved } from './use-saved';

/** What is saved in this browser. */
export function SavedSection({ saved, rename, duplicate, drop }: Omit<ReturnType<typeof useSaved>, 'refresh'>) {
  const router = useRouter();
  return (
    <section aria-labelledby="saved" className="mb-9">
      <div className="mb-3 flex items-center gap-4">
        <h2 id="saved" className="text-[15px] font-semibold">
          Saved in this browser
        </h2>
        {saved && saved.length > 0 && (
          <Button
            className="flex items-center gap-2"
            title="All pieces with their versions, and all saved parts, in one file. Open it here to restore them."
            onClick={() => void saveBackup()}
          >
            <Archive size={14} /> Back up all
          </Button>
        )}
      </div>
      {saved === null && <p className="text-mute">Looking.</p>}
      {saved?.length === 0 && (
        <p className="rounded-md border border-dashed border-soft p-6 text-mute">
          Nothing yet. Begin with a starter or a blank piece; it is saved here from then on. Files can be dropped
          anywhere on this page.
        </p>
      )}
      <div className="grid grid-cols-4 gap-5">
        {saved?.map((item) => (
          <SavedCard
            key={item.id}
            item={item}
            onOpen={() => {
              useLeaving.setState(true);
              router.push(`/piece/${item.id}`);
            }}
            onRename={(name) => rename(item, name)}
            onDuplicate={() => duplicate(item)}
            onDelete={() => void drop(item)}
          />
        ))}
      </div>
    </section>
  );
}
