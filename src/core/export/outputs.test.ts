import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cutOut, cutSize } from './cut';
import { exportedFiles } from './exported-files';
import { exportMark } from './mark';
import { DEFAULT_SETTINGS } from './settings';
import { readOutputs, TableError, writeOutputs } from '../formats/outputs-csv';
import { readPiece } from '../formats/piece-file';
import { writePiece } from '../formats/write-piece';
import { blankPiece, setLoop, setPicture } from '../piece/edit';
import { LIMITS } from '../piece/limits';
import { addOutputs, BOX_GRIPS, boxInside, changeOutput, draggedBox, isOutside, removeOutput } from '../piece/outputs';
import { metresOf, replaceOutputs, scaledBox } from '../piece/outputs';
import { TURNS, type Output } from '../piece/types';

const PICTURE = { width: 400, height: 200 };
const piece = setPicture(blankPiece(), PICTURE);
const two = addOutputs(piece, [{ name: 'front', width: 100 }, {}]);
const [front, second] = two.outputs as [Output, Output];

const anyBox = fc.record({
  x: fc.integer({ min: -500, max: 500 }),
  y: fc.integer({ min: -500, max: 500 }),
  width: fc.integer({ min: 16, max: 900 }),
  height: fc.integer({ min: 16, max: 900 }),
});

describe('outputs', () => {
  it('begin as all of the picture, and go on to the right of what is there', () => {
    expect(addOutputs(piece, [{}]).outputs![0]).toMatchObject({ x: 0, y: 0, ...PICTURE, name: 'wall' });
    const small = addOutputs(setPicture(piece, { width: 20, height: 16 }), [{}, {}]).outputs![1];
    expect(small, 'of a small picture').toMatchObject({ width: 16, height: 16 });
    expect(second).toMatchObject({ x: 100, y: 0, width: 300, height: 200, name: 'wall' });
  });

  it('keep names and ids apart, and are refused beyond their number', () => {
    const same = changeOutput(two, second.id, { name: 'front' });
    expect(same.outputs!.map((o) => o.name)).toEqual(['front', 'front 2']);
    expect(changeOutput(two, front.id, { name: '  ' })).toEqual(two);
    expect(removeOutput(two, front.id).outputs).toEqual([second]);
    expect(() => changeOutput(two, 'o9', { x: 1 })).toThrow('no longer there');
    expect(() => addOutputs(piece, Array(LIMITS.outputs + 1).fill({}))).toThrow('at most 64 outputs');
  });

  it('are saved and read again with the piece', () => {
    expect(readPiece(writePiece(two))).toEqual(two);
    const broken = writePiece(two).replace(/"pitch":\s*3.9/, '"pitch": 0');
    expect(() => readPiece(broken)).toThrow(/pitch/);
  });

  it('that are replaced stay the same where their names do', () => {
    const { outputs } = replaceOutputs(two, [
      { ...second, name: 'back' },
      { ...front, x: 7 },
    ]);
    expect(outputs!.map(({ id, name }) => [id, name])).toEqual([
      ['o3', 'back'],
      ['o1', 'front'],
    ]);
  });

  it('are as large as their pixels lie apart', () => {
    expect(metresOf({ ...front, width: 256, height: 128, pitch: 3.9 })).toEqual([0.9984, 0.4992]);
  });
});

