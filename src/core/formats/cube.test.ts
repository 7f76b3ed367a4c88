import { AssetStore } from '../assets/assets';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { linearOf, toEncoded, toLinear } from '../colour';
import { addStep, addStrand, blankPiece } from '../piece/edit';
import { Evaluator, placeRows } from '../weave';
import { CUBE_LIMITS, cubePixels, lookUp, readCube, type ColourTable } from './cube';

type Triple = [number, number, number];

/** A file of three dimensions whose entries are a function of the colour that they stand for. */
function written(size: number, give: (colour: Triple) => Triple, head = ''): string {
  const lines = [`TITLE "made up"`, '# a remark', `LUT_3D_SIZE ${size}`, head];
  for (let b = 0; b < size; b++)
    for (let g = 0; g < size; g++)
      for (let r = 0; r < size; r++) lines.push(give([r, g, b].map((v) => v / (size - 1)) as Triple).join(' '));
  return lines.join('\n');
}

const line = (entries: number[][], head = '') =>
  `LUT_1D_SIZE ${entries.length}\n${head}\n${entries.map((e) => e.join(' ')).join('\n')}\n`;

const unit = fc.double({ min: 0, max: 1, noNaN: true });
const colours = fc.tuple(unit, unit, unit);
const close = (a: readonly number[], b: readonly number[], most = 1e-5) =>
  a.every((v, i) => Math.abs(v - b[i]!) <= most);

describe('a colour table', () => {
  it('gives every entry where it stands, red running fastest', () => {
    const table = readCube(written(4, ([r, g, b]) => [r * r, (g + b) / 2, b]));
    expect(table).toMatchObject({ dimensions: 3, size: 4 });
    expect(close(lookUp(table, [1 / 3, 2 / 3, 1]), [1 / 9, 5 / 6, 1])).toBe(true);
    expect(close(lookUp(table, [-4, 7, 0]), [0, 0.5, 0])).toBe(true);
  });

  it('gives what is even in all three exactly, between entries too', () => {
    const even = ([r, g, b]: Triple): Triple => [0.2 + 0.5 * r, 0.9 - 0.3 * g + 0.1 * r, 0.25 * (r + g + b)];
    const table = readCube(written(5, even));
    fc.assert(fc.property(colours, (c) => close(lookUp(table, c), even(c))));
  });

  it('keeps greys grey: they lie on one edge of every tetrahedron', () => {
    const table = readCube(written(3, ([r, g, b]) => (r === g && g === b ? [r * r, r * r, r * r] : [1, 0, r])));
    for (let v = 0; v <= 1; v += 0.05) {
      const [r, g, b] = lookUp(table, [v, v, v]);
      expect(Math.max(r, g, b) - Math.min(r, g, b)).toBeLessThan(1e-6);
    }
  });

  it('has a line for each channel in one dimension', () => {
    const table = readCube(
      line([
        [0, 1, 0.5],
        [0.5, 0.25, 0.5],
        [1, 0, 1],
      ]),
    );
    expect(close(lookUp(table, [0.25, 0.75, 0.75]), [0.25, 0.125, 0.75])).toBe(true);
  });

  it('is read from 0 to 1 whatever domain the file states', () => {
    const wide = readCube(written(3, ([r]) => [r, 0, 0], 'DOMAIN_MIN -1 -1 -1\nDOMAIN_MAX 3 3 3'));
    expect(close(lookUp(wide, [1, 0, 0]), [0.5, 0, 0])).toBe(true);
    const narrow = readCube(
      line(
        [
          [0, 0, 0],
          [1, 1, 1],
        ],
        'LUT_1D_INPUT_RANGE 0.0 2.0',
      ),
    );
    expect(close(lookUp(narrow, [0, 0.5, 1]), [0, 0.25, 0.5])).toBe(true);
  });

  it('that is too large is read at as many places as are kept', () => {
    const size = CUBE_LIMITS.kept[1] + 3;
    const table = readCube(line(Array.from({ length: size }, (_, i) => [i / (size - 1), 0, 1])));
    expect(table.size).toBe(CUBE_LIMITS.kept[1]);
    expect(close(lookUp(table, [0.37, 0, 0]), [0.37, 0, 1])).toBe(true);
  });

  it.each([
    ['nothing', '', /does not state/],
    ['colours without a size', '0 0 0\n1 1 1', /does not state/],
    [
      'more colours than it states',
      `${line([
        [0, 0, 0],
        [1, 1, 1],
      ])}1 1 1\n`,
      /states 2 colours and holds 3/,
    ],
    ['fewer', 'LUT_3D_SIZE 33\n0 0 0', /states 35,937 colours and holds 1/],
    ['a size beyond the format', 'LUT_3D_SIZE 4096', /allows 2 to 256/],
    ['a size of no number', 'LUT_3D_SIZE many', /Line 1 should hold 1 number/],
    ['two sizes', 'LUT_1D_SIZE 2\nLUT_3D_SIZE 2', /two sizes/],
    ['a word for a number', 'LUT_1D_SIZE 2\n\n0 0 0\n0 x 1', /Line 4 should hold 3 numbers/],
    ['a keyword of another format', 'LUT_9D_SIZE 2', /"LUT_9D_SIZE"/],
    ['a number beyond every colour', 'LUT_1D_SIZE 2\n0 0 0\n1e300 0 0', /beyond a million/],
    ['a hexadecimal number', 'LUT_1D_SIZE 2\n0 0 0\n0x10 0 0', /Line 3 should hold 3 numbers/],
    ['a binary number', 'LUT_1D_SIZE 0b10', /Line 1 should hold 1 number/],
    ['nothing but comments', '#\n'.repeat(200_000), /hardly anything but comments/],
    ['NaN', 'LUT_1D_SIZE 2\n0 0 0\nNaN 0 0', /does not know|should hold/],
    [
      'a domain the wrong way round',
      line(
        [
          [0, 0, 0],
          [1, 1, 1],
        ],
        'DOMAIN_MIN 1 1 1\nDOMAIN_MAX 0 1 1',
      ),
      /ends before/,
    ],
  ])('is refused in words where the file holds %s', (_, text, words) => {
    expect(() => readCube(text)).toThrow(words);
  });

  it('never fails but in words, whatever the file holds', () => {
    const lines = fc.oneof(
      fc.string(),
      fc.constantFrom('LUT_1D_SIZE 2', 'LUT_3D_SIZE 2', '0 0 0', '1e400 0 0', 'DOMAIN_MIN 0 0 0', '#', 'TITLE'),
    );
    fc.assert(
      fc.property(fc.array(lines, { maxLength: 12 }), (all) => {
        try {
          readCube(all.join('\n'));
        } catch (error) {
          expect((error as Error).name).toBe('CubeError');
        }
      }),
    );
  });
});

