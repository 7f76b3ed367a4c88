import type { StageStep } from '../definition';
import { number, strand } from '../params';
import { visibleParam } from './visible';

export const floor: StageStep = {
  op: 'stage.floor',
  name: 'Floor',
  description: 'A large level floor, dressed in a surface.',
  takes: ['stage'],
  gives: 'stage',
  cellParam: 'size',
  aliases: ['ground', 'plane', 'stage'],
  params: [
    strand({ id: 'surface', name: 'Surface', description: 'How it looks.', kind: 'surface' }),
    number({
      id: 'size',
      name: 'Size',
      description: 'Length of a side.',
      default: 20,
      min: 1,
      max: 100,
      hard: [0.01, 10000],
      unit: 'm',
    }),
    number({ id: 'level', name: 'Level', description: 'Its height.', default: 0, min: -5, max: 5, unit: 'm' }),
    strand({
      id: 'overlay',
      name: 'Overlay',
      description: 'A second surface drawn over it.',
      kind: 'surface',
      optional: true,
    }),
    visibleParam,
  ],
  puts: 'standing',
  part: (p) => ({
    part: 'standing',
    there: p.there === 1,
    form: null,
    surface: p.surface as string,
    overlay: p.overlay as string,
    position: [0, p.level as number, 0],
    turn: [0, 0, 0],
    size: p.size as number,
  }),
  sketch: () => ({ draw: 'path', path: 'M-14 -8H14L32 12H-32ZM-6 -8L-14 12M6 -8L14 12M-23 2H23' }),
};
