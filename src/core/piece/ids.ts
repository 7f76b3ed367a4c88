/** The next id of a kind: one more than the largest number in use. */
export function nextId(prefix: string, taken: string[]): string {
  const numbers = taken
    .filter((id) => id.startsWith(prefix))
    .map((id) => Number(id.slice(prefix.length)))
    .filter(Number.isInteger);
  return `${prefix}${Math.max(0, ...numbers) + 1}`;
}

/** A name that is not taken: "swell", "swell 2", ... */
export function freeName(taken: Iterable<string>, wanted: string): string {
  const names = new Set(taken);
  if (!names.has(wanted)) return wanted;
  for (let n = 2; ; n++) if (!names.has(`${wanted} ${n}`)) return `${wanted} ${n}`;
}
