import { errorSentence } from '@/core/error-sentence';
import { FileUp, X } from 'lucide-react';
import { useRef, useState } from 'react';
import { notify } from '@/state/panels/notify';
import { Button } from './Button';

interface Props {
  /** What it is called, and what stands there before a file does. */
  name: string;
  words: string;
  accept: string;
  /** Name of the file that is imported. */
  file: string | undefined;
  /** Takes a file in. @throws Error with a sentence for the artist */
  take: (file: File, signal: AbortSignal, progress: (part: number) => void) => Promise<void>;
  onClear: () => void;
}

/** A place for a file that is read in a thread of its own and can be stopped: drop one on it, or choose one. */
export function FileDrop({ name, words, accept, file, take, onClear }: Props) {
  const input = useRef<HTMLInputElement>(null);
  /** Ends the reading that goes on, and the part of it that is done. */
  const [stop, setStop] = useState<AbortController | null>(null);
  const [part, setPart] = useState<number | null>(null);
  const [over, setOver] = useState(false);
  const read = async (taken: File | undefined) => {
    if (!taken) return;
    const control = new AbortController();
    setStop(control);
    setPart(null);
    try {
      await take(taken, control.signal, setPart);
    } catch (error) {
      if (!control.signal.aborted) notify('error', `"${taken.name}" was not imported. ${errorSentence(error)}`);
    } finally {
      setStop(null);
    }
  };
  const reading = `reading it ${part === null ? '…' : `${Math.round(100 * part)} %`}`;
  return (
    <div
      data-file-drop
      className={`my-1 rounded-md border p-2 ${over ? 'border-lichen' : 'border-line'}`}
      onDragOver={(e) => {
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(e) => {
        e.preventDefault();
        e.stopPropagation();
        setOver(false);
        void read(e.dataTransfer.files[0]);
      }}
    >
      <p className="truncate" aria-live="polite">
        {stop ? reading : (file ?? words)}
      </p>
      <div className="flex gap-1">
        {stop ? (
          <Button look="bare" className="flex items-center gap-1.5" onClick={() => stop.abort()}>
            <X size={14} /> Stop
          </Button>
        ) : (
          <Button look="bare" className="flex items-center gap-1.5" onClick={() => input.current!.click()}>
            <FileUp size={14} /> Choose a file
          </Button>
        )}
        {file !== undefined && !stop && (
          <Button look="icon" aria-label="Take the file out" onClick={onClear}>
            <X size={13} />
          </Button>
        )}
      </div>
      <input
        ref={input}
        type="file"
        aria-label={`${name}, file`}
        className="sr-only"
        tabIndex={-1}
        accept={accept}
        onChange={(e) => {
          void read(e.target.files?.[0]);
          e.target.value = '';
        }}
      />
    </div>
  );
}
