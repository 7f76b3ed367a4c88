/** What each entry of something stored may be. */
export type Soundness<T> = { [Entry in keyof T]: (stored: unknown) => boolean };

/** Entries as they were stored; one that is not sound is as it is by default. */
export function soundEntries<T extends object>(stored: unknown, defaults: T, isSound: Soundness<T>): T {
  const given = Object(stored) as Record<string, unknown>;
  const sound = Object.entries<(stored: unknown) => boolean>(isSound).filter(([entry, is]) => is(given[entry]));
  return { ...defaults, ...Object.fromEntries(sound.map(([entry]) => [entry, given[entry]])) };
}
