/** Values by key, of which the ones used last are kept. */
export class Recent<V> {
  private readonly values = new Map<string, V>();

  /** @param most values kept at a time */
  constructor(private readonly most: number) {}

  get(key: string): V | undefined {
    const value = this.values.get(key);
    if (value !== undefined) this.put(key, value);
    return value;
  }

  /** @returns the value */
  put(key: string, value: V): V {
    this.values.delete(key);
    this.values.set(key, value);
    if (this.values.size > this.most) this.values.delete(this.values.keys().next().value!);
    return value;
  }
}
