import type { NumberParam, StepDefinition } from './definition';

const number = (id: string, name: string, about: string, value: number): NumberParam => ({
  type: 'number',
  id,
  name,
  about,
  default: value,
  min: -2,
  max: 2,
});

/** Remap means the same for a signal and for a field. */
export function remapFor(kind: 'signal' | 'field'): StepDefinition {
  return {
    op: `${kind}.remap`,
    name: 'Remap',
    about: 'Moves one range of numbers onto another.',
    takes: ['float'],
    gives: 'float',
    telling: 'high',
    also: ['range', 'fit', 'scale', 'offset', 'map'],
    params: [
      number('fromLow', 'From low', 'This number goes to "to low".', -1),
      number('fromHigh', 'From high', 'This number goes to "to high".', 1),
      number('low', 'To low', 'Where "from low" goes.', 0),
      number('high', 'To high', 'Where "from high" goes.', 1),
      {
        type: 'choice',
        id: 'hold',
        name: 'Beyond',
        about: 'What happens outside of the range.',
        default: 'goes on',
        options: [
          { id: 'goes on', name: 'Goes on' },
          { id: 'held', name: 'Held at the ends' },
        ],
      },
    ],
    glsl: `
  float span = fromHigh - fromLow;
  float t = (v - fromLow) / (abs(span) < 1e-6 ? 1e-6 : span);
  if (hold == 1) t = clamp(t, 0.0, 1.0);
  return low + (high - low) * t;`,
  };
}

/** Power means the same for a signal and for a field. */
export function powerFor(kind: 'signal' | 'field'): StepDefinition {
  return {
    op: `${kind}.power`,
    name: 'Power',
    about: 'Raises the size of the number to a power and keeps its sign.',
    takes: ['float'],
    gives: 'float',
    telling: 'power',
    also: ['gamma', 'exponent', 'sharpen'],
    params: [
      {
        type: 'number',
        id: 'power',
        name: 'Power',
        about: 'Above 1 thins out, below 1 fills up.',
        default: 2,
        min: 0.1,
        max: 8,
        hard: [0.01, 64],
      },
    ],
    glsl: '  return sign(v) * pow(max(abs(v), 1e-20), power);',
  };
}
