/** What is known of the machines that draw, when the next chunk is cut. */
export interface FarmPace {
  /** How many draw; at least 1. */
  workers: number;
  /** Seconds for a frame; null while none was drawn. */
  frameSeconds: number | null;
  /** Seconds that each chunk takes beyond its frames: drawing what the first of them remembers. */
  extraSeconds: number;
}

/** Frames of a chunk while nothing is known of their time: so many at least, and at most. */
const FIRST_FRAMES = [4, 16] as const;
/** A chunk takes no longer than this, in seconds, so that there is one to take for whoever joins. */
const LONGEST_SECONDS = 120;
/** What a chunk takes beyond its frames is at most this part of it, as long as all workers have something to do. */
const EXTRA_SHARE = 0.1;

/**
 * Frames of the next chunk: a half of an equal share of what is left, so that chunks become shorter towards the end and
 * all workers end at about the same time (guided self-scheduling: Polychronopoulos and Kuck, IEEE Transactions on
 * Computers C-36, 1987), but not so few that most of the time goes into beginning.
 * @param total frames of the render
 * @param left those that no worker has yet; at least 1
 * @returns 1 to `left`
 */
export function nextChunk(total: number, left: number, { workers, frameSeconds, extraSeconds }: FarmPace): number {
  const equal = Math.ceil(total / workers);
  const guided = Math.ceil(left / (2 * workers));
  if (frameSeconds === null) {
    const [fewest, most] = FIRST_FRAMES;
    return Math.min(left, equal, Math.max(fewest, Math.min(most, Math.ceil(equal / 8))));
  }
  const longest = Math.max(1, Math.floor(LONGEST_SECONDS / frameSeconds));
  const worthIt = Math.ceil((extraSeconds * (1 - EXTRA_SHARE)) / (EXTRA_SHARE * frameSeconds));
  return Math.min(left, Math.max(Math.min(worthIt, equal), Math.min(guided, longest)));
}

/** Seconds that frames of a chunk took. */
export interface ChunkTimes {
  /** Of the first, with all that it remembers; null where the piece was opened for it, which happens once. */
  first: number | null;
  /** Of each after it. */
  rest: readonly number[];
}

/** How many of the last chunks are asked; times change along the loop. */
const ASKED_CHUNKS = 12;

/** What chunks that were drawn say of the pace, the last of them last. */
export function paceOf(chunks: readonly ChunkTimes[], workers: number): FarmPace {
  const asked = chunks.slice(-ASKED_CHUNKS);
  const rest = asked.flatMap((chunk) => chunk.rest);
  const firsts = asked.flatMap(({ first }) => first ?? []);
  const frameSeconds = median(rest.length > 0 ? rest : firsts);
  const extraSeconds = Math.max(0, (median(firsts) ?? 0) - (frameSeconds ?? 0));
  return { workers, frameSeconds, extraSeconds };
}

/** Null of none. */
function median(values: readonly number[]): number | null {
  const sorted = values.toSorted((a, b) => a - b);
  const middle = sorted.length >> 1;
  return sorted.length === 0 ? null : (sorted[middle]! + sorted[(sorted.length - 1) >> 1]!) / 2;
}

/** Cuts frames into as many chunks as are wanted, of about the same length; their order stays. */
export function equalChunks(frames: readonly number[], chunks: number): number[][] {
  const count = Math.min(chunks, frames.length);
  const edge = (n: number) => Math.round((n * frames.length) / count);
  return Array.from({ length: count }, (_, n) => frames.slice(edge(n), edge(n + 1)));
}