describe('boxes that are dragged', () => {
  it('stay in the picture with whole pixels, whatever is dragged by how much', () => {
    const any = fc.double({ min: -1e4, max: 1e4, noNaN: true });
    fc.assert(
      fc.property(
        anyBox,
        fc.constantFrom(...BOX_GRIPS),
        any,
        any,
        fc.array(anyBox),
        fc.nat(20),
        (box, grip, across, down, boxes, near) => {
          const to = draggedBox(box, grip, { across, down }, PICTURE, { boxes, near });
          expect(isOutside(to, { picture: { ...PICTURE, background: '#000000' } })).toBe(false);
          expect(Object.values(to).every(Number.isInteger)).toBe(true);
          expect(Math.min(to.width, to.height)).toBeGreaterThanOrEqual(16);
          if (!grip.across) expect([to.width, to.height]).toEqual(Object.values(boxInside(box, PICTURE)).slice(2));
        },
      ),
    );
  });

  it('move by what they were dragged, and leave the other sides where they are', () => {
    const box = { x: 40, y: 20, width: 100, height: 50 };
    const free = { boxes: [], near: 0 };
    const [middle, , , , corner] = BOX_GRIPS;
    expect(draggedBox(box, middle!, { across: 11, down: -7 }, PICTURE, free)).toEqual({ ...box, x: 51, y: 13 });
    expect(draggedBox(box, corner!, { across: -30, down: 9 }, PICTURE, free)).toEqual({
      ...box,
      width: 70,
      height: 59,
    });
  });

  it('snap to the nearest side of another one where it is near enough', () => {
    const box = { x: 40, y: 0, width: 100, height: 50 };
    const beside = { boxes: [{ x: 200, y: 60, width: 50, height: 50 }], near: 5 };
    const [middle, , corner] = BOX_GRIPS;
    const by = (across: number) => ({ across, down: 0 });
    expect(draggedBox(box, middle!, by(57), PICTURE, beside).x, 'its right side at 200').toBe(100);
    expect(draggedBox(box, middle!, by(53), PICTURE, beside).x, 'too far').toBe(93);
    expect(draggedBox(box, corner!, by(64), PICTURE, beside).width).toBe(160);
    // Both ends are near: the left side is 2 from 250, the right side 3 from another one.
    const both = { boxes: [...beside.boxes, { x: 349, y: 0, width: 20, height: 20 }], near: 5 };
    expect(draggedBox(box, middle!, by(212), PICTURE, both).x).toBe(250);
  });
});

describe('parts of pictures', () => {
  /** Pixels that say where they are. */
  const numbered = (width: number, height: number) =>
    Uint8ClampedArray.from({ length: 4 * width * height }, (_, i) => {
      const pixel = i >> 2;
      return [pixel % width, Math.floor(pixel / width), 7, 255][i % 4]!;
    });

  it.each(TURNS)('turned by %i degrees have each pixel where the wall wants it', (turn) => {
    const [width, height] = [9, 7];
    const box = { x: 2, y: 1, width: 5, height: 3 };
    const size = cutSize({ box, turn });
    for (const pixels of [numbered(width, height), Float32Array.from(numbered(width, height))]) {
      const part = cutOut(pixels, width, { box, turn });
      expect(part.length).toBe(4 * size.width * size.height);
      for (let y = 0; y < box.height; y++)
        for (let x = 0; x < box.width; x++) {
          // Where a pixel goes when the picture is turned by so many quarters, one after the other.
          let at = { x, y, width: box.width, height: box.height };
          for (let q = 0; q < turn / 90; q++)
            at = { x: at.height - 1 - at.y, y: at.x, width: at.height, height: at.width };
          const i = 4 * (at.y * size.width + at.x);
          expect([...part.subarray(i, i + 4)]).toEqual([box.x + x, box.y + y, 7, 255]);
        }
    }
  });

  it('of a picture of another size lie beside each other as before, and in it', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 16, max: 900 }),
        fc.integer({ min: 16, max: 900 }),
        fc.integer({ min: 17, max: 383 }),
        (width, height, at) => {
          const [left, right] = [
            { x: 0, y: 0, width: at, height: 200 },
            { x: at, y: 0, width: 400 - at, height: 200 },
          ].map((box) => scaledBox(box, PICTURE, { width, height }));
          expect(left!.x + left!.width).toBe(right!.x);
          expect(right!.x + right!.width).toBe(width);
          expect(left!.height).toBe(height);
        },
      ),
    );
  });

  it('are files of their own names; what lies outside is named', () => {
    const named = changeOutput(changeOutput(two, front.id, { name: 'Front!' }), second.id, { name: 'front', turn: 90 });
    const files = exportedFiles(named, { width: 200, height: 100 }, named.outputs!);
    expect(files.map(({ stem, size }) => [stem, size.width, size.height])).toEqual([
      ['untitled_front', 50, 100],
      ['untitled_front-2', 100, 150],
    ]);
    expect(exportedFiles(two, PICTURE, [])).toEqual([{ stem: 'untitled', cut: null, output: null, size: PICTURE }]);
    const smaller = setPicture(two, { width: 90 });
    expect(() => exportedFiles(smaller, PICTURE, smaller.outputs!)).toThrow('"front" lies outside');
  });
});

