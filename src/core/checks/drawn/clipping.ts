import { highest, inPercent, percent, type DrawnCheck } from './types';

/** The largest part of the picture that may be white without any shade. */
const MAX_CLIPPED_PART = 0.05;
const WHITE = 254;

/** The part of a picture that is as white as it can be. @param bytes RGBA */
export function clippedPart(bytes: Uint8ClampedArray): number {
  let clipped = 0;
  for (let i = 0; i < bytes.length; i += 4)
    if (Math.min(bytes[i]!, bytes[i + 1]!, bytes[i + 2]!, bytes[i + 3]!) >= WHITE) clipped++;
  return (4 * clipped) / bytes.length;
}

export const clippingCheck: DrawnCheck = {
  name: 'Clipping',
  against: 'all three channels at their upper end, where no shade is left',
  verdicts: ['Little is clipped.', 'It is clipped.'],
  meter: () => {
    const parts: number[] = [];
    return {
      add: ({ bytes }, counts) => {
        if (counts) parts.push(clippedPart(bytes));
      },
      reading: () => {
        const { frame, most } = highest(parts);
        const passes = most <= MAX_CLIPPED_PART;
        return {
          passes,
          found: passes
            ? `At most ${percent(most)} of the picture is white without shades; ${percent(MAX_CLIPPED_PART)} may.`
            : `At frame ${frame} ${percent(most)} of the picture is white without shades; ` +
              `${percent(MAX_CLIPPED_PART)} may. Lower the lights, or let the finish bend what is bright.`,
          series: [{ name: 'white', values: inPercent(parts) }],
          limit: 100 * MAX_CLIPPED_PART,
          worst: most >= 0.01 ? frame : null,
        };
      },
    };
  },
};
