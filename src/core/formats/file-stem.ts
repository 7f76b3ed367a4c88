/** A name as that of a file, without its ending: lower-case letters, digits and hyphens. */
export function fileStem(name: string): string {
  return (
    name
      .normalize('NFKD')
      .replace(/[^A-Za-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .toLowerCase() || 'piece'
  );
}
