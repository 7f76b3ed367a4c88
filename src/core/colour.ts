/** sRGB transfer curve of IEC 61966-2-1: encoded 0..1 to linear 0..1. */
export function toLinear(encoded: number): number {
  return encoded <= 0.04045 ? encoded / 12.92 : ((encoded + 0.055) / 1.055) ** 2.4;
}

/** Inverse of `toLinear`. */
export function toEncoded(linear: number): number {
  return linear <= 0.0031308 ? linear * 12.92 : 1.055 * linear ** (1 / 2.4) - 0.055;
}

/** `#rrggbb` to linear red, green, blue in 0..1. */
export function linearOf(hex: string): [number, number, number] {
  const value = Number.parseInt(hex.slice(1), 16);
  return [value >> 16, (value >> 8) & 255, value & 255].map((c) => toLinear(c / 255)) as [number, number, number];
}

/** Linear light as a byte of an sRGB picture; NaN counts as 0. */
export function toByte(linear: number): number {
  return linear > 0 ? Math.round(255 * toEncoded(Math.min(linear, 1))) : 0;
}
