import { describe, expect, it } from 'vitest';
import { from, piece, strand } from '@/demo/build';
import { toggleStep } from '../piece/edit';
import type { Piece } from '../piece/types';
import { analyse } from '../weave';
import { costOfLoop, costOfPicture } from './cost';

const picture = (p: Piece) => costOfPicture(p, analyse(p));
const loop = (p: Piece) => costOfLoop(p, analyse(p));

const plain = strand('surface', 'plain', ['lit']);
const rich = strand('surface', 'rich', ['lit'], ['colour', { colour: from('dye') }]);
const dye = strand('field', 'dye', ['position'], ['fractal', { octaves: 6 }], ['ramp']);
const shot = strand('finish', 'shot', ['shoot']);
const of = (...strands: Parameters<typeof piece>[2]) => piece('Cost', '', strands);

describe('the cost of a picture', () => {
  it('is that of the dearest surface, with what it is linked to, and of the dearest finish', () => {
    expect(picture(of())).toBe(0);
    const [little, much] = [picture(of(dye, plain)), picture(of(dye, rich))];
    expect(little).toBeGreaterThan(0);
    expect(much).toBeGreaterThan(little + 500);
    expect(picture(of(dye, plain, rich))).toBe(much);
    expect(picture(of(dye, rich, plain))).toBe(much);
    expect(picture(of(dye, plain, rich, shot))).toBe(much + picture(of(shot)));
  });

  it('counts each pass of a finish, and not what is off', () => {
    const blurred = of(strand('finish', 'soft', ['shoot'], ['blur']));
    const twice = of(strand('finish', 'soft', ['shoot'], ['blur'], ['blur']));
    const none = picture(of(shot));
    const blur = picture(blurred) - none;
    expect(blur).toBeGreaterThan(0);
    expect((picture(twice) - none) / blur).toBeCloseTo(2, 0);
    expect(picture(toggleStep(blurred, 'soft', 't2'))).toBe(none);
    // Fields alone are not drawn.
    expect(picture(of(dye))).toBe(0);
  });
});

describe('the cost of a loop', () => {
  const remembering = (frames: number, ...steps: Parameters<typeof strand>[2][]) =>
    piece('Loop', '', [strand('signal', 'level', ['cycle'], ...steps)], { loop: { frames, rate: 24, play: 'loop' } });

  it('is that of what signals with memory take, in every frame, and 0 without any', () => {
    expect(loop(remembering(100, ['invert']))).toBe(0);
    const one = loop(remembering(100, ['smooth']));
    expect(one).toBeGreaterThan(100);
    expect(loop(remembering(300, ['smooth']))).toBe(3 * one);
    expect(loop(remembering(100, ['smooth'], ['spring']))).toBeGreaterThan(one);
    expect(loop(remembering(100, ['invert'], ['smooth']))).toBeGreaterThan(one);
  });
});
