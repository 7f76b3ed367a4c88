import type { Chance } from './chance';

const STRANGE = [
  '-1',
  '1e999',
  'null',
  '[]',
  '{}',
  '""',
  '99999999999',
  '"__proto__"',
  'NaN',
  '0.1',
  'true',
  '[[[[[[]]]]]]',
];

/** Bytes with some of them changed, taken out, doubled or cut off. */
export function mutated(chance: Chance, bytes: Uint8Array): Uint8Array<ArrayBuffer> {
  const out = [...bytes.subarray(0, 200_000)];
  for (let i = 0; i < chance.whole(1, 6); i++) {
    const at = chance.whole(0, Math.max(0, out.length - 1));
    const how = chance.whole(0, 4);
    if (how === 0) out[at] = chance.whole(0, 255);
    else if (how === 1) out.splice(at, chance.whole(1, 40));
    else if (how === 2) out.splice(at, 0, ...out.slice(at, at + chance.whole(1, 200)));
    else if (how === 3) out.length = at;
    else out.splice(at, 4, 255, 255, 255, chance.one([255, 127, 0]));
  }
  return Uint8Array.from(out);
}

/** Text with a number or word in it put in place of another. */
export function mutatedText(chance: Chance, text: string): string {
  const spots = [...text.matchAll(/-?\d+(?:\.\d+)?|"[^"]{1,12}"|true|\[|\{/g)];
  let out = text;
  for (let i = 0; i < chance.whole(1, 3); i++) {
    const spot = chance.one(spots);
    out = `${out.slice(0, spot.index)}${chance.one(STRANGE)}${out.slice(spot.index + spot[0].length)}`;
  }
  return out;
}
