import { NO_ASSETS } from '../assets/assets';
import { describe, expect, it } from 'vitest';
import { expose, setControl } from '../piece/desk';
import { addStep, addStrand, blankPiece, setLoop, setParam } from '../piece/edit';
import type { Piece, Step } from '../piece/types';
import { checkMemory, measureMemory, settlingFrames } from './memory';

describe('how long a step remembers', () => {
  const memory = async (op: string, params: Step['params'], frames = 24) => {
    const begun = addStrand(blankPiece(), 'signal', 'beat', 'signal.cycle', { wave: 'pulse', turns: 2 });
    const piece = addStrand(begun, 'finish', 'x', 'finish.shoot');
    const [reading] = await measureMemory(
      setLoop(addStep(piece, 's2', 1, `finish.${op}`, params), { frames }),
      NO_ASSETS,
    );
    return reading!.frames;
  };

  it('of an echo is until half a step of 8 bits is left near black', async () => {
    for (const fade of [0.5, 0.85, 0.98]) {
      const frames = (await memory('echo', { fade }))!;
      expect(fade ** frames * 12.92 * 255).toBeLessThanOrEqual(0.5);
      expect(fade ** (frames - 1) * 12.92 * 255).toBeGreaterThan(0.5);
    }
    expect(await memory('echo', { fade: 0 })).toBe(1);
    expect(await memory('echo', { fade: 1 })).toBeNull();
  });

  it('ends where a signal clears it, and never where nothing is ever taken', async () => {
    // Two beats, each half a beat long: the echo grows for six frames at most.
    expect(await memory('echo', { fade: 1, clear: { link: 's1' } })).toBe(7);
    expect(await memory('hold', { take: { link: 's1' } })).toBe(7);
    expect(await memory('hold', { take: 0 })).toBeNull();
  });

  it('passes by a link that does not fit, and a finish that is not shown', async () => {
    let piece = addStrand(blankPiece(), 'field', 'colours', 'field.position');
    piece = addStrand(piece, 'finish', 'out', 'finish.shoot');
    const linked = addStep(piece, 's2', 1, 'finish.echo', { fade: { link: 's1' } });
    const plain = addStep(piece, 's2', 1, 'finish.echo');
    expect(await measureMemory(linked, NO_ASSETS)).toEqual(await measureMemory(plain, NO_ASSETS));
    const draft = addStep(addStrand(plain, 'finish', 'draft', 'finish.shoot'), 's3', 1, 'finish.echo', { fade: 1 });
    expect(await measureMemory(draft, NO_ASSETS)).toEqual(await measureMemory(plain, NO_ASSETS));
  });

  it('is another one when a signal or a control that it follows changes, though the step does not', async () => {
    let piece = addStrand(blankPiece(), 'signal', 'fade', 'signal.constant', { value: 0.5 });
    piece = addStrand(piece, 'finish', 'x', 'finish.shoot');
    piece = addStep(piece, 's2', 1, 'finish.echo', { fade: { link: 's1' } });
    const frames = async (of: Piece) => (await measureMemory(of, NO_ASSETS))[0]!.frames!;
    const short = await frames(piece);
    expect(await frames(piece)).toBe(short);
    expect(await frames(setParam(piece, 's1', 't1', 'value', 0.9))).toBeGreaterThan(short);
    expect(await frames(piece)).toBe(short);
    const at = { strand: 's1', step: 't1', param: 'value' };
    const out = expose(piece, at, { name: 'fade', value: 0.5, min: 0, max: 1 });
    expect(await frames(out)).toBe(short);
    expect(await frames(setControl(out, 'c1', 0.9))).toBeGreaterThan(short);
  });

  it('never ends is mended by the number that says so', async () => {
    const piece = addStep(addStrand(blankPiece(), 'finish', 'x', 'finish.shoot'), 's1', 1, 'finish.echo', { fade: 1 });
    const [check] = await checkMemory(piece, NO_ASSETS);
    expect(check).toMatchObject({ frames: null, mend: { step: 't2', param: 'fade', value: 0.85 } });
  });

  it('that ends has nothing to mend; the frames of a row have no number where one never ends', async () => {
    const piece = addStep(addStrand(blankPiece(), 'finish', 'x', 'finish.shoot'), 's1', 1, 'finish.echo');
    expect((await checkMemory(piece, NO_ASSETS)).map((m) => m.mend)).toEqual([undefined]);
    const reading = (frames: number | null) => ({ strand: 's1', step: 't1', name: 'Echo', frames, reach: 0 });
    expect(settlingFrames([reading(null), reading(3)])).toBeNull();
  });

  it('is as many frames as are read', async () => {
    expect(await memory('lag', { red: 3, green: 0, blue: 2.5 })).toBe(3);
    expect(await memory('slow', { frames: 6 })).toBe(5);
    expect(await memory('earlier', { frames: 2.5 })).toBe(3);
  });

  it('adds up along the row, and follows a field to where most stays', async () => {
    let piece = addStrand(blankPiece(), 'field', 'left', 'field.uv');
    piece = addStep(piece, 's1', 1, 'field.pick', { channel: 'x or red' });
    piece = addStrand(piece, 'finish', 'x', 'finish.shoot');
    piece = addStep(piece, 's2', 1, 'finish.echo', { fade: { link: 's1' } });
    piece = addStep(piece, 's2', 2, 'finish.lag');
    const readings = await measureMemory(piece, NO_ASSETS);
    expect(readings.map((r) => r.name)).toEqual(['Echo', 'Lag channels']);
    expect(readings[0]!.frames).toBeGreaterThan(100);
    expect(settlingFrames(readings)).toBe(readings[0]!.frames! + 4);
    expect(settlingFrames([...readings, { ...readings[0]!, frames: null }])).toBeNull();
  });

  it('of a signal is the loops that it runs in, and never where it does not come to rest', async () => {
    const smoothed = (fall: number) =>
      addStep(
        addStrand(setLoop(blankPiece(), { frames: 30, rate: 30 }), 'signal', 'beat', 'signal.cycle', { wave: 'pulse' }),
        's1',
        1,
        'signal.smooth',
        { rise: fall, fall },
      );
    const [soon] = await checkMemory(smoothed(0.1), NO_ASSETS);
    const [late] = await checkMemory(smoothed(2), NO_ASSETS);
    expect(soon).toMatchObject({ strand: 's1', name: 'Smooth', frames: expect.any(Number) as number });
    // e^(-1 / 2) of what was stays over a loop: a millionth of it after 28.
    expect(late!.frames! / 30).toBeGreaterThan(20);
    expect(late!.frames!).toBeGreaterThan(soon!.frames!);
    expect(await checkMemory(addStrand(blankPiece(), 'signal', 'x', 'signal.cycle'), NO_ASSETS)).toEqual([]);
  });
});
