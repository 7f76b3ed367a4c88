/** Types of the language. Two types are the same exactly when their names are the same. */
export type ScalarName = 'float' | 'int' | 'uint' | 'bool';

export interface Field {
  name: string;
  type: Type;
}

export interface Type {
  readonly name: string;
  readonly shape: 'void' | 'scalar' | 'vector' | 'matrix' | 'struct';
  /** Component type; `float` for void and struct, where it is not read. */
  readonly scalar: ScalarName;
  /** Components of a vector, columns of a (square) matrix, 1 for a scalar. */
  readonly size: number;
  /** All scalars in order, as the value is laid out in memory and in locals. */
  readonly flat: readonly ScalarName[];
  readonly fields: readonly Field[];
}

function make(name: string, shape: Type['shape'], scalar: ScalarName, size: number, count: number): Type {
  return { name, shape, scalar, size, flat: Array<ScalarName>(count).fill(scalar), fields: [] };
}

const PREFIX: Record<ScalarName, string> = { float: 'vec', int: 'ivec', uint: 'uvec', bool: 'bvec' };
const SCALARS: ScalarName[] = ['float', 'int', 'uint', 'bool'];

/** Every built-in type by name. */
export const TYPES: ReadonlyMap<string, Type> = new Map(
  [
    make('void', 'void', 'float', 0, 0),
    ...SCALARS.map((s) => make(s, 'scalar', s, 1, 1)),
    ...SCALARS.flatMap((s) => [2, 3, 4].map((n) => make(`${PREFIX[s]}${n}`, 'vector', s, n, n))),
    ...[2, 3, 4].map((n) => make(`mat${n}`, 'matrix', 'float', n, n * n)),
  ].map((t) => [t.name, t]),
);

export const VOID = TYPES.get('void')!;
export const FLOAT = TYPES.get('float')!;
export const INT = TYPES.get('int')!;
export const BOOL = TYPES.get('bool')!;

/** The scalar (size 1) or vector type of `size` components. */
export function vectorOf(scalar: ScalarName, size: number): Type {
  return TYPES.get(size === 1 ? scalar : `${PREFIX[scalar]}${size}`)!;
}

export function structType(name: string, fields: Field[]): Type {
  return {
    name,
    shape: 'struct',
    scalar: 'float',
    size: fields.length,
    flat: fields.flatMap((f) => f.type.flat),
    fields,
  };
}

export const isNumeric = (t: Type) => t.scalar !== 'bool' && t.shape !== 'struct' && t.shape !== 'void';
export const isPlain = (t: Type) => t.shape === 'scalar' || t.shape === 'vector';
