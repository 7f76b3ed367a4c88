/**
 * A number as a GLSL float literal that reads back as the same 32-bit float.
 * @throws RangeError for what is not a finite 32-bit number: GLSL has no word for it
 */
export function floatText(value: number): string {
  const held = Math.fround(value);
  if (!Number.isFinite(held)) throw new RangeError(`${value} cannot be written as a GLSL number.`);
  const text = String(Number(held.toPrecision(9)));
  return /[.e]/.test(text) ? text : `${text}.0`;
}
