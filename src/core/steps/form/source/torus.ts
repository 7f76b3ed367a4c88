import { sheet } from '../../../mesh/sheet';
import type { FormSource } from '../../definition';
import { number } from '../../params';

export const torus: FormSource = {
  op: 'form.torus',
  name: 'Torus',
  description: 'A ring of round section, lying flat about the origin.',
  takes: [],
  gives: 'form',
  cellParam: 'radius',
  aliases: ['ring', 'donut', 'hoop', 'tyre'],
  params: [
    number({
      id: 'radius',
      name: 'Radius',
      description: 'From the middle to the middle of the section.',
      default: 1,
      min: 0.1,
      max: 5,
      hard: [0.001, 1000],
      unit: 'm',
    }),
    number({
      id: 'section',
      name: 'Section',
      description: 'Radius of the section.',
      default: 0.35,
      min: 0.02,
      max: 2,
      hard: [0.001, 1000],
      unit: 'm',
    }),
    number({
      id: 'columns',
      name: 'Columns',
      description: 'Faces around the ring.',
      default: 120,
      min: 3,
      max: 400,
      hard: [3, 2000],
      whole: true,
      finer: 'across',
    }),
    number({
      id: 'rows',
      name: 'Rows',
      description: 'Faces around the section.',
      default: 48,
      min: 3,
      max: 200,
      hard: [3, 1000],
      whole: true,
      finer: 'along',
    }),
  ],
  bake: (params) => {
    const [radius, section] = [params.radius as number, params.section as number];
    return sheet(
      params.columns as number,
      params.rows as number,
      (u, v) => {
        const [sin, cos, up, out] = [
          Math.sin(2 * Math.PI * u),
          Math.cos(2 * Math.PI * u),
          Math.sin(2 * Math.PI * v),
          Math.cos(2 * Math.PI * v),
        ];
        const reach = radius + section * out;
        // Where the inner side touches the axis the ring has no way around it.
        const around = Math.abs(reach) < 1e-4 ? 1e-4 : reach;
        const [east, north] = [
          [cos, 0, -sin],
          [-up * sin, out, -up * cos],
        ];
        return {
          position: [reach * sin, section * up, reach * cos],
          normal: [out * sin, up, out * cos],
          tangentA: east,
          tangentB: north,
          normalA: east.map((x) => (x * out) / around),
          normalB: north.map((x) => x / section),
          uvSlope: [1 / (2 * Math.PI * around), 0, 0, 1 / (2 * Math.PI * section)],
        };
      },
      { around: true, along: true },
    );
  },
};
