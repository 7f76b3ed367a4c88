import { NO_ASSETS } from '../../assets/assets';
import { describe, expect, it } from 'vitest';
import { measureSeam } from '../../checks/seam';
import { compile, Processor } from '../../glsl';
import { addStep, addStrand, blankPiece, setLoop, setParam } from '../../piece/edit';
import { LIMITS } from '../../piece/limits';
import type { Piece, Value } from '../../piece/types';
import { definitionOf } from '../../steps';
import { MEMORY_STEPS } from '../../steps/signal/memory';
import { analyse, Evaluator, exportGlsl, loopSteps, OverLoop, placeRows } from '..';

type Step = [op: string, params?: Record<string, Value>];
type Row = [Step, ...Step[]];

/** A piece whose strands s1, s2 ... are signals. */
const signals = (...rows: Row[]): Piece =>
  rows.reduce(
    (piece, [[op, params], ...rest], n) =>
      rest.reduce(
        (p, [next, values], i) => addStep(p, `s${n + 1}`, i + 1, next, values),
        addStrand(piece, 'signal', `row ${n + 1}`, op, params),
      ),
    setLoop(blankPiece(), { frames: 24, rate: 12 }),
  );

async function valuesAt(piece: Piece, phases: number[], strand = 's1'): Promise<number[]> {
  const evaluator = await Evaluator.make(piece, NO_ASSETS, [{ strand }]);
  return [...evaluator.run(0, placeRows(phases.map((phase) => ({ phase }))), phases.length)];
}

const frames = (piece: Piece) => Array.from({ length: piece.loop.frames }, (_, n) => n / piece.loop.frames);
const near = (found: number[], wanted: number[], digits = 4) => {
  expect(found.length).toBe(wanted.length);
  found.forEach((v, i) => expect(v, `number ${i}`).toBeCloseTo(wanted[i]!, digits));
};

const KEYS: Value = [
  { at: 0, value: 0, ease: 'held' },
  { at: 0.5, value: 1, ease: 'held' },
];

