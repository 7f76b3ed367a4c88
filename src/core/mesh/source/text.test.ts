import { describe, expect, it } from 'vitest';
import { measure } from '../measure';
import { faceCount, pointCount, type Mesh } from '../mesh';
import { extrudeTogether } from '../topology/extrude';
import { faceNormal } from '../vectors';
import { text, type Lettering } from './text';

const set = (words: string, how: Partial<Lettering> = {}) =>
  text(words, { weight: 'bold', height: 1, spacing: 0, align: 'left', pieces: 4, ...how });
const span = ({ positions }: Mesh, axis: number) => {
  const values = [...positions].filter((_, i) => i % 3 === axis);
  return [Math.min(...values), Math.max(...values)] as const;
};
const size = (mesh: Mesh, axis: number) => span(mesh, axis)[1] - span(mesh, axis)[0];

describe('text', () => {
  it('has the holes and parts that its letters have', () => {
    // Parts less holes.
    for (const [letter, euler] of [
      ['I', 1],
      ['O', 0],
      ['B', -1],
      ['i', 2],
      ['8', -1],
      ['%', 1],
      ['=', 2],
      ['Ö', 2],
    ] as const)
      expect([letter, measure(set(letter)).euler]).toEqual([letter, euler]);
    expect(measure(set('IOB')).euler).toBe(0);
  });

  it('faces the viewer all over, and the upright of a capital is as high as asked', () => {
    const mesh = set('Bo8&g', { height: 0.5 });
    for (let f = 0; f < faceCount(mesh); f++) expect(faceNormal(mesh, f)[2]).toBeGreaterThan(0);
    expect(size(set('I', { height: 0.5 }), 1)).toBeCloseTo(0.5, 5);
    // An upright is a rectangle.
    const upright = set('I');
    expect(measure(upright).area).toBeCloseTo(size(upright, 0) * size(upright, 1), 5);
  });

  it('sets letters apart, breaks lines and aligns them', () => {
    expect(size(set('II', { spacing: 0.3 }), 0) - size(set('II'), 0)).toBeCloseTo(0.3, 4);
    expect(size(set('I\nI'), 1)).toBeGreaterThan(2);
    for (const [align, end] of [
      ['left', 0],
      ['right', 1],
    ] as const) {
      const lines = set('M\nMMM', { align });
      const [short, long] = [(y: number) => y > 0, (y: number) => y < 0].map((of) => {
        const xs = [...lines.positions].filter((_, i) => i % 3 === 0 && of(lines.positions[i + 1]!));
        return [Math.min(...xs), Math.max(...xs)];
      });
      expect(short![end]).toBeCloseTo(long![end]!, 4);
    }
  });

  it('counts each letter as one face, and has more points where curves have more pieces', () => {
    const mesh = set('a b');
    expect([...new Set(mesh.faceData.number!.data)]).toEqual([0, 1]);
    expect(pointCount(set('O', { pieces: 12 }))).toBeGreaterThan(2.5 * pointCount(set('O', { pieces: 4 })));
    expect(measure(set('O', { pieces: 24 })).area / measure(set('O', { pieces: 12 })).area).toBeCloseTo(1, 2);
  });

  it('becomes a body by extruding', () => {
    const body = extrudeTogether(set('O'), 0.2);
    expect(measure(body)).toMatchObject({ broken: 0, notNumbers: 0 });
    expect(size(body, 2)).toBeCloseTo(0.2, 5);
  });

  it('names a letter that the font does not have, and refuses a novel', () => {
    expect(() => set('潮')).toThrow('The font has no "潮"');
    expect(() => set('a'.repeat(401))).toThrow('401 letters; at most 400');
    expect(faceCount(set(''))).toBe(0);
  });
});
