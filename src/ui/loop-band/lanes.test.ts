import { describe, expect, it } from 'vitest';
import { addStrand, blankPiece, setParam } from '@/core/piece/edit';
import type { Keyed, Piece } from '@/core/piece/types';
import { wholeView } from '@/actions/band-scale';
import { laneOf, snapFrame } from './draw';
import { bandLanes, keyLanes, keysWithin, moveKey, signalLane, type Trace } from '@/actions/lanes';

const keyed = (values: Keyed['keys'][number]['value'][]): Keyed => ({
  keys: values.map((value, i) => ({ at: i / values.length, value, ease: 'linear' })),
});

describe('lanes of keyed parameters', () => {
  const numbers = addStrand(blankPiece(), 'signal', 'sway', 'signal.cycle', { turns: keyed([1, 3]) });
  const param = (p: Piece, id: string) => (p.strands[0]!.steps[0]!.params[id] as Keyed).keys;

  it('has one for a number, whose keys move in place and value', () => {
    const [lane] = keyLanes(numbers);
    expect(lane!.trace).toMatchObject({ id: 's1/t1/turns/0', name: 'sway turns' });
    expect([0, 60, 120, 240].map((i) => lane!.trace.values[i])).toEqual([1, 2, 3, 1]);
    const moved = moveKey(lane!, numbers, 1, { at: 0.75, value: 5 });
    expect(param(moved, 'turns')[1]).toMatchObject({ at: 0.75, value: 5 });
    expect(param(moveKey(lane!, moved, 1, { at: 0.25 }), 'turns')[1]).toMatchObject({ at: 0.25, value: 5 });
  });

  it('has three for a vector, each for its own number; a colour has its brightness, without height', () => {
    const stage = addStrand(blankPiece(), 'stage', 'hall', 'stage.camera', {
      position: keyed([
        [0, 1, 2],
        [3, 4, 5],
      ]),
    });
    const lanes = keyLanes(stage);
    expect(lanes.map((l) => l.trace.name)).toEqual(['hall position x', 'hall position y', 'hall position z']);
    expect(param(moveKey(lanes[1]!, stage, 0, { value: 9 }), 'position')[0]!.value).toEqual([0, 9, 2]);
    const paint = addStrand(blankPiece(), 'finish', 'out', 'finish.paint', { colour: keyed(['#ffffff', '#000000']) });
    const [light] = keyLanes(paint);
    expect(light!.timeOnly).toBe(true);
    expect(light!.keys.map((k) => k.value)).toEqual([expect.closeTo(1, 6), 0]);
    expect(param(moveKey(light!, paint, 0, { value: 0.2, at: 0.1 }), 'colour')[0]).toMatchObject({
      at: 0.1,
      value: '#ffffff',
    });
  });

  it('has none for keys of another kind than the parameter, and that of a signal lies on its trace', () => {
    expect(keyLanes(setParam(numbers, 's1', 't1', 'turns', keyed(['#ffffff'])))).toEqual([]);
    const signal = addStrand(blankPiece(), 'signal', 'x', 'signal.keys');
    const trace: Trace = { id: 's1', strand: 's1', name: 'x', values: new Float32Array([0, 1]) };
    const lane = signalLane(signal, [trace], { strand: 's1', step: 't1' })!;
    expect(lane.keys).toHaveLength(2);
    const moved = moveKey(lane, signal, 0, { value: 4 });
    expect(signalLane(moved, [trace], { strand: 's1', step: 't1' })!.keys[0]!.value).toBe(4);
    expect(signalLane(numbers, [trace], { strand: 's1', step: 't1' })).toBeNull();
  });
});

describe('the band', () => {
  const trace = (id: string, values: number[]): Trace => ({
    id,
    strand: id,
    name: id,
    values: new Float32Array(values),
  });

  it('gives chosen lanes four times the height, and values their place and back', () => {
    const traces = [trace('a', [0, 1]), trace('b', [2, 6]), trace('c', [3, 3])];
    const boxes = traces.map((_, i) => laneOf(traces, new Set(['b']), i, 98));
    expect(boxes.map((b) => b.lane)).toEqual([10, 40, 10]);
    expect(boxes.map((b) => b.top)).toEqual([24, 34, 74]);
    for (const box of boxes) expect(box.value(box.y(4.5))).toBeCloseTo(4.5);
    // What stands still can be dragged.
    expect(boxes[2]!.value(boxes[2]!.y(3) - 4)).toBeGreaterThan(3.5);
  });

  it('a box holds the keys that lie in it, on either side of the seam; folded are all but the edited ones', () => {
    const turns = keyed([1, 3]);
    turns.keys[1]!.at = 0.9;
    const piece = addStrand(blankPiece(), 'signal', 'sway', 'signal.cycle', { turns });
    const signals = [trace('s1', [0, 1]), trace('other', [0, 1])];
    const { traces, chosen, lanes } = bandLanes(piece, signals, { strand: 's1', step: 't1' });
    expect([traces.length, lanes.length]).toEqual([3, 1]);
    expect(bandLanes(piece, signals, { strand: 's1', step: 't1' }, { folded: true }).traces.map((t) => t.id)).toEqual([
      's1',
      's1/t1/turns/0',
    ]);
    expect(bandLanes(piece, signals, null, { folded: true }).traces).toHaveLength(3);
    const lies = laneOf(traces, chosen, 2, 98);
    const scale = { ...wholeView('loop'), width: 1000 };
    const within = (x: number, toX: number, y = 0, toY = 98) =>
      keysWithin(lanes[0]!, lies, { x, y, toX, toY }, scale).map((k) => k.index);
    expect(within(0, 1000)).toEqual([0, 1]);
    expect(within(499, 300)).toEqual([1]);
    expect(within(501, 499)).toEqual([0]);
    expect(within(0, 1000, 0, lies.y(3) + 1)).toEqual([1]);
  });

  it('a key goes to a beat or another key within reach, over the seam too, else to a whole frame', () => {
    expect(snapFrame(30.7, 100, [30], 1)).toBe(30);
    expect(snapFrame(30.7, 100, [33], 1)).toBe(31);
    expect(snapFrame(-0.6, 100, [0], 1)).toBe(0);
    expect(snapFrame(-0.6, 100, [], 1)).toBe(99);
    expect(snapFrame(99.5, 100, [0.2, 50], 1)).toBe(0);
    expect(snapFrame(12.4, 100, [11.6, 12.9], 2)).toBe(13);
  });
});
