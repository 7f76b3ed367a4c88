import type { Vector } from '../../piece/types';
import type { StageStep } from '../definition';
import { number, strand, vector } from '../params';
import { visibleParam } from './visible';

export const place: StageStep = {
  op: 'stage.place',
  name: 'Place',
  description: 'Stands a form on the stage, dressed in a surface.',
  takes: ['stage'],
  gives: 'stage',
  aliases: ['object', 'mesh', 'put', 'add', 'stand'],
  handles: [{ at: 'position', turn: 'turn' }],
  params: [
    strand({ id: 'form', name: 'Form', description: 'What stands there.', kind: 'form' }),
    strand({ id: 'surface', name: 'Surface', description: 'How it looks.', kind: 'surface' }),
    strand({
      id: 'overlay',
      name: 'Overlay',
      description: 'A second surface drawn over it; may stay empty.',
      kind: 'surface',
      optional: true,
    }),
    vector({
      id: 'position',
      name: 'Position',
      description: 'Where it stands.',
      default: [0, 0, 0],
      min: -10,
      max: 10,
      unit: 'm',
    }),
    vector({
      id: 'turn',
      name: 'Turn',
      description: 'About x, y and z.',
      default: [0, 0, 0],
      min: -180,
      max: 180,
      unit: '°',
    }),
    number({
      id: 'size',
      name: 'Size',
      description: 'Times this.',
      default: 1,
      min: 0.05,
      max: 5,
      hard: [0.0001, 10000],
    }),
    visibleParam,
  ],
  puts: 'standing',
  part: (p) => ({
    part: 'standing',
    there: p.there === 1,
    form: p.form as string,
    surface: p.surface as string,
    overlay: p.overlay as string,
    position: p.position as Vector,
    turn: p.turn as Vector,
    size: p.size as number,
  }),
};
