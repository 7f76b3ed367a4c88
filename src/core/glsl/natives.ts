import { TYPES, vectorOf, BOOL, FLOAT, INT, type ScalarName, type Type } from './types';

/**
 * Built-in functions that the processor has an instruction for (or nearly so). All others
 * are written in the language itself: see `lib/builtins.ts`.
 */
export interface NativeSignature {
  params: Type[];
  returns: Type;
}

const sizes = [1, 2, 3, 4];
const vectors = [2, 3, 4];

function componentwise(count: number, scalars: ScalarName[], from = sizes): NativeSignature[] {
  return scalars.flatMap((s) =>
    from.map((n) => ({ params: Array<Type>(count).fill(vectorOf(s, n)), returns: vectorOf(s, n) })),
  );
}

function withScalar(scalars: ScalarName[]): NativeSignature[] {
  return scalars.flatMap((s) =>
    vectors.map((n) => ({ params: [vectorOf(s, n), TYPES.get(s)!], returns: vectorOf(s, n) })),
  );
}

function cast(from: ScalarName, to: ScalarName): NativeSignature[] {
  return sizes.map((n) => ({ params: [vectorOf(from, n)], returns: vectorOf(to, n) }));
}

function compare(scalars: ScalarName[]): NativeSignature[] {
  return scalars.flatMap((s) =>
    vectors.map((n) => ({ params: [vectorOf(s, n), vectorOf(s, n)], returns: vectorOf('bool', n) })),
  );
}

const chosen = sizes.map((n) => ({
  params: [vectorOf('float', n), vectorOf('float', n), vectorOf('bool', n)],
  returns: vectorOf('float', n),
}));
const reduceBool = vectors.map((n) => ({ params: [vectorOf('bool', n)], returns: BOOL }));
const order: ScalarName[] = ['float', 'int', 'uint'];

export const NATIVES: ReadonlyMap<string, NativeSignature[]> = new Map(
  Object.entries({
    abs: componentwise(1, ['float', 'int']),
    floor: componentwise(1, ['float']),
    ceil: componentwise(1, ['float']),
    trunc: componentwise(1, ['float']),
    roundEven: componentwise(1, ['float']),
    sqrt: componentwise(1, ['float']),
    min: [...componentwise(2, order), ...withScalar(order)],
    max: [...componentwise(2, order), ...withScalar(order)],
    mix: chosen,
    dot: sizes.map((n) => ({ params: [vectorOf('float', n), vectorOf('float', n)], returns: FLOAT })),
    floatBitsToInt: cast('float', 'int'),
    floatBitsToUint: cast('float', 'uint'),
    intBitsToFloat: cast('int', 'float'),
    uintBitsToFloat: cast('uint', 'float'),
    lessThan: compare(order),
    lessThanEqual: compare(order),
    greaterThan: compare(order),
    greaterThanEqual: compare(order),
    equal: compare([...order, 'bool']),
    notEqual: compare([...order, 'bool']),
    not: componentwise(1, ['bool'], vectors),
    any: reduceBool,
    all: reduceBool,
    // Not of the standard: pictures, see `pictures.ts`.
    texelAt: [{ params: [INT, INT, INT], returns: vectorOf('float', 4) }],
    // Numbers over the loop, see `loop-values.ts`.
    loopValue: [{ params: [INT], returns: FLOAT }],
    texelSize: [{ params: [INT], returns: vectorOf('float', 2) }],
  }),
);
