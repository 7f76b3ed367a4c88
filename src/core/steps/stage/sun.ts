import type { Vector } from '../../piece/types';
import type { StageStep } from '../definition';
import { choice, colour, number } from '../params';
import { skyDirection } from './stage-part';
import { visibleParam } from './visible';

export const sun: StageStep = {
  op: 'stage.sun',
  name: 'Sun',
  description: 'Parallel light with a shadow.',
  takes: ['stage'],
  gives: 'stage',
  cellParam: 'strength',
  aliases: ['light', 'directional', 'key', 'shadow'],
  params: [
    colour({ id: 'colour', name: 'Colour', description: 'Colour of the light.', default: '#ffe6c2' }),
    number({
      id: 'strength',
      name: 'Strength',
      description: 'How bright.',
      default: 3,
      min: 0,
      max: 10,
      hard: [0, 1000],
    }),
    number({
      id: 'turn',
      name: 'Turn',
      description: 'Compass direction it comes from.',
      default: 40,
      min: -180,
      max: 180,
      unit: '°',
    }),
    number({
      id: 'height',
      name: 'Height',
      description: 'Above the horizon.',
      default: 35,
      min: -10,
      max: 90,
      hard: [-90, 90],
      unit: '°',
    }),
    choice({
      id: 'shadow',
      name: 'Shadow',
      description: 'Whether things cast shadows in it.',
      options: ['cast', 'none'],
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
    light: 'directional',
    colour: p.colour as Vector,
    strength: (p.strength as number) * (p.there as number),
    from: skyDirection(p.turn as number, p.height as number),
    shadow: { cast: p.shadow === 'cast', softness: p.softness as number },
  }),
  sketch: (p) => ({ draw: 'compass', turn: p.turn as number, height: p.height as number, colour: p.colour as string }),
};
