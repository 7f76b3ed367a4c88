import { toLinear } from '../colour';

/**
 * Pictures that a program reads. In the language there are two functions: `texelAt(slot, x, y)`
 * gives one texel as linear red, green, blue and alpha, the row at the top being 0;
 * `texelSize(slot)` gives width and height. Coordinates beyond the picture are held at its
 * edge; a slot without a picture is one black, transparent texel.
 *
 * On the processor both are instructions over a table in the program's memory; on the
 * graphics card they are functions over samplers (`samplerText`).
 */
export interface Pixels {
  width: number;
  height: number;
  /** Four bytes a pixel, rows from the top; colours encoded as sRGB, alpha not multiplied in. */
  data: Uint8ClampedArray;
}

/** Most pictures that one program reads. */
export const PICTURE_SLOTS = 16;

/** Layout in memory, from the table's address: slots and one empty one, the transfer curve, one texel. */
export const SLOT_BYTES = 16;
export const CURVE_OFFSET = SLOT_BYTES * (PICTURE_SLOTS + 1);
const EMPTY_OFFSET = CURVE_OFFSET + 4 * 256;
/** Behind them the address and count of the numbers over the loop; see `loop-values.ts`. */
export const LOOP_OFFSET = EMPTY_OFFSET + 16;
export const TABLE_BYTES = LOOP_OFFSET + 16;

/** Fills a fresh table: every slot is the empty texel. */
export function writeTable(memory: ArrayBuffer, address: number): void {
  const slots = new Uint32Array(memory, address, TABLE_BYTES / 4);
  for (let i = 0; i <= PICTURE_SLOTS; i++) slots.set([address + EMPTY_OFFSET, 1, 1, 0], 4 * i);
  slots.set([address + EMPTY_OFFSET, 1], LOOP_OFFSET / 4);
  new Float32Array(memory, address + CURVE_OFFSET, 256).forEach((_, i, curve) => (curve[i] = toLinear(i / 255)));
}

/** @param stage tells the pictures of two shaders of one program apart */
export const pictureUniform = (slot: number, stage = '') => `cl${stage}Picture${slot}`;

/** The two functions for the graphics card, over samplers whose texels are decoded to linear light. */
export function samplerText(count: number, stage = ''): string {
  const within = (name: string) => `clamp(at, ivec2(0), textureSize(${name}, 0) - 1)`;
  const slots = Array.from({ length: count }, (_, i) => ({ i, name: pictureUniform(i, stage) }));
  return `
${slots.map(({ name }) => `uniform highp sampler2D ${name};`).join('\n')}
vec4 texelAt(int slot, int x, int y) {
  ivec2 at = ivec2(x, y);
${slots.map(({ i, name }) => `  if (slot == ${i}) return texelFetch(${name}, ${within(name)}, 0);`).join('\n')}
  return vec4(0.0);
}
vec2 texelSize(int slot) {
${slots.map(({ i, name }) => `  if (slot == ${i}) return vec2(textureSize(${name}, 0));`).join('\n')}
  return vec2(1.0);
}
`;
}