describe('marks of exported frames', () => {
  const cut = { box: { x: 0, y: 0, width: 32, height: 16 }, turn: 0 as const };
  const markOf = (part: typeof cut | null, of = two, size = PICTURE) => exportMark(of, DEFAULT_SETTINGS, size, part);

  it('are others for another part, another turn, another size and another loop', async () => {
    const marks = await Promise.all([
      markOf(null),
      markOf(cut),
      markOf({ ...cut, box: { ...cut.box, x: 1 } }),
      exportMark(two, DEFAULT_SETTINGS, PICTURE, { ...cut, turn: 90 }),
      markOf(cut, two, { width: 800, height: 400 }),
      markOf(cut, setLoop(two, { frames: 7 })),
    ]);
    expect(new Set(marks).size).toBe(marks.length);
  });

  it('stay where nothing that is drawn has changed: names, notes, other outputs, the profile', async () => {
    const other = { ...removeOutput(two, second.id), name: 'Other', note: 'new', profile: 'hall' };
    expect(await markOf(cut, other)).toBe(await markOf(cut));
  });
});

describe('tables of outputs', () => {
  it('come back as they were written', () => {
    const output = fc.record({
      ...{ x: fc.integer({ min: -9, max: 99 }), y: fc.nat(99), width: fc.integer({ min: 16, max: 99 }) },
      ...{ height: fc.integer({ min: 16, max: 99 }), pitch: fc.double({ min: 0.1, max: 500, noNaN: true }) },
      ...{ peak: fc.integer({ min: 1, max: 9999 }), turn: fc.constantFrom(...TURNS) },
      ...{ place: fc.tuple(fc.nat(9), fc.nat(9), fc.nat(9)), facing: fc.integer({ min: -360, max: 360 }) },
      name: fc.string({ minLength: 1, maxLength: 40 }).filter((text) => text.trim() === text && text !== ''),
    });
    fc.assert(
      fc.property(fc.uniqueArray(output, { minLength: 1, maxLength: 8, selector: (o) => o.name }), (outputs) => {
        const table = writeOutputs(outputs.map((o, i) => ({ id: `o${i}`, ...o })));
        expect(readOutputs(table)).toEqual(outputs);
      }),
    );
  });

  it('may have columns in another order, more of them, and fewer', () => {
    const [read] = readOutputs('Height, width,x,y,NAME,lamp\n32,64,1,2,"left, low",7\n');
    expect(read).toMatchObject({ name: 'left, low', x: 1, y: 2, width: 64, height: 32, pitch: 3.9, place: [0, 1, 0] });
  });

  it.each([
    ['', 'no column "name"'],
    ['name,x,y,width\na,0,0,16', 'no column "height"'],
    ['name,x,y,width,height', 'no outputs'],
    ['name,x,y,width,height\n,0,0,16,16', 'Line 2 has no name'],
    ['name,x,y,width,height\na,0,0,16,16\na,0,0,16,16', 'Line 3 has the name "a" once more'],
    ['name,x,y,width,height\na,0,0,16.5,16', 'width is "16.5"'],
    ['name,x,y,width,height\na,0,0,16,', 'height is ""'],
    ['name,x,y,width,height,turn\na,0,0,16,16,45', 'turn is "45", and has to be 0, 90, 180, 270'],
    ['name,x,y,width,height,pitch\na,0,0,16,16,Infinity', 'pitch is "Infinity"'],
    [`name,x,y,width,height\n${'a,0,0,16,16\n'.repeat(65)}`, 'at most 64 outputs'],
    ['\u0000\u0001binary', 'no column'],
  ])('that are wrong are refused: %j', (text, words) => {
    expect(() => readOutputs(text)).toThrow(TableError);
    expect(() => readOutputs(text)).toThrow(words);
  });
});
