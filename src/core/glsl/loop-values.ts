/**
 * Numbers over the loop, worked out beforehand: one for each frame, row after row. In the language `loopValue(index)`
 * gives one of them; an index beyond them is held at their ends, and without any it is 0.
 *
 * On the processor that is an instruction over numbers in the program's memory; on the graphics card it reads a float
 * texture (`LOOP_ON_CARD`), and in text that stands alone a constant array (`loopText`).
 */
import { floatText } from './number-text';

/** Texels in a row of the texture that holds them. */
export const LOOP_WIDTH = 1024;

export const readsLoop = (glsl: string): boolean => /\bloopValue\b/.test(glsl);

export const LOOP_ON_CARD = `
uniform highp sampler2D clLoop;
float loopValue(int index) { return texelFetch(clLoop, ivec2(index % ${LOOP_WIDTH}, index / ${LOOP_WIDTH}), 0).r; }
`;

/** The numbers as constants, for text that is exported. */
export const loopText = (values: ArrayLike<number>): string => {
  const all = Array.from(values, floatText);
  const lines = all.flatMap((_, i) => (i % 12 === 0 ? [`  ${all.slice(i, i + 12).join(', ')}`] : []));
  return `
const float clLoop[${all.length}] = float[](
${lines.join(',\n')}
);
float loopValue(int index) { return clLoop[clamp(index, 0, ${all.length - 1})]; }
`;
};
