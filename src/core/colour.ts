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

/**
 * Linear sRGB, 0..1, to Oklab: lightness 0..1, a and b about -0.4..0.4 (B. Ottosson, "A perceptual color space for
 * image processing", 2020).
 */
export function toOklab([r, g, b]: readonly number[]): [number, number, number] {
  const l = Math.cbrt(0.4122214708 * r! + 0.5363325363 * g! + 0.0514459929 * b!);
  const m = Math.cbrt(0.2119034982 * r! + 0.6806995451 * g! + 0.1073969566 * b!);
  const s = Math.cbrt(0.0883024619 * r! + 0.2817188376 * g! + 0.6299787005 * b!);
  return [
    0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s,
    1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s,
    0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s,
  ];
}

/** Inverse of `toOklab`. */
export function fromOklab([lightness, a, b]: readonly number[]): [number, number, number] {
  const l = (lightness! + 0.3963377774 * a! + 0.2158037573 * b!) ** 3;
  const m = (lightness! - 0.1055613458 * a! - 0.0638541728 * b!) ** 3;
  const s = (lightness! - 0.0894841775 * a! - 1.291485548 * b!) ** 3;
  return [
    4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s,
    -1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s,
    -0.0041960863 * l - 0.7034186147 * m + 1.707614701 * s,
  ];
}

/** Linear red, green, blue, 0..1, as `#rrggbb`; what is beyond is held at the ends. */
export const hexOf = (linear: readonly number[]) =>
  `#${linear.map((v) => toByte(v).toString(16).padStart(2, '0')).join('')}`;
