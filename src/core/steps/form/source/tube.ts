import { sheet } from '../../../mesh/sheet';
import type { FormSource } from '../../definition';
import { number } from '../../params';

export const tube: FormSource = {
  op: 'form.tube',
  name: 'Tube',
  description: 'An open cylinder that stands upright about the origin.',
  takes: [],
  gives: 'form',
  cellParam: 'radius',
  aliases: ['cylinder', 'pipe', 'column', 'pillar', 'rope'],
  params: [
    number({
      id: 'radius',
      name: 'Radius',
      description: 'From the axis to the skin.',
      default: 0.5,
      min: 0.05,
      max: 5,
      hard: [0.001, 1000],
      unit: 'm',
    }),
    number({
      id: 'height',
      name: 'Height',
      description: 'From rim to rim.',
      default: 2,
      min: 0.1,
      max: 20,
      hard: [0.001, 10000],
      unit: 'm',
    }),
    number({
      id: 'columns',
      name: 'Columns',
      description: 'Faces around.',
      default: 96,
      min: 8,
      max: 400,
      hard: [3, 2000],
      whole: true,
      finer: 'across',
    }),
    number({
      id: 'rows',
      name: 'Rows',
      description: 'Faces from rim to rim.',
      default: 96,
      min: 1,
      max: 400,
      hard: [1, 2000],
      whole: true,
      finer: 'along',
    }),
  ],
  bake: (params) => {
    const [radius, height] = [params.radius as number, params.height as number];
    return sheet(
      Math.round(params.columns as number),
      Math.round(params.rows as number),
      (u, v) => {
        const [sin, cos] = [Math.sin(2 * Math.PI * u), Math.cos(2 * Math.PI * u)];
        const east = [cos, 0, -sin];
        return {
          position: [radius * sin, (v - 0.5) * height, radius * cos],
          normal: [sin, 0, cos],
          tangentA: east,
          tangentB: [0, 1, 0],
          normalA: east.map((x) => x / radius),
          normalB: [0, 0, 0],
          uvSlope: [1 / (2 * Math.PI * radius), 0, 0, 1 / height],
        };
      },
      { around: true },
    );
  },
};
