import { sheet } from '../../../mesh/sheet';
import type { FormSource } from '../../definition';
import { choice, number } from '../../params';

/** Directions of width, depth and normal for each way a grid can lie; normal = across x along. */
const LIES: Record<string, [number[], number[], number[]]> = {
  floor: [
    [1, 0, 0],
    [0, 0, -1],
    [0, 1, 0],
  ],
  wall: [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ],
  side: [
    [0, 0, -1],
    [0, 1, 0],
    [1, 0, 0],
  ],
};

export const grid: FormSource = {
  op: 'form.grid',
  name: 'Grid',
  description: 'A flat sheet of four-sided faces.',
  takes: [],
  gives: 'form',
  cellParam: 'columns',
  aliases: ['plane', 'sheet', 'floor', 'wall'],
  params: [
    number({
      id: 'columns',
      name: 'Columns',
      description: 'Faces across.',
      default: 160,
      min: 1,
      max: 400,
      hard: [1, 2000],
      whole: true,
      finer: 'across',
    }),
    number({
      id: 'rows',
      name: 'Rows',
      description: 'Faces along.',
      default: 160,
      min: 1,
      max: 400,
      hard: [1, 2000],
      whole: true,
      finer: 'along',
    }),
    number({
      id: 'width',
      name: 'Width',
      description: 'Size across.',
      default: 4,
      min: 0.1,
      max: 20,
      hard: [0.001, 10000],
      unit: 'm',
    }),
    number({
      id: 'depth',
      name: 'Depth',
      description: 'Size along, where that is its own.',
      default: 4,
      min: 0.1,
      max: 20,
      hard: [0.001, 10000],
      unit: 'm',
    }),
    choice({
      id: 'aspect',
      name: 'Aspect',
      description: 'Its own width and depth, or that of the picture by its width.',
      options: ['its own', 'of the picture'],
    }),
    choice({
      id: 'lies',
      name: 'Lies',
      description: 'Which way it faces.',
      default: 'floor',
      options: [
        { id: 'floor', name: 'As a floor' },
        { id: 'wall', name: 'As a wall' },
        { id: 'side', name: 'As a side wall' },
      ],
    }),
  ],
  bake: (params, baking) => {
    const [columns, rows, width, own] = ['columns', 'rows', 'width', 'depth'].map((k) => params[k] as number) as [
      number,
      number,
      number,
      number,
    ];
    const depth = params.aspect === 'of the picture' ? width / baking.aspect : own;
    const [across, along, normal] = LIES[params.lies as string] ?? LIES.floor!;
    const flat = {
      normal,
      tangentA: across,
      tangentB: along,
      normalA: [0, 0, 0],
      normalB: [0, 0, 0],
      uvSlope: [1 / width, 0, 0, 1 / depth],
    };
    return sheet(Math.round(columns), Math.round(rows), (u, v) => {
      const x = (u - 0.5) * width;
      const y = (v - 0.5) * depth;
      return { ...flat, position: [0, 1, 2].map((i) => across[i]! * x + along[i]! * y) };
    });
  },
};
