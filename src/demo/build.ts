import { blankPiece } from '@/core/piece/edit';
import type { Asset, Control, ControlRef, Kind, Link, Piece, Step, Strand } from '@/core/piece/types';
import { toBase64 } from '@/core/formats/base64';
import { WAV_TYPE, writeWav } from '@/core/formats/wav';
import { MADE_SOUNDS } from '@/core/sound/made';
import { SAMPLE_PICTURES } from './pictures';

type StepParams = Step['params'];

/** Link to a strand of a demo piece; strands are known by their names there. */
export const from = (name: string, swizzle?: Link['swizzle']): Link =>
  swizzle ? { link: idOf(name), swizzle } : { link: idOf(name) };
const idOf = (name: string) => name.replace(/[^a-z0-9]+/g, '-');

/** A value that follows a control, over a range of its own where one is given. */
export const by = (control: string, range?: [number, number]): ControlRef =>
  range ? { control: idOf(control), range } : { control: idOf(control) };

export function control(name: string, value: Control['value'], min = 0, max = 1, curve = 1): Control {
  return { id: idOf(name), name, value, default: value, min, max, curve };
}

export function strand(kind: Kind, name: string, ...steps: [op: string, params?: StepParams][]): Strand {
  return {
    id: idOf(name),
    kind,
    name,
    steps: steps.map(([op, params = {}], i) => ({ id: `t${i + 1}`, op: `${kind}.${op}`, params })),
  };
}

export function piece(name: string, note: string, strands: Strand[], change: Partial<Piece> = {}): Piece {
  return { ...blankPiece(name), note, ...change, strands };
}

/** A sound that ships with the program as an asset of a piece. */
export function made(id: string): Asset {
  const found = MADE_SOUNDS.find((s) => s.id === id)!;
  return { id: `made-${id}`, name: `${found.name}.wav`, type: WAV_TYPE, data: toBase64(writeWav(found.make())) };
}

/** A sample picture as an asset of a piece. */
export function sample(id: string): Asset {
  const found = SAMPLE_PICTURES.find((s) => s.id === id)!;
  return { id: `sample-${id}`, name: `${found.name}.png`, type: 'image/png', data: toBase64(found.make()) };
}
