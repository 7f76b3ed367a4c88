import type { SignalStep } from '../definition';
import { choice, number } from '../params';
import { turnLasts } from './turn-lasts';

export const cycle: SignalStep = {
  op: 'signal.cycle',
  name: 'Cycle',
  description: 'Swings between -1 and 1, or 0 and 1, a whole number of turns in each loop.',
  takes: [],
  gives: 'float',
  cellParam: 'turns',
  aliases: ['sine', 'triangle', 'saw', 'oscillate', 'wave', 'lfo', 'oscillator'],
  params: [
    choice({
      id: 'wave',
      name: 'Wave',
      description: 'Shape of one turn.',
      options: ['sine', 'triangle', 'saw', 'pulse'],
    }),
    number({
      id: 'turns',
      name: 'Turns',
      description: 'Turns in each loop; whole turns close.',
      default: 1,
      min: 0,
      max: 12,
      unit: 'turns',
      closes: true,
      twins: turnLasts,
    }),
    number({
      id: 'shift',
      name: 'Shift',
      description: 'Starts this part of a turn later.',
      default: 0,
      min: 0,
      max: 1,
      unit: 'turns',
    }),
    number({
      id: 'share',
      name: 'Share',
      description: 'Part of each turn for which a pulse is up.',
      default: 0.5,
      min: 0,
      max: 1,
    }),
    choice({
      id: 'between',
      name: 'Between',
      description: 'Its lowest and its highest value.',
      options: ['-1 and 1', '0 and 1'],
    }),
  ],
  needs: ['wave'],
  glsl: `
  float t = p.phase * turns + shift;
  float swing = waveSine(t);
  if (wave == 1) swing = waveTriangle(t);
  if (wave == 2) swing = waveSaw(t);
  if (wave == 3) swing = leftOver(t) < share - 1e-5 ? 1.0 : -1.0;
  return between == 1 ? 0.5 + 0.5 * swing : swing;`,
};
