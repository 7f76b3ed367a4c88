import { NO_ASSETS } from '../../../assets/assets';
import { describe, expect, it } from 'vitest';
import { linearOf } from '../../../colour';
import { expose } from '../../../piece/desk';
import { addStep, addStrand, blankPiece, setParam } from '../../../piece/edit';
import type { Piece, Value } from '../../../piece/types';
import { analyse, Evaluator, placeRows, typeAfter } from '../../../weave';
import { declaredIn } from './declared';

const written = (text: string, params: Record<string, Value> = {}, op = 'field.code'): Piece =>
  addStep(addStrand(blankPiece(), 'field', 'own', 'field.position'), 's1', 1, op, { text, ...params });
const valueOf = async (piece: Piece) => {
  expect(analyse(piece).problems).toEqual([]);
  const rest = [0.5, -1, 2];
  return [...(await Evaluator.make(piece, NO_ASSETS, [{ strand: 's1' }])).run(0, placeRows([{ rest }]), 1)];
};
const step = (piece: Piece) => piece.strands[0]!.steps[1]!;

describe('declared inputs', () => {
  it.each([
    ['const float far = 1.5; // 0 to 4 m, How far', { type: 'number', default: 1.5, min: 0, max: 4, unit: 'm' }],
    ['const float far = -1e1;', { name: 'far', default: -10, min: -20, max: 20 }],
    ['  const int rings_in = 3; // 8 to 1', { name: 'rings in', default: 3, min: 1, max: 8, whole: true }],
    ['const bool flip = true; // , Turned over', { type: 'choice', default: 'yes', name: 'Turned over' }],
    ['const vec2 at = vec2(0.5, -1.0); // -2 to 2 m', { default: [0.5, -1, 0], flat: true, min: -2, unit: 'm' }],
    ['const vec3 way = vec3(0.5);', { type: 'vector', default: [0.5, 0.5, 0.5], min: -1, max: 1 }],
    ['const vec3 ink = vec3(1.0, 0.0, 0.2140); // colour, Ink', { type: 'colour', default: '#ff007f', name: 'Ink' }],
    ['const float rim = 0.5; // How wide the rim is', { name: 'How wide the rim is' }],
  ])('%s', (line, wanted) => {
    expect(declaredIn(line)!.param).toMatchObject({ ...wanted, declared: true });
  });

  it.each([
    'const float far = 1.0 + 2.0;',
    'float far = 1.0;',
    'const int many = 1.5;',
    'const vec3 way = vec3(1.0, 2.0);',
    'const mat2 m = mat2(1.0);',
    'const float far = 1e30;',
    'const bool flip = 1;',
    `const vec3 way = vec3(${' '.repeat(200)}1.0);`,
  ])('%s declares none', (line) => {
    expect(declaredIn(line)).toBeNull();
  });

  const ALL = [
    'const float scale = 2.0; // 0 to 4',
    'const int times = 3; // 1 to 8',
    'const bool flip = false;',
    'const vec2 by = vec2(0.25, 0.5);',
    'const vec3 way = vec3(1.0, 2.0, 3.0);',
    'const vec3 ink = vec3(0.0, 1.0, 0.0); // colour',
    'vec3 sum = way * scale;',
    'for (int i = 0; i < 8; i++) if (i < times) sum.x += by.x + by.y;',
    'return flip ? -sum : sum + ink;',
  ].join('\n');

  it('of all types reach the text, as they stand and as they are set', async () => {
    expect(await valueOf(written(ALL))).toEqual([2 + 2.25, 4 + 1, 6]);
    const set: Record<string, Value> = {
      'slider-scale': 1,
      'slider-times': 2,
      'slider-by': [1, 0, 9],
      'slider-way': [0, 0, 1],
      'slider-ink': '#808080',
    };
    const grey = linearOf('#808080')[0];
    const now = await valueOf(written(ALL, set));
    [2 + grey, grey, 1 + grey].forEach((v, i) => expect(now[i]).toBeCloseTo(v, 5));
    expect(await valueOf(written(ALL, { ...set, 'slider-flip': 'yes' }))).toEqual([-2, -0, -1]);
  });

  it('may be declared in two steps of one row, each with its own', async () => {
    const text = 'const vec2 by = vec2(1.0, 0.0);\nconst bool on = true;\nreturn on ? v + vec3(by, 0.0) : v;';
    const two = addStep(written(text), 's1', 2, 'field.code', { text, 'slider-by': [0, 4, 0] });
    expect(await valueOf(two)).toEqual([1.5, 3, 2]);
  });

  it('follow a control under their own name, a link, and keys', async () => {
    const piece = written(ALL);
    const at = { strand: 's1', step: step(piece).id, param: 'slider-by' };
    const out = expose(piece, at, { name: 'By', value: [0.5, 0.5, 0], min: -1, max: 1 });
    expect(await valueOf(out)).toEqual([2 + 3, 5, 6]);
    const linked = addStep(addStrand(piece, 'field', 'one', 'field.position'), 's2', 1, 'field.length');
    const own = setParam(linked, 's1', at.step, 'slider-scale', { link: 's2' });
    const length = Math.hypot(0.5, 1, 2);
    expect((await valueOf(own))[2]).toBeCloseTo(3 * length, 4);
  });

  it('stay constants where the text needs them as such', async () => {
    const piece = written('const int axis = 2;\nreturn v[axis];');
    const { definition } = analyse(piece).types.get('s1')!.at(-1)!;
    expect(definition!.params.map((p) => p.id)).toEqual(['text', 'gives']);
    expect(await valueOf(piece)).toEqual([2]);
  });
});

describe('what the step gives', () => {
  it.each([
    ['return 1.0;', 'float'],
    ['return vec2(1.0, 2.0);', 'vec2'],
    ['vec3 a = v;\nif (a.x > 9.0) return a.zyx;\nreturn a;', 'vec3'],
  ])('%s', async (text, type) => {
    const piece = written(text);
    expect(typeAfter(analyse(piece).types, 's1')).toBe(type);
    await valueOf(piece);
    const line = written(
      text
        .split('\n')
        .at(-1)!
        .replace(/^return (.*);$/, '$1')
        .replace('a', 'v'),
      {},
      'field.formula',
    );
    expect(typeAfter(analyse(line).types, 's1')).toBe(type);
  });

  it('is asked for where that is chosen, and what is wrong is said where it stands', () => {
    const sentence = (text: string, params: Record<string, Value> = {}) =>
      analyse(written(text, params)).problems[0]?.sentence;
    expect(sentence('return vec3(1.0);', { gives: 'number' })).toMatch(/line 1/);
    expect(sentence('float a = nothing;\nreturn vec3(a);')).toMatch(/line 1, column 11: "nothing" is not declared/);
    expect(sentence('vec3 a = v;\nif (a.x > 0.0) return a;\nreturn nothing;')).toMatch(/line 3.*"nothing"/);
  });
});
