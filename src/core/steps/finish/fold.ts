import type { FinishStep } from '../definition';
import { number, turnsParam, vector } from '../params';
import { beyondParam } from './beyond';

export const fold: FinishStep = {
  op: 'finish.fold',
  name: 'Fold',
  description: 'Mirrors one wedge of the picture all round a point.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'wedges',
  aliases: ['kaleidoscope', 'mirror', 'symmetry', 'mandala', 'star'],
  params: [
    number({
      id: 'wedges',
      name: 'Wedges',
      description: 'How many there are, each beside its mirror image.',
      default: 4,
      min: 1,
      max: 16,
      hard: [1, 200],
      whole: true,
    }),
    turnsParam('Turns of the wedge round the point in a loop.', 0),
    number({
      id: 'angle',
      name: 'Angle',
      description: 'Where the wedge lies at first.',
      default: 0,
      min: -180,
      max: 180,
      unit: '°',
    }),
    vector({
      id: 'centre',
      name: 'Centre',
      description: 'From the middle of the picture, in parts of its height.',
      default: [0, 0, 0],
      min: -1,
      max: 1,
    }),
    beyondParam('mirrored'),
  ],
  needs: ['wave'],
  passes: 1,
  glsl: `
  vec2 at = p.rest.xy - centre.xy;
  float wedge = 0.5 / wedges;
  float way = angleTurns(at.y, at.x);
  way -= 2.0 * wedge * floor(way / (2.0 * wedge));
  vec2 from = turned(vec2(length(at), 0.0), angle / 360.0 + turns * p.phase + min(way, 2.0 * wedge - way));
  return straight(seenAt((centre.xy + from) / frameSize() + 0.5, 0.0, beyond));`,
};
