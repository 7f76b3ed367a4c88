import type { StepDefinition } from '../definition';

export const cycle: StepDefinition = {
  op: 'signal.cycle',
  name: 'Cycle',
  about: 'Swings between -1 and 1, a whole number of turns in each loop.',
  takes: [],
  gives: 'float',
  telling: 'turns',
  also: ['sine', 'triangle', 'saw', 'oscillate', 'wave'],
  params: [
    {
      type: 'choice',
      id: 'wave',
      name: 'Wave',
      about: 'Shape of one turn.',
      default: 'sine',
      options: [
        { id: 'sine', name: 'Sine' },
        { id: 'triangle', name: 'Triangle' },
        { id: 'saw', name: 'Saw' },
        { id: 'pulse', name: 'Pulse' },
      ],
    },
    {
      type: 'number',
      id: 'turns',
      name: 'Turns',
      about: 'Turns in each loop; whole turns close.',
      default: 1,
      min: 0,
      max: 12,
      unit: 'turns',
      closes: true,
    },
    {
      type: 'number',
      id: 'shift',
      name: 'Shift',
      about: 'Starts this part of a turn later.',
      default: 0,
      min: 0,
      max: 1,
      unit: 'turns',
    },
    {
      type: 'number',
      id: 'share',
      name: 'Share',
      about: 'Part of each turn for which a pulse is up.',
      default: 0.5,
      min: 0,
      max: 1,
    },
  ],
  needs: ['wave'],
  glsl: `
  float t = p.phase * turns + shift;
  if (wave == 1) return waveTriangle(t);
  if (wave == 2) return waveSaw(t);
  if (wave == 3) return leftOver(t) < share - 1e-5 ? 1.0 : -1.0;
  return waveSine(t);`,
};