describe('the step that uses one', () => {
  /** What the step makes of light. */
  async function graded(table: ColourTable, light: Triple, params = {}): Promise<number[]> {
    const id = `table-${Math.random()}`;
    const assets = new AssetStore();
    assets.set(id, { pixels: cubePixels(table) });
    let piece = addStep(addStrand(blankPiece(), 'finish', 'x', 'finish.shoot'), 's1', 1, 'finish.table', {
      table: id,
      ...params,
    });
    piece = { ...piece, assets: [{ id, name: 'x.cube', type: 'text/x-cube', data: '' }] };
    const row = new Float32Array([...placeRows([{}]), ...light, 0.5]);
    return [...(await Evaluator.make(piece, assets, [{ strand: 's1' }])).run(0, row, 1)];
  }
  const bent = readCube(written(4, ([r, g, b]) => [r * r, 1 - g * b, Math.sqrt(b) * 0.5 + 0.5 * r]));

  it('gives what the table gives, in shades and in light', async () => {
    for (const light of [
      linearOf('#12a0f8'),
      linearOf('#f03010'),
      linearOf('#80ff02'),
      linearOf('#336633'),
    ] as Triple[]) {
      const shades = lookUp(bent, light.map(toEncoded) as Triple).map(toLinear);
      expect(close(await graded(bent, light), [...shades, 0.5], 1e-4)).toBe(true);
      expect(close(await graded(bent, light, { reads: 'light' }), [...lookUp(bent, light), 0.5], 1e-4)).toBe(true);
      const half = light.map((l, i) => (l + shades[i]!) / 2);
      expect(close(await graded(bent, light, { amount: 0.5 }), [...half, 0.5], 1e-4)).toBe(true);
    }
  });

  it('has one of one dimension too', async () => {
    const table = readCube(
      line([
        [0, 1, 0.5],
        [0.5, 0.25, 0.5],
        [1, 0, 1],
      ]),
    );
    const light: Triple = [0.3, 0.02, 0.9];
    expect(close(await graded(table, light, { reads: 'light' }), [...lookUp(table, light), 0.5], 1e-4)).toBe(true);
  });
});
