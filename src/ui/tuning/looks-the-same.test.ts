import { describe, expect, it } from 'vitest';
import { setParam, setLoop } from '@/core/piece/edit';
import { strandById, type Piece, type Value } from '@/core/piece/types';
import { CATALOGUE, paramOf } from '@/core/steps';
import { usualPiece } from '@/core/steps/testing';
import { analyse } from '@/core/weave';
import { looksTheSame } from './looks-the-same';
import type { ParamPlace } from './param-place';

const noise = usualPiece(
  CATALOGUE.find((d) => d.op === 'field.noise')!,
  null,
  0,
);
const strand = noise.strands[0]!.id;
const step = noise.strands[0]!.steps.at(-1)!.id;

function place(piece: Piece, id: string): ParamPlace {
  const own = strandById(piece, strand)!;
  const at = own.steps.find((t) => t.id === step)!;
  const analysis = analyse(piece);
  const { definition } = analysis.types.get(strand)!.at(-1)!;
  return { piece, strand: own, step: at, definition: definition!, param: paramOf(at, id)!, analysis };
}

const set = (id: string, value: Value) => setParam(noise, strand, step, id, value);
const stays = (id: string, now: Piece, before = noise) => looksTheSame(place(before, id), place(now, id));

describe('the row of a parameter', () => {
  const plain = place(noise, 'scale').definition.params.filter((p) => p.type === 'number');

  it.each(plain.map((p) => p.id))('%s is drawn again when it is set, and not when another is', (id) => {
    expect(stays(id, set(id, 0.123))).toBe(false);
    for (const other of plain) if (other.id !== id) expect(stays(id, set(other.id, 0.123)), other.id).toBe(true);
  });

  it('is drawn again when it begins to follow something, has keys, and when what it follows may have changed', () => {
    for (const value of [
      { link: 's9' },
      { control: 'c1' },
      { keys: [{ at: 0, value: 1, ease: 'eased' as const }] },
    ] satisfies Value[]) {
      const following = set('scale', value);
      expect(stays('scale', following)).toBe(false);
      expect(stays('scale', following, following)).toBe(false);
      expect(stays('scale', noise, following)).toBe(false);
    }
  });

  it('is drawn again with another loop, in which its unit is another', () => {
    expect(stays('scale', setLoop(noise, { frames: 31 }))).toBe(false);
  });
});
