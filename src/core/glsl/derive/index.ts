import { checkProgram } from '../check';
import type { Func } from '../ir';
import type { Derivation, Mask, Variant } from './variant';
import { VariantWriter } from './writer';

export interface Derived {
  /** Functions to stand after the text that was derived. */
  text: string;
  /** `T name(params, a..., b..., out T alongA, out T alongB)`: the value, and its slope along two directions. */
  name: string;
  /** Why the slopes are not exact, where they are not. */
  noSlope: string | null;
}

/**
 * Differentiates a function of a program along two directions at once: forward mode automatic
 * differentiation (A. Griewank and A. Walther, "Evaluating Derivatives", 2nd ed., SIAM 2008,
 * chapter 3), text to text. Every value that depends on what changes carries two slopes; what
 * does not is worked out once. Functions are written again for each way they are called.
 * @param changes by the names of a parameter's fields: which change along the directions
 * @throws GlslError if the text is wrong; Error if there is no such function
 */
export function derive(source: string, name: string, changes: (field: string) => boolean): Derived {
  const program = checkProgram(source);
  const func = program.functions.find((f) => f.name === name);
  if (!func) throw new Error(`There is no function "${name}" to derive.`);
  const deriver = new Deriver(new Set(program.functions));
  const masks = func.params.map((p) =>
    p.local.type.shape === 'struct'
      ? p.local.type.fields.flatMap((f) => f.type.flat.map((s) => s === 'float' && changes(f.name)))
      : p.local.type.flat.map((s) => s === 'float'),
  );
  const variant = deriver.variant(func, masks, true);
  return { text: deriver.texts.join('\n'), name: variant.name, noSlope: deriver.noSlope };
}

class Deriver implements Derivation {
  readonly texts: string[] = [];
  noSlope: string | null = null;
  private readonly variants = new Map<Func, Map<string, Variant>>();
  private count = 0;

  constructor(private readonly own: ReadonlySet<Func>) {}

  /** Was the function written in the text, or is it built in? */
  isOwn(func: Func): boolean {
    return this.own.has(func);
  }

  /** The function for one way of being called; written once. `whole` keeps it though nothing changes. */
  variant(func: Func, masks: Mask[], whole = false): Variant {
    const key = masks.map((m) => m.map(Number).join('')).join(' ');
    const known = this.variants.get(func) ?? new Map<string, Variant>();
    this.variants.set(func, known);
    const before = known.get(key);
    if (before) return before;
    const made = new VariantWriter(this, func, masks, `clD${++this.count}_${func.name}`).write(whole);
    known.set(key, made.variant);
    if (made.text) this.texts.push(made.text);
    return made.variant;
  }
}
