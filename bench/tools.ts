export interface Line {
  name: string;
  ratio: number;
  target: string;
  ok: boolean;
  detail: string;
}

/** Shortest of several runs in milliseconds: the others were disturbed. */
export function best(runs: number, work: () => void): number {
  let least = Infinity;
  for (let i = 0; i < runs; i++) {
    const began = performance.now();
    work();
    least = Math.min(least, performance.now() - began);
  }
  return least;
}
