// Writes the outlines of the shipped font's letters as data that every part of the core can read.
// Run after the font's package changes: node scripts/letters.mjs
import { readFileSync, writeFileSync } from 'node:fs';
import opentype from 'opentype.js';

const FOLDER = 'node_modules/@fontsource/instrument-sans/files/';
const OUT = 'src/core/mesh/source/letters.json';
const CODES = [
  [0x20, 0x7e],
  [0xa1, 0xff],
  [0x2013, 0x2014],
  [0x2018, 0x201d],
  [0x2026, 0x2026],
];
const letters = CODES.flatMap(([from, to]) =>
  Array.from({ length: to - from + 1 }, (_, i) => String.fromCodePoint(from + i)),
);

function weightOf(file) {
  const bytes = readFileSync(FOLDER + file);
  const font = opentype.parse(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength));
  const known = letters.filter((l) => font.charToGlyphIndex(l) > 0);
  const glyphs = Object.fromEntries(
    known.map((l) => {
      const glyph = font.charToGlyph(l);
      return [l, [Math.round(glyph.advanceWidth), commands(glyph.path)]];
    }),
  );
  return { em: font.unitsPerEm, capital: font.tables.os2.sCapHeight, glyphs };
}

/** SVG path data in whole font units, y upwards. */
function commands(path) {
  const n = (...v) => v.map((x) => Math.round(x)).join(' ');
  return path.commands
    .map((c) => {
      if (c.type === 'Z') return 'Z';
      if (c.type === 'Q') return `Q${n(c.x1, c.y1, c.x, c.y)}`;
      if (c.type === 'C') return `C${n(c.x1, c.y1, c.x2, c.y2, c.x, c.y)}`;
      return `${c.type}${n(c.x, c.y)}`;
    })
    .join('');
}

const fonts = {
  regular: weightOf('instrument-sans-latin-400-normal.woff'),
  bold: weightOf('instrument-sans-latin-700-normal.woff'),
};
// One letter a line, so that a change of the font can be read.
const weights = Object.entries(fonts).map(
  ([weight, { em, capital, glyphs }]) =>
    `"${weight}":{"em":${em},"capital":${capital},"glyphs":{\n${Object.entries(glyphs)
      .map(([l, g]) => `${JSON.stringify(l)}:${JSON.stringify(g)}`)
      .join(',\n')}\n}}`,
);
writeFileSync(OUT, `{${weights.join(',\n')}}\n`);