describe.each(MEMORY_STEPS.filter((d) => d.overLoop).map((d) => [d.op] as const))('%s in a program', (op) => {
  it('is what the step makes of the frames, two of it in one row and one behind a link', async () => {
    const piece = signals([['signal.keys', { keys: KEYS }], [op], [op], ['signal.invert']], [['signal.cycle'], [op]]);
    const analysis = analyse(piece);
    expect(analysis.problems).toEqual([]);
    const table = (await OverLoop.forPiece(piece, analysis)).table(piece, NO_ASSETS);
    const evaluator = await Evaluator.make(piece, NO_ASSETS, [
      { strand: 's1', step: piece.strands[0]!.steps[2]!.id },
      { strand: 's2' },
      { strand: 's1' },
    ]);
    const rows = placeRows(frames(piece).map((phase) => ({ phase })));
    const kept = definitionOf(op)!.params.some((p) => p.id === 'keep');
    const wanted = loopSteps(piece, analysis).map((_, i) =>
      [...table.results[i]![0]!.values.subarray(0, 24)].map((v) => (kept ? v - Math.floor(v) : v)),
    );
    const row = (id: string) => loopSteps(piece, analysis).findLastIndex((s) => s.strand === id);
    near([...evaluator.run(0, rows, 24)], wanted[row('s1')]!);
    near([...evaluator.run(1, rows, 24)], wanted[row('s2')]!);
    near(
      [...evaluator.run(2, rows, 24)],
      wanted[row('s1')]!.map((v) => 1 - v),
    );
  });

  it('takes each of its numbers from the strand that it is linked to', async () => {
    const params = definitionOf(op)!.params.filter((p) => p.type === 'number');
    const own = Object.fromEntries(
      params.map((p, i) => [p.id, p.min + ((i + 1) / (params.length + 2)) * (p.max - p.min)]),
    );
    const links = Object.fromEntries(params.map((p, i) => [p.id, { link: `s${i + 2}` }]));
    const constants: Row[] = Object.values(own).map((value) => [['signal.constant', { value }]]);
    const tableOf = async (values: Record<string, Value>) => {
      const piece = signals(
        [
          ['signal.keys', { keys: KEYS }],
          [op, values],
        ],
        ...constants,
      );
      const analysis = analyse(piece);
      expect(analysis.problems).toEqual([]);
      return (await OverLoop.forPiece(piece, analysis)).table(piece, NO_ASSETS).results[0]![0]!.values;
    };
    near([...(await tableOf(links))], [...(await tableOf(own))]);
  });

  it('takes three numbers each by itself, and values of another length of loop', async () => {
    const three = (n: number) =>
      setLoop(
        signals(
          [['signal.combine', { x: { link: 's2' }, y: 0.3, z: { link: 's3' } }], [op]],
          [['signal.cycle', { turns: 2 }]],
          [['signal.keys', { keys: KEYS }]],
          [['signal.cycle', { turns: 2 }], [op]],
          [['signal.keys', { keys: KEYS }], [op]],
        ),
        { frames: n },
      );
    for (const n of [2, 7, 24]) {
      const piece = three(n);
      const all = await valuesAt(piece, frames(piece));
      near(
        all.filter((_, i) => i % 3 === 0),
        await valuesAt(piece, frames(piece), 's4'),
      );
      near(
        all.filter((_, i) => i % 3 === 2),
        await valuesAt(piece, frames(piece), 's5'),
      );
    }
  });

  it('reads the present values, without a new program', async () => {
    const piece = signals([['signal.keys', { keys: KEYS }], [op]]);
    const analysis = analyse(piece);
    const evaluator = await Evaluator.make(piece, NO_ASSETS, [{ strand: 's1' }], analysis);
    const rows = placeRows(frames(piece).map((phase) => ({ phase })));
    const before = evaluator.run(0, rows, 24);
    const other = setParam(piece, 's1', piece.strands[0]!.steps[0]!.id, 'keys', [
      { at: 0, value: 2, ease: 'held' },
      { at: 0.3, value: 0, ease: 'held' },
    ]);
    expect(evaluator.with(other).run(0, rows, 24)).not.toEqual(before);
    expect([...evaluator.with(other).run(0, rows, 24)]).toEqual(await valuesAt(other, frames(other)));
    expect(evaluator.with(piece).run(0, rows, 24)).toEqual(before);
  });

  it('reads its present parameters, without a new program', async () => {
    const piece = signals([['signal.keys', { keys: KEYS }], [op]]);
    const step = piece.strands[0]!.steps[1]!.id;
    const evaluator = await Evaluator.make(piece, NO_ASSETS, [{ strand: 's1' }], analyse(piece));
    const rows = placeRows(frames(piece).map((phase) => ({ phase })));
    for (const param of definitionOf(op)!.params.filter((p) => p.type === 'number')) {
      const other = setParam(piece, 's1', step, param.id, 0.77);
      const found = [...evaluator.with(other).run(0, rows, 24)];
      expect(found, param.id).toEqual(await valuesAt(other, frames(other)));
      if (!(param.id === 'rise' || param.id === 'fall'))
        expect(found).not.toEqual(await valuesAt(piece, frames(piece)));
    }
  });

  it('is in GLSL that stands alone, with its numbers', async () => {
    const piece = signals([['signal.keys', { keys: KEYS }], [op]]);
    const text = await exportGlsl(piece, NO_ASSETS, 's1');
    expect(text).toMatch(/const float clLoop\[\d+\]/);
    // The language here has no arrays: the same numbers are read from memory.
    const body = text
      .replace(/const float clLoop[\s\S]*?\n\);\nfloat loopValue[^\n]*\n/, '')
      .replace(/^out vec4 pixel;$/m, '')
      .replace(/void main\(\)[\s\S]*$/, '');
    const name = /\b(signal_\w+)\(p\)/.exec(text)![1]!;
    const processor = Processor.loadNow(compile(body, [name]));
    const numbers = /float\[\]\(([^)]*)\)/.exec(text)![1]!.split(',').map(Number);
    processor.setData([], Float32Array.from(numbers));
    const phases = [0, 0.1, 0.52, 0.99];
    near([...processor.run(name, placeRows(phases.map((phase) => ({ phase }))), 4)], await valuesAt(piece, phases), 6);
  });
});

it('is bounded: a step that would remember too much is skipped, and says so', () => {
  const piece = signals([['signal.cycle'], ...Array.from({ length: 30 }, (): Step => ['signal.smooth'])]);
  expect(analyse(piece).problems).toEqual([]);
  const { problems, types } = analyse(setLoop(piece, { frames: LIMITS.frames }));
  // 29 rows of 36,001 numbers are below 2^20, 30 are not.
  expect(problems.map((p) => p.step)).toEqual([piece.strands[0]!.steps[30]!.id]);
  expect(problems[0]!.sentence).toMatch(/remember more than 1,049 thousand numbers over the loop/);
  expect(types.get('s1')!.filter((r) => r.active)).toHaveLength(30);
});

