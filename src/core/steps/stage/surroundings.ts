import type { Vector } from '../../piece/types';
import type { StageStep } from '../definition';
import { choice, colour, number, picture } from '../params';
import { skyDirection, type SurroundingsPart } from './stage-part';

export const surroundings: StageStep = {
  op: 'stage.surroundings',
  name: 'Surroundings',
  about: 'What surrounds the stage: it lights softly, it is reflected, and it may be the background.',
  takes: ['stage'],
  gives: 'stage',
  cellParam: 'style',
  aliases: ['environment', 'hdr', 'hdri', 'sky', 'reflection', 'ambient', 'gradient'],
  params: [
    choice({
      id: 'style',
      name: 'Style',
      about: 'One colour, a run of three, a sky with a sun, or a picture all around.',
      options: ['gradient', 'colour', 'sky', 'picture'],
    }),
    colour({ id: 'above', name: 'Above', about: 'Colour at the top.', default: '#38545c' }),
    colour({ id: 'level', name: 'Level', about: 'Colour at the horizon.', default: '#9fb0a2' }),
    colour({ id: 'below', name: 'Below', about: 'Colour at the bottom.', default: '#171c19' }),
    number({ id: 'strength', name: 'Strength', about: 'How bright.', default: 1, min: 0, max: 5, hard: [0, 1000] }),
    number({
      id: 'turn',
      name: 'Turn',
      about: 'Turned about the vertical.',
      default: 0,
      min: -180,
      max: 180,
      unit: '°',
    }),
    number({
      id: 'height',
      name: 'Sun height',
      about: 'Of the sky, above the horizon.',
      default: 25,
      min: -10,
      max: 90,
      hard: [-90, 90],
      unit: '°',
    }),
    picture({
      id: 'picture',
      name: 'Picture',
      about: 'A picture all around (twice as wide as high), best an .hdr.',
      panorama: true,
      shownBy: { choice: 'style', option: 'picture' },
    }),
    choice({
      id: 'shown',
      name: 'Shown',
      about: 'As the background too, or only as light and reflection.',
      options: ['yes', 'no'],
    }),
  ],
  puts: 'surroundings',
  part: (p) => ({
    part: 'surroundings',
    style: p.style as SurroundingsPart['style'],
    above: p.above as Vector,
    level: p.level as Vector,
    below: p.below as Vector,
    strength: p.strength as number,
    turn: p.turn as number,
    sun: skyDirection(p.turn as number, p.height as number),
    picture: p.picture as string,
    shown: p.shown === 'yes',
  }),
  sketch: (p) => ({ draw: 'bands', colours: [p.above, p.level, p.below] as string[] }),
};
