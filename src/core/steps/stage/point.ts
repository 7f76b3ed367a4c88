import type { Vector } from '../../piece/types';
import type { StageStep } from '../definition';
import { choice, colour, number, vector } from '../params';
import { visibleParam } from './visible';

export const point: StageStep = {
  op: 'stage.point',
  name: 'Point light',
  description: 'Light from one place in all directions.',
  takes: ['stage'],
  gives: 'stage',
  cellParam: 'strength',
  aliases: ['light', 'lamp', 'bulb', 'omni'],
  handles: [{ at: 'position', reach: 'reach' }],
  params: [
    colour({ id: 'colour', name: 'Colour', description: 'Colour of the light.', default: '#ffd9a8' }),
    number({
      id: 'strength',
      name: 'Strength',
      description: 'Candela.',
      default: 12,
      min: 0,
      max: 100,
      hard: [0, 100000],
    }),
    vector({
      id: 'position',
      name: 'Position',
      description: 'Where it hangs.',
      default: [1, 2, 1],
      min: -10,
      max: 10,
      unit: 'm',
    }),
    number({
      id: 'reach',
      name: 'Reach',
      description: 'It ends at this distance; 0 never.',
      default: 0,
      min: 0,
      max: 30,
      hard: [0, 10000],
      unit: 'm',
    }),
    choice({
      id: 'shadow',
      name: 'Shadow',
      description: 'Whether things cast shadows in it.',
      options: ['none', 'cast'],
    }),
    number({
      id: 'softness',
      name: 'Softness',
      description: 'Of the shadow edge.',
      default: 2,
      min: 0,
      max: 12,
      hard: [0, 60],
    }),
    visibleParam,
  ],
  puts: 'light',
  part: (p) => ({
    part: 'light',
    light: 'point',
    colour: p.colour as Vector,
    strength: (p.strength as number) * (p.there as number),
    position: p.position as Vector,
    reach: p.reach as number,
    shadow: { cast: p.shadow === 'cast', softness: p.softness as number },
  }),
  sketch: (p) => ({ draw: 'rays', colour: p.colour as string }),
};
