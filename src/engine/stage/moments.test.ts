import { NO_ASSETS } from '@/core/assets/assets';
import { describe, expect, it } from 'vitest';
import { PLACE_FIELDS, readsTime, TIME_FIELDS } from '@/core/glsl/lib';
import { addStep, addStrand, blankPiece, setParam } from '@/core/piece/edit';
import { strandById, type Piece } from '@/core/piece/types';
import { CATALOGUE, kindOf } from '@/core/steps';
import { analyse, shownBy } from '@/core/weave';
import { STARTERS } from '@/demo';
import { Follower } from '../card/follow';
import { momentOf } from './moments';

/** A grey ball on a lit stage (s3) in a surface (s2) of one colour; s4 is a cycle of two turns, s5 a field. */
function ball(): Piece {
  let piece = addStrand(blankPiece(), 'form', 'ball', 'form.ball');
  piece = addStrand(piece, 'surface', 'skin', 'surface.lit');
  piece = addStrand(piece, 'stage', 'hall', 'stage.camera');
  piece = addStep(piece, 's3', 1, 'stage.sun');
  piece = addStep(piece, 's3', 2, 'stage.place');
  piece = setParam(piece, 's3', 't3', 'form', { link: 's1' });
  piece = setParam(piece, 's3', 't3', 'surface', { link: 's2' });
  piece = addStrand(piece, 'signal', 'twice', 'signal.cycle');
  piece = setParam(piece, 's4', 't1', 'cycles', 2);
  return addStrand(piece, 'field', 'bands', 'field.position');
}

async function moments(piece: Piece, phases: number[], stage = 's3'): Promise<(string | null)[]> {
  const analysis = analyse(piece);
  const follower = await Follower.make(piece, NO_ASSETS, analysis);
  const strand = strandById(piece, stage)!;
  return phases.map((phase) => momentOf(piece, analysis, strand, follower.at(piece, phase), phase));
}

describe('the moments of a stage', () => {
  it('are one where nothing moves', async () => {
    expect(analyse(ball()).problems).toEqual([]);
    const all = await moments(ball(), [0, 0.3, 0.99]);
    expect(all[0]).not.toBeNull();
    expect(new Set(all).size).toBe(1);
  });

  it('repeat with what its own steps follow', async () => {
    const piece = setParam(ball(), 's3', 't2', 'strength', { link: 's4' });
    const [first, between, again] = await moments(piece, [0, 0.125, 0.5]);
    expect(first).not.toBeNull();
    expect(again).toBe(first);
    expect(between).not.toBe(first);
  });

  it('are all others where the camera goes round, or a parameter has keys', async () => {
    const round = await moments(setParam(ball(), 's3', 't1', 'orbit', 1), [0, 0.5]);
    expect(round[1]).not.toBe(round[0]);
    const keys = { keys: [0, 0.5].map((at) => ({ at, value: 1 + at, ease: 'linear' as const })) };
    const keyed = await moments(setParam(ball(), 's3', 't2', 'strength', keys), [0, 0.5]);
    expect(keyed[1]).not.toBe(keyed[0]);
  });

  it('are unknown where what stands there changes by itself', async () => {
    const moving: [string, Piece][] = [
      ['a surface follows a signal', setParam(ball(), 's2', 't1', 'roughness', { link: 's4' })],
      [
        'a surface takes a field that follows one',
        setParam(
          setParam(addStep(ball(), 's5', 1, 'field.noise'), 's5', 't2', 'scale', { link: 's4' }),
          's2',
          't1',
          'roughness',
          { link: 's5' },
        ),
      ],
      ['copies move on', setParam(addStep(ball(), 's1', 1, 'form.nest'), 's1', 't2', 'moves', 1)],
      [
        'a form has keys',
        setParam(addStep(ball(), 's1', 1, 'form.twist-form'), 's1', 't2', 'amount', {
          keys: [0, 0.5].map((at) => ({ at, value: at, ease: 'linear' as const })),
        }),
      ],
    ];
    for (const [name, piece] of moving) expect([name, ...(await moments(piece, [0]))]).toEqual([name, null]);
  });

  it('count every field of a place and every step that knows the time', () => {
    const times = PLACE_FIELDS.filter((f) => f.about.startsWith('time in the loop')).map((f) => f.name);
    expect([...times].sort()).toEqual([...TIME_FIELDS].sort());
    const knowing = CATALOGUE.filter((s) => kindOf(s) !== 'finish' && /\bp\.\w*phase\b/i.test(s.glsl ?? ''));
    expect(knowing.length).toBeGreaterThan(10);
    for (const { op, glsl } of knowing) expect([op, readsTime(glsl!)]).toEqual([op, true]);
  });

  it('are told for every starter, and those that move are not taken for still', async () => {
    const still: string[] = [];
    for (const { id, piece } of STARTERS) {
      const { stage } = shownBy(piece);
      if (!stage) continue;
      const all = await moments(piece, [0, 0.21, 0.47, 0.8], stage.id);
      if (all[0] !== null && new Set(all).size === 1) still.push(id);
    }
    expect(still).toEqual([]);
  });
});
