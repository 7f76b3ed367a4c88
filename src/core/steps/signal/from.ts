import { own } from '../../own';
import type { Step } from '../../piece/types';
import type { ResolvedStep, SignalStep } from '../definition';
import { choice, number, vector } from '../params';

/** What can be taken, by what a link brings: a number, three of them, or moments. */
const WHAT = choice({
  id: 'what',
  name: 'What',
  description: 'What runs through the signal that it takes from.',
  shapes: true,
  options: ['number', 'vector', 'moments'],
});

const SOURCES = {
  number: {
    gives: 'float',
    param: number({
      id: 'value',
      name: 'Value',
      description: 'Link it to a signal, or set one number.',
      default: 0.5,
      min: 0,
      max: 1,
    }),
  },
  vector: {
    gives: 'vec3',
    param: vector({
      id: 'point',
      name: 'Point',
      description: 'Link it to a signal of three numbers, as that of a path.',
      default: [0, 0, 0],
      min: -5,
      max: 5,
    }),
  },
  moments: {
    gives: 'moments',
    // Without a link nothing has ever happened: long ago, of no number and no strength.
    param: vector({
      id: 'moments',
      name: 'Moments',
      description: 'Link it to a signal of moments.',
      default: [1e4, -1, 0],
      min: 0,
      max: 1,
      moments: true,
    }),
  },
} as const;

const resolve = (step: Pick<Step, 'params'>): ResolvedStep => {
  const { gives, param } = own(SOURCES, String(step.params.what ?? 'number')) ?? SOURCES.number;
  return { ...takeFrom, gives, params: [WHAT, param], glsl: `  return ${param.id};` };
};

export const takeFrom: SignalStep = {
  op: 'signal.from',
  name: 'Take from',
  description: 'Starts with what another signal gives: one path, or one row of moments, serves many.',
  takes: [],
  gives: 'float',
  aliases: ['link', 'reference', 'strand', 'use', 'share'],
  params: [WHAT, SOURCES.number.param],
  glsl: '  return value;',
  resolve,
};
