import { Radio } from 'lucide-react';

const RESTING = 'bg-ground/70 text-mute hover:text-text';

/** Gives what moves next on a controller, or the pointer, this to drive. */
export function LearnButton({ name, isLearning, onClick }: { name: string; isLearning: boolean; onClick: () => void }) {
  return (
    <button
      type="button"
      aria-label={`Learn what drives ${name}`}
      aria-pressed={isLearning}
      title={
        isLearning
          ? 'Move something on a controller, or the pointer over the picture'
          : 'Learn: what moves next drives it'
      }
      onClick={onClick}
      className={`grid size-7 place-items-center rounded-md ${isLearning ? 'bg-lichen text-ink' : RESTING}`}
    >
      <Radio size={13} />
    </button>
  );
}
