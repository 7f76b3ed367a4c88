import type { StepDefinition } from '../definition';
import { choice, colour, number } from '../params';

export const surroundings: StepDefinition = {
  op: 'stage.surroundings',
  name: 'Surroundings',
  about: 'What surrounds the stage: it lights softly, it is reflected, and it may be the background.',
  takes: ['stage'],
  gives: 'stage',
  telling: 'style',
  also: ['environment', 'hdr', 'hdri', 'sky', 'reflection', 'ambient', 'gradient'],
  params: [
    choice('style', 'Style', 'One colour, a run of three, a sky with a sun, or a picture all around.', [
      'gradient',
      'colour',
      'sky',
      'picture',
    ]),
    colour('above', 'Above', 'Colour at the top.', '#38545c'),
    colour('level', 'Level', 'Colour at the horizon.', '#9fb0a2'),
    colour('below', 'Below', 'Colour at the bottom.', '#171c19'),
    number('strength', 'Strength', 'How bright.', 1, 0, 5, { hard: [0, 1000] }),
    number('turn', 'Turn', 'Turned about the vertical.', 0, -180, 180, { unit: 'deg' }),
    number('height', 'Sun height', 'Of the sky, above the horizon.', 25, -10, 90, { hard: [-90, 90], unit: 'deg' }),
    {
      type: 'picture',
      id: 'picture',
      name: 'Picture',
      about: 'A picture all around (twice as wide as high), best an .hdr.',
      default: '',
      panorama: true,
    },
    choice('shown', 'Shown', 'As the background too, or only as light and reflection.', ['yes', 'no']),
  ],
};
