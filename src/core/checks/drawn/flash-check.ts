import { cellLight, flashingPart, FlashMeter, MAX_FLASHING_PART, type FrameFlashes } from './flashes';
import { CELL_PIXELS, highest, inPercent, percent, type DrawnCheck, type DrawnFrame } from './types';

/** Whether the loop flashes more than those who see it can bear. */
export const flashCheck: DrawnCheck = {
  name: 'Flashes',
  against: 'WCAG 2.3.1 and ITU-R BT.1702, seen as large as a screen on a desk; from nearer it has to flash less',
  verdicts: ['It does not flash.', 'It flashes.'],
  meter: ({ size: { grid }, loop: { rate } }) => {
    const meter = new FlashMeter(grid, rate);
    const found: FrameFlashes[] = [];
    return {
      add: ({ bytes }: DrawnFrame, counts) => {
        const flashes = meter.add(cellLight(bytes, grid, CELL_PIXELS));
        if (counts) found.push(flashes);
      },
      reading: () => {
        const { frame, most } = highest(found.map(flashingPart));
        const passes = most <= MAX_FLASHING_PART;
        const kind = found[frame] && found[frame].red > found[frame].general ? 'red' : 'light';
        return {
          passes,
          found: passes
            ? `In no ninth of the picture does more than ${percent(most)} flash over three times a second; ` +
              `${percent(MAX_FLASHING_PART)} may.`
            : `At frame ${frame} ${percent(most)} of a ninth of the picture flashes more than three times a second, ` +
              `in ${kind}; ${percent(MAX_FLASHING_PART)} may. Make it slower, smaller or fainter.`,
          series: [
            { name: 'light', values: inPercent(found.map((f) => f.general)) },
            { name: 'red', values: inPercent(found.map((f) => f.red)) },
          ],
          limit: 100 * MAX_FLASHING_PART,
          worst: most >= 0.01 ? frame : null,
        };
      },
    };
  },
};
