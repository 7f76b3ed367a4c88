/** What is being made just now: `done` of so many steps of a form. */
export interface Making {
  form: string;
  step: string;
  done: number;
  total: number;
}

let watcher: (making: Making | null) => void = () => undefined;

/** Has whoever runs the core told what is being made, and null when that is done. */
export function watchBaking(watch: (making: Making | null) => void): void {
  watcher = watch;
}

/** Forms that take other forms bake while they bake; only the outermost says that it is done. */
let depth = 0;

/** Says what is being made to whoever watches. */
export const report = (making: Making) => watcher(making);

/** Does work that reports, and says when all of it is done. */
export async function reporting<T>(work: () => Promise<T>): Promise<T> {
  depth++;
  try {
    return await work();
  } finally {
    if (--depth === 0) watcher(null);
  }
}
