/** A function whose answer for an object is worked out once, and kept for as long as the object is. */
export function once<K extends object, V>(work: (of: K) => V): (of: K) => V {
  const answer = onceByName<K, V>();
  return (of) => answer(of, '', () => work(of));
}

/** Answers for an object by name, each worked out once, and kept for as long as the object is. */
export function onceByName<K extends object, V>(): (of: K, name: string, work: () => V) => V {
  const known = new WeakMap<K, Map<string, V>>();
  return (of, name, work) => {
    const answers = known.get(of) ?? new Map<string, V>();
    known.set(of, answers);
    if (!answers.has(name)) answers.set(name, work());
    return answers.get(name)!;
  };
}
