import { sheet } from '../../../mesh/sheet';
import type { FormSource } from '../../definition';
import { number } from '../../params';

export const ball: FormSource = {
  op: 'form.ball',
  name: 'Ball',
  description: 'A sphere of longitudes and latitudes.',
  takes: [],
  gives: 'form',
  cellParam: 'radius',
  aliases: ['sphere', 'globe', 'orb'],
  params: [
    number({
      id: 'radius',
      name: 'Radius',
      description: 'From the middle to the skin.',
      default: 1,
      min: 0.1,
      max: 5,
      hard: [0.001, 1000],
      unit: 'm',
    }),
    number({
      id: 'columns',
      name: 'Columns',
      description: 'Faces around.',
      default: 160,
      min: 8,
      max: 400,
      hard: [3, 2000],
      whole: true,
      finer: 'across',
    }),
    number({
      id: 'rows',
      name: 'Rows',
      description: 'Faces from pole to pole.',
      default: 80,
      min: 4,
      max: 200,
      hard: [2, 1000],
      whole: true,
      finer: 'along',
    }),
  ],
  bake: (params) => {
    const radius = params.radius as number;
    return sheet(
      Math.round(params.columns as number),
      Math.round(params.rows as number),
      (u, v) => {
        const longitude = 2 * Math.PI * u;
        const latitude = Math.PI * (v - 0.5);
        const [sinA, cosA, sinB, cosB] = [
          Math.sin(longitude),
          Math.cos(longitude),
          Math.sin(latitude),
          Math.cos(latitude),
        ];
        const normal = [cosB * sinA, sinB, cosB * cosA];
        const east = [cosA, 0, -sinA];
        const north = [-sinB * sinA, cosB, -sinB * cosA];
        const bend = (t: number[]) => t.map((x) => x / radius);
        // Longitude has no slope at a pole; it is held at that of the last row so that nothing is divided by zero.
        const around = 1 / (2 * Math.PI * radius * Math.max(cosB, 1e-3));
        return {
          position: normal.map((x) => x * radius),
          normal,
          tangentA: east,
          tangentB: north,
          normalA: bend(east),
          normalB: bend(north),
          uvSlope: [around, 0, 0, 1 / (Math.PI * radius)],
        };
      },
      { around: true, begin: true, end: true },
    );
  },
};
