import { NO_ASSETS } from '../assets/assets';
import { expect, it } from 'vitest';
import { addStep, addStrand, blankPiece, setLoop } from '../piece/edit';
import { Evaluator } from '../weave';
import { frameCsv, frameNumbers, plotAt, signalPlot, spanOf } from './plot';

const loop = { frames: 8, rate: 4 };
const three = addStrand(
  addStrand(setLoop(blankPiece(), loop), 'signal', 'turn', 'signal.cycle', { wave: 'saw' }),
  'signal',
  'place',
  'signal.combine',
  { x: { link: 's1' }, y: 2, z: -1 },
);

it('plots a line for each number, exact at each frame', async () => {
  const evaluator = await Evaluator.make(three, NO_ASSETS, [{ strand: 's2' }]);
  const plot = signalPlot(evaluator, 0, loop.frames);
  if (plot.kind !== 'plot') throw new Error('no plot');
  expect(plot.lines.map((line) => line.length)).toEqual([97, 97, 97]);
  const [turn] = frameNumbers(
    await Evaluator.make(three, NO_ASSETS, [{ strand: 's1' }]),
    0,
    loop.frames,
  ).values.subarray(3);
  expect(plotAt(plot.lines, 3 / 8)).toEqual([turn, 2, -1]);
  expect([plot.low, plot.high]).toEqual([-1, 2]);
  // A loop of very many frames is drawn at fewer places.
  const long = signalPlot(evaluator, 0, 36_000);
  expect(long.kind === 'plot' && long.lines[0]!.length).toBe(1025);
});

it('gives the numbers of all frames, as lines for a spreadsheet', async () => {
  const numbers = frameNumbers(await Evaluator.make(three, NO_ASSETS, [{ strand: 's2' }]), 0, loop.frames);
  expect(numbers.names).toEqual(['x', 'y', 'z']);
  expect(spanOf({ names: ['value'], values: Float32Array.of(1, 2, 6) })).toEqual({ low: 1, high: 6, mean: 3 });
  const lines = frameCsv(numbers, loop.rate).split('\r\n');
  expect(lines[0]).toBe('frame,time in seconds,x,y,z');
  expect(lines).toHaveLength(10);
  expect(lines[3]).toMatch(/^2,0\.5,-?[\d.]+,2,-1$/);
});

it('names what moments are', async () => {
  const beat = addStep(addStrand(blankPiece(), 'signal', 'beat', 'signal.every'), 's1', 1, 'signal.delay');
  const { names, values } = frameNumbers(await Evaluator.make(beat, NO_ASSETS, [{ strand: 's1' }]), 0, 4);
  expect(names).toEqual(['seconds since', 'number', 'strength']);
  expect(values).toHaveLength(12);
});
