import type { Settling } from '@/engine/picture';
import { settlingFrames } from '@/core/checks/memory';
import { useChecks } from '@/state/measured/checks';
import { Button } from '../parts/Button';
import { clearMemory, viewerNow } from '@/actions/viewer-handle';

/** Where a finish reads earlier frames: how far they are settled, and the way to begin again. */
export function MemoryNote({ settling }: { settling: Settling | null }) {
  const memory = useChecks((s) => s.memory).filter((r) => r.kind === 'finish');
  if (memory.length === 0 && !settling) return null;
  const frames = settlingFrames(memory);
  const reach = frames === null ? 'without end' : `${frames} frames`;
  const size = Math.ceil((viewerNow()?.memoryBytes ?? 0) / 1e6);
  return (
    <div data-over-picture className="absolute bottom-2.5 left-2.5 flex items-center gap-2.5">
      {memory.length > 0 && (
        <Button
          className="bg-[#0b0e0dcc]"
          title={`Starts again with nothing remembered (M). It remembers ${reach}, in ${size} MB.`}
          onClick={clearMemory}
        >
          Clear memory
        </Button>
      )}
      {settling && (
        <p
          role="status"
          className="tabular rounded-md bg-[#0b0e0dcc] px-2 py-1 text-mute"
          title="The picture reads earlier frames that are not all drawn yet; the present one stands in for them."
        >
          settling {settling.done} of {settling.total}
        </p>
      )}
    </div>
  );
}
