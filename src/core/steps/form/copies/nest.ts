import { copiesInPlace } from '../../../mesh/topology/copies';
import type { StepDefinition } from '../../definition';
import { colour, number, vector } from '../../params';

export const nest: StepDefinition = {
  op: 'form.nest',
  name: 'Copies in place',
  about: 'The form many times, each grown and turned once more about one point. Moving on by whole copies closes the loop.',
  takes: ['form'],
  gives: 'form',
  telling: 'count',
  also: ['nested', 'zoom', 'array', 'fan', 'spiral', 'droste', 'instances'],
  params: [
    number('count', 'Count', 'How many.', 12, 1, 200, { hard: [1, 1_000_000_000], whole: true }),
    number('ratio', 'Ratio', 'Size of each against the one before.', 1.1, 0.5, 2, { hard: [0.01, 100] }),
    vector('turn', 'Turn', 'Of each against the one before, about x, then y, then z.', [0, 0, 15], -180, 180, { unit: '°' }),
    vector('centre', 'Centre', 'The point that stays.', [0, 0, 0], -4, 4, { unit: 'm' }),
    vector('shift', 'Shift', 'Of each against the one before.', [0, 0, 0], -2, 2, { unit: 'm' }),
    { ...number('moves', 'Moves on', 'By how many copies over the loop; whole numbers close.', 0, -8, 8, { unit: 'copies' }), closes: true },
    { ...colour('colour', 'Colour', 'Of the copy; a surface takes it as the carried colour.', '#ffffff'), per: 'copy' },
    { ...number('delay', 'Delay', 'How far behind each plays; link it to the copy number for one after the other.', 0, 0, 1, { unit: 'loops' }), per: 'copy' },
  ],
  baked: ['count'],
  shifts: 'moves',
  asides: { delay: 'delay', tint: 'colour' },
  needs: ['space'],
  place: (params) => copiesInPlace(params.count as number),
  glsl: `
  float n = p.copy + moves * p.hallPhase;
  return centre + turnedBy((v - centre) * pow(ratio, n), turn * n) + shift * n;`,
};
