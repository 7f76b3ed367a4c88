/**
 * Values with arrays of numbers in them as one run of bytes: the length of a text in bytes (32 bits, little end
 * first), the text (JSON), then the arrays one after the other, each from a multiple of 8 bytes on.
 */

const ARRAYS = {
  Int8Array,
  Uint8Array,
  Uint8ClampedArray,
  Int16Array,
  Uint16Array,
  Int32Array,
  Uint32Array,
  Float32Array,
  Float64Array,
};

type Numbers = InstanceType<(typeof ARRAYS)[keyof typeof ARRAYS]>;

/** What stands for an array in the text; no other object has this key. */
interface ArrayPlace {
  'array of': keyof typeof ARRAYS;
  /** Bytes from the end of the text. */
  at: number;
  length: number;
}

const ALIGNED = 8;
const aligned = (bytes: number) => Math.ceil(bytes / ALIGNED) * ALIGNED;

const isNumbers = (value: unknown): value is Numbers => ArrayBuffer.isView(value) && value.constructor.name in ARRAYS;

/**
 * @param value of what JSON knows, and of arrays of numbers
 * @example unpacked(packed({ a: new Float32Array([1]) })); // { a: Float32Array [1] }
 */
export function packed(value: unknown): Uint8Array<ArrayBuffer> {
  const arrays: { data: Numbers; at: number }[] = [];
  let end = 0;
  const text = new TextEncoder().encode(
    JSON.stringify(value, (_, part: unknown) => {
      if (!isNumbers(part)) return part;
      const at = end;
      arrays.push({ data: part, at });
      end += aligned(part.byteLength);
      return { 'array of': part.constructor.name, at, length: part.length };
    }),
  );
  const begin = aligned(4 + text.length);
  const bytes = new Uint8Array(begin + end);
  new DataView(bytes.buffer).setUint32(0, text.length, true);
  bytes.set(text, 4);
  for (const { data, at } of arrays)
    bytes.set(new Uint8Array(data.buffer, data.byteOffset, data.byteLength), begin + at);
  return bytes;
}

/** What was packed; its arrays lie in the bytes that are given. @throws SyntaxError, RangeError where it is broken */
export function unpacked(bytes: Uint8Array<ArrayBuffer>): unknown {
  const { buffer, byteOffset } = bytes;
  const length = new DataView(buffer, byteOffset).getUint32(0, true);
  const begin = byteOffset + aligned(4 + length);
  return JSON.parse(new TextDecoder().decode(bytes.subarray(4, 4 + length)), (_, part: unknown) => {
    const place = Object(part) as Partial<ArrayPlace>;
    const make = place['array of'] && ARRAYS[place['array of']];
    return make ? new make(buffer, begin + place.at!, place.length) : part;
  });
}