it('takes the numbers that a text reads along, and no others', async () => {
  const piece = signals([['signal.cycle'], ['signal.smooth']], [['signal.cycle'], ['signal.spring']]);
  for (const strand of ['s1', 's2']) {
    const text = await exportGlsl(piece, NO_ASSETS, strand);
    expect(text).toContain('const float clLoop[25]');
    expect(text).toContain('overLoop(p.phase, 0, 24.0)');
    const [begin] = /float\[\]\(\s*([^,]*),/.exec(text)!.slice(1).map(Number);
    expect(begin).toBeCloseTo((await valuesAt(piece, [0], strand))[0]!, 5);
  }
});

describe('between frames and at the end', () => {
  const piece = signals([
    ['signal.keys', { keys: KEYS }],
    ['signal.smooth', { rise: 0.5, fall: 0.2 }],
  ]);

  it('goes in a straight line, and comes back to its beginning', async () => {
    const [a, middle, b, end, last, begin] = await valuesAt(piece, [3 / 24, 3.5 / 24, 4 / 24, 1, 23.5 / 24, 0]);
    expect(middle).toBeCloseTo((a! + b!) / 2, 5);
    expect(end).toBeCloseTo(begin!, 5);
    expect(last).toBeCloseTo(((await valuesAt(piece, [23 / 24]))[0]! + begin!) / 2, 5);
  });

  it('follows a parameter that follows a signal', async () => {
    const times = signals(
      [
        ['signal.keys', { keys: KEYS }],
        ['signal.smooth', { rise: { link: 's2' }, fall: 0 }],
      ],
      [
        [
          'signal.keys',
          {
            keys: [
              { at: 0, value: 0, ease: 'held' },
              { at: 0.75, value: 9, ease: 'held' },
            ],
          },
        ],
      ],
    );
    // The rise is at once while its time is 0.
    expect((await valuesAt(times, [0.5]))[0]).toBeCloseTo(1, 5);
    const late = setParam(times, 's2', times.strands[1]!.steps[0]!.id, 'keys', [{ at: 0, value: 9, ease: 'held' }]);
    expect((await valuesAt(late, [0.5]))[0]).toBeLessThan(0.1);
  });
});

describe('the seam', () => {
  const turning = (params: Record<string, Value>) =>
    signals([
      ['signal.constant', { value: 0.7 }],
      ['signal.add-up', params],
    ]);

  it('of a sum closes where it comes to whole turns', async () => {
    // 0.7 a second over 2 seconds are 1.4 turns.
    const [reading] = await measureSeam(turning({}), NO_ASSETS);
    expect(reading!.closes).toBe(false);
    expect(reading!.breaks!.name).toBe('Add up');
    const values = reading!.breaks!.mends.map((m) => m.map((f) => [f.param, f.value]));
    expect(values).toEqual([[['factor', Number((1 / 1.4).toPrecision(7))]], [['offset', -0.2]]]);
    for (const mend of reading!.breaks!.mends)
      expect((await measureSeam(turning({ [mend[0]!.param]: mend[0]!.value }), NO_ASSETS))[0]!.closes).toBe(true);
    expect((await measureSeam(turning({ per: 'loop', factor: 10 }), NO_ASSETS))[0]!.closes).toBe(true);
  });

  it('of a value that is late is looked for where it lies', async () => {
    const open = signals(
      [
        ['signal.cycle', { turns: 1.25 }],
        ['signal.delay', { time: 0.25, per: 'loops' }],
      ],
      [
        ['signal.cycle', { turns: 2 }],
        ['signal.delay', { time: 3.25, per: 'loops' }],
      ],
    );
    const [late, good] = await measureSeam(open, NO_ASSETS);
    expect(late!.closes).toBe(false);
    expect(late!.breaks!.name).toBe('Cycle');
    expect(good!.closes).toBe(true);
  });
});

describe('delay', () => {
  it('is what ran so long ago, moments as well; before the beginning of what plays once nothing was', async () => {
    const plain = signals(
      [['signal.wander', {}]],
      [
        ['signal.wander', {}],
        ['signal.delay', { time: 0.5 }],
      ],
    );
    near(await valuesAt(plain, [0.4, 0.1], 's2'), await valuesAt(plain, [0.15, 0.85]));
    const beats = signals([['signal.every', { count: 2 }], ['signal.delay', { time: 0.5 }], ['signal.since']]);
    near(await valuesAt(beats, [0.25, 0.5, 0.3]), [0, 0.5, 0.1]);
    const once = setLoop(plain, { play: 'once' });
    near(await valuesAt(once, [0.1], 's2'), await valuesAt(once, [0]));
  });
});
