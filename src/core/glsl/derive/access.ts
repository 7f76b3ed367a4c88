import { PICK_ONE, PICK_ZERO } from '../ir';
import type { Type } from '../types';

/** GLSL text that reads or writes scalars of a value, by their places in the flattened value. */

const LETTERS = 'xyzw';

/** Field of a struct that holds a place, and where that field begins. */
function fieldAt(type: Type, index: number): { name: string; type: Type; start: number } {
  let start = 0;
  for (const field of type.fields) {
    if (index < start + field.type.flat.length) return { ...field, start };
    start += field.type.flat.length;
  }
  throw new Error(`${type.name} has no place ${index}.`);
}

function scalar(text: string, type: Type, index: number): string {
  if (index === PICK_ZERO) return '0.0';
  if (index === PICK_ONE) return '1.0';
  if (type.shape === 'scalar') return text;
  if (type.shape === 'vector') return `${text}.${LETTERS[index]}`;
  if (type.shape === 'matrix') return `${text}[${Math.floor(index / type.size)}][${index % type.size}]`;
  const field = fieldAt(type, index);
  return scalar(`${text}.${field.name}`, field.type, index - field.start);
}

/**
 * @param text a name, or what can stand before a dot
 * @param result type of what comes out
 */
export function access(text: string, type: Type, indices: readonly number[], result: Type): string {
  if (result === type && indices.every((v, i) => v === i)) return text;
  if (indices.length === 1) return scalar(text, type, indices[0]!);
  const inside = indices.every((i) => i >= 0);
  if (inside && type.shape === 'scalar') return `${result.name}(${text})`;
  if (inside && type.shape === 'vector' && indices.length <= 4 && result.shape === 'vector')
    return `${text}.${indices.map((i) => LETTERS[i]).join('')}`;
  if (inside && type.shape === 'matrix') {
    const column = Math.floor(indices[0]! / type.size);
    if (indices.length === type.size && indices.every((v, i) => v === column * type.size + i))
      return `${text}[${column}]`;
  }
  if (inside && type.shape === 'struct') {
    const field = fieldAt(type, indices[0]!);
    const own = indices.map((i) => i - field.start);
    if (own.every((i) => i >= 0 && i < field.type.flat.length))
      return access(`${text}.${field.name}`, field.type, own, result);
  }
  return `${result.name}(${indices.map((i) => scalar(text, type, i)).join(', ')})`;
}

/** A value of zeros. */
export function zero(type: Type): string {
  if (type.shape === 'struct') return `${type.name}(${type.fields.map((f) => zero(f.type)).join(', ')})`;
  const one = { float: '0.0', int: '0', uint: '0u', bool: 'false' }[type.scalar];
  return type.shape === 'scalar' ? one : `${type.name}(${one})`;
}
