import { sheet } from '../../../mesh/sheet';
import type { FormSource } from '../../definition';
import { number } from '../../params';

export const disc: FormSource = {
  op: 'form.disc',
  name: 'Disc',
  description: 'A flat ring or a sector of one, facing the viewer; an arc where it is thin.',
  takes: [],
  gives: 'form',
  cellParam: 'sweep',
  aliases: ['circle', 'sector', 'arc', 'ring', 'annulus', 'pie'],
  params: [
    number({
      id: 'radius',
      name: 'Radius',
      description: 'To the outer rim.',
      default: 1,
      min: 0.1,
      max: 5,
      hard: [0.001, 1000],
      unit: 'm',
    }),
    number({
      id: 'inner',
      name: 'Inner radius',
      description: 'To the hole; 0 for none.',
      default: 0,
      min: 0,
      max: 5,
      hard: [0, 1000],
      unit: 'm',
    }),
    number({
      id: 'sweep',
      name: 'Sweep',
      description: 'How far around it goes.',
      default: 1,
      min: 0.01,
      max: 1,
      hard: [0.001, 1],
      unit: 'turns',
    }),
    number({
      id: 'columns',
      name: 'Columns',
      description: 'Faces around.',
      default: 96,
      min: 3,
      max: 400,
      hard: [1, 2000],
      whole: true,
      finer: 'across',
    }),
    number({
      id: 'rows',
      name: 'Rows',
      description: 'Faces from the inner to the outer rim.',
      default: 12,
      min: 1,
      max: 200,
      hard: [1, 1000],
      whole: true,
      finer: 'along',
    }),
  ],
  bake: (params) => {
    const { radius, sweep } = params as Record<string, number>;
    const inner = Math.min(params.inner as number, 0.9999 * radius!);
    const width = radius! - inner;
    return sheet(
      params.columns as number,
      params.rows as number,
      (u, v) => {
        const [sin, cos] = [Math.sin(2 * Math.PI * sweep! * u), Math.cos(2 * Math.PI * sweep! * u)];
        const r = inner + width * v;
        // Inwards and anticlockwise make a frame that looks at the viewer.
        return {
          position: [r * cos, r * sin, 0],
          normal: [0, 0, 1],
          tangentA: [cos, sin, 0],
          tangentB: [-sin, cos, 0],
          normalA: [0, 0, 0],
          normalB: [0, 0, 0],
          uvSlope: [0, 1 / width, 1 / (2 * Math.PI * sweep! * Math.max(r, 1e-3)), 0],
        };
      },
      { around: sweep === 1, begin: inner === 0 },
    );
  },
};
