/** What a record holds under a name that came from outside; never what every object inherits. */
export const own = <T>(record: Readonly<Record<string, T>>, name: string): T | undefined =>
  Object.hasOwn(record, name) ? record[name] : undefined;
