/** Points of a line that are kept, and how far it is missed by straight pieces between them. */
export interface RefinedLine {
  /** Indices, in order; the first and the last point are among them. */
  kept: number[];
  /** The farthest that a point lies off its piece, in what `off` measures. */
  error: number;
}

interface Gap {
  from: number;
  end: number;
  /** The point between them that is farthest off, and how far. */
  at: number;
  off: number;
}

/**
 * As few points of a line as miss it by no more than is allowed. Each time the point that is missed most is added: the
 * refinement of D. Douglas and T. Peucker, "Algorithms for the Reduction of the Number of Points Required to Represent
 * a Digitized Line", The Canadian Cartographer 10, 1973, in the order of the error, so that it can stop at any number.
 * @param count points of the line, at least 2
 * @param off how far a point lies off the straight piece between two others, by their indices
 * @param most points at most, at least 2
 */
export function refineLine(
  count: number,
  off: (point: number, from: number, end: number) => number,
  { allowed, most }: { allowed: number; most: number },
): RefinedLine {
  const gapOf = (from: number, end: number): Gap => {
    const gap = { from, end, at: from, off: 0 };
    for (let point = from + 1; point < end; point++) {
      const by = off(point, from, end);
      if (by > gap.off) Object.assign(gap, { at: point, off: by });
    }
    return gap;
  };
  const kept = [0, count - 1];
  const gaps = [gapOf(0, count - 1)];
  while (kept.length < most && gaps[0]!.off > allowed) {
    const { from, end, at } = gaps.shift()!;
    kept.push(at);
    gaps.push(gapOf(from, at), gapOf(at, end));
    gaps.sort((a, b) => b.off - a.off);
  }
  return { kept: kept.toSorted((a, b) => a - b), error: gaps[0]!.off };
}
