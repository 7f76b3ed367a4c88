import { pointCount } from '../../../mesh/mesh';
import { similarityOf } from '../../../mesh/similarity';
import { copiesInPlace } from '../../../mesh/topology/copies';
import { copyCount } from '../../../mesh/topology/copy-levels';
import type { Vector } from '../../../piece/types';
import type { FormCopies } from '../../definition';
import { colour, number, strand, vector } from '../../params';

export const nest: FormCopies = {
  op: 'form.nest',
  name: 'Copies in place',
  description:
    'The form many times, each the one before grown, turned and shifted once more. Moving on by ' +
    'whole copies closes the loop.',
  takes: ['form'],
  gives: 'form',
  cellParam: 'count',
  aliases: ['nested', 'zoom', 'array', 'fan', 'spiral', 'droste', 'instances'],
  params: [
    number({
      id: 'count',
      name: 'Count',
      description: 'How many.',
      default: 12,
      min: 1,
      max: 200,
      hard: [1, 1_000_000_000],
      whole: true,
    }),
    strand({
      id: 'like',
      name: 'As many as',
      description: 'There are as many as this form has copies or points, in place of the count.',
      kind: 'form',
      optional: true,
    }),
    number({
      id: 'ratio',
      name: 'Ratio',
      description: 'Size of each against the one before.',
      default: 1.1,
      min: 0.5,
      max: 2,
      hard: [0.01, 100],
    }),
    vector({
      id: 'turn',
      name: 'Turn',
      description: 'Of each against the one before, about x, then y, then z.',
      default: [0, 0, 15],
      min: -180,
      max: 180,
      unit: '°',
    }),
    vector({
      id: 'centre',
      name: 'Centre',
      description: 'What it grows and turns about.',
      default: [0, 0, 0],
      min: -4,
      max: 4,
      unit: 'm',
    }),
    vector({
      id: 'shift',
      name: 'Shift',
      description: 'Of each against the one before.',
      default: [0, 0, 0],
      min: -2,
      max: 2,
      unit: 'm',
    }),
    number({
      id: 'moves',
      name: 'Moves on',
      description: 'By how many copies over the loop; whole numbers close.',
      default: 0,
      min: -8,
      max: 8,
      unit: 'copies',
      closes: true,
    }),
    colour({
      id: 'colour',
      name: 'Colour',
      description: 'Of the copy; a surface takes it as the carried colour.',
      default: '#ffffff',
      per: 'copy',
    }),
    number({
      id: 'delay',
      name: 'Delay',
      description: 'How far behind each plays; link it to the copy number for one after the other.',
      default: 0,
      min: 0,
      max: 1,
      unit: 'loops',
      per: 'copy',
    }),
  ],
  baked: ['count', 'like'],
  handles: [{ at: 'centre' }],
  inPlace: true,
  shifts: 'moves',
  attributes: { delay: 'delay', tint: 'colour' },
  needs: ['space'],
  place: (params, baking) => {
    const like = params.like ? baking.form(params.like as string) : null;
    return copiesInPlace(like ? (like.copies ? copyCount(like.copies) : pointCount(like)) : (params.count as number));
  },
  describe: (params) => {
    const { ratio, angle, fixed } = similarityOf(
      params.ratio as number,
      params.turn as Vector,
      params.centre as Vector,
      params.shift as Vector,
    );
    const moves = params.moves as number;
    const short = (v: number) => String(Number(v.toFixed(3)));
    const about = fixed ? ` about ${fixed.map(short).join(', ')}` : '';
    return {
      lines: [
        fixed ? `The point that stays: ${fixed.map(short).join(', ')} m.` : 'No point stays: each copy is carried on.',
        moves === 0
          ? `It stands; to close, move on by whole copies: 1 is ${short(ratio)} times and ` +
            `${short((angle * 180) / Math.PI)}°${about}.`
          : `Over the loop: ${short(ratio ** moves)} times and ` +
            `${short((angle * moves * 180) / Math.PI)}°${about}. ` +
            (Number.isInteger(moves) ? 'The last picture is the first.' : 'It closes at whole copies.'),
      ],
      point: fixed ?? undefined,
    };
  },
  glsl: `
  return similarityPower(v, p.copy + moves * p.globalPhase, ratio, turn, centre, shift);`,
};
