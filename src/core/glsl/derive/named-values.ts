import { PICK_ZERO, type Local } from '../ir';
import type { Type } from '../types';
import { access, zero } from './access';
import type { Derivation, Mask } from './variant';

/** A value on its way: text of the value and of its two slopes, which are there only where some scalar changes. */
export interface NamedValue {
  text: string;
  type: Type;
  mask: Mask;
  slopes: [string, string] | null;
}

export interface KnownValue {
  name: string;
  mask: Mask;
}

export const none = (type: Type): Mask => type.flat.map(() => false);
export const some = (mask: Mask) => mask.some(Boolean);
export const SIDES = ['a', 'b'] as const;
/** Names of values and of their slopes, in the lines of one function. */
export class NamedValues {
  protected lines: string[] = [];
  protected readonly locals = new Map<Local, KnownValue>();
  protected count = 0;
  protected indent = 1;
  /** Something came to change that did not before. */
  protected grew = false;

  constructor(protected readonly deriver: Derivation) {}

  protected put(line: string): void {
    this.lines.push(`${'  '.repeat(this.indent)}${line}`);
  }

  protected fresh(): string {
    return `t${this.count++}`;
  }

  /** A value under a name of its own. */
  protected temp(type: Type, text: string, mask: Mask, slopes: [string, string] | null): NamedValue {
    const name = this.fresh();
    this.put(`${type.name} ${name} = ${text};`);
    if (!slopes || !some(mask)) return { text: name, type, mask: none(type), slopes: null };
    SIDES.forEach((s, i) => this.put(`${type.name} ${name}${s} = ${slopes[i]};`));
    return { text: name, type, mask, slopes: [`${name}a`, `${name}b`] };
  }

  protected still(type: Type, text: string): NamedValue {
    return { text, type, mask: none(type), slopes: null };
  }

  protected slope(value: NamedValue, side: number): string {
    return value.slopes ? value.slopes[side]! : zero(value.type);
  }

  protected slopesBy(values: NamedValue[], of: (d: string[]) => string): [string, string] | null {
    if (!values.some((v) => v.slopes)) return null;
    return [0, 1].map((side) => of(values.map((v) => this.slope(v, side)))) as [string, string];
  }

  protected grow(mask: Mask, indices: readonly number[], by: Mask): void {
    indices.forEach((at, i) => {
      if (by[i] && !mask[at]) {
        mask[at] = true;
        this.grew = true;
      }
    });
  }

  protected register(local: Local): KnownValue {
    const known = this.locals.get(local) ?? { name: `v${this.locals.size}`, mask: none(local.type) };
    this.locals.set(local, known);
    return known;
  }

  /** Gives slopes to a value that has a name already. */
  protected named(value: NamedValue, mask: Mask, slopes: [string, string]): NamedValue {
    SIDES.forEach((s, i) => this.put(`${value.type.name} ${value.text}${s} = ${slopes[i]};`));
    return { ...value, mask, slopes: [`${value.text}a`, `${value.text}b`] };
  }

  protected whole(local: Local): NamedValue {
    const { name, mask } = this.register(local);
    return { text: name, type: local.type, mask, slopes: some(mask) ? [`${name}a`, `${name}b`] : null };
  }

  protected pick(of: NamedValue, indices: readonly number[], type: Type): NamedValue {
    const mask = indices.map((i) => i >= 0 && of.mask[i]!);
    // What is picked from a constructor needs a name of its own.
    const from =
      /^[\w.]+$/.test(of.text) && !/^\d/.test(of.text)
        ? of
        : of.type.shape === 'scalar'
          ? of
          : this.temp(of.type, of.text, of.mask, of.slopes);
    const moving = indices.map((i) => (i < 0 ? PICK_ZERO : i));
    return {
      text: access(from.text, of.type, indices, type),
      type,
      mask,
      slopes: some(mask) ? (from.slopes!.map((s) => access(s, of.type, moving, type)) as [string, string]) : null,
    };
  }
}
