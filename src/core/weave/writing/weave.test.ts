import { NO_ASSETS } from '../../assets/assets';
import { describe, expect, it } from 'vitest';
import { STARTERS } from '@/demo';
import { checkProgram, Processor, compile } from '../../glsl';
import { addStep, addStrand, blankPiece, setParam } from '../../piece/edit';
import type { Control, Piece } from '../../piece/types';
import { CATALOGUE, fitting } from '../../steps';
import { toEncoded, toLinear, linearOf } from '../../colour';
import {
  analyse,
  Evaluator,
  exportGlsl,
  orderStrands,
  placeRows,
  plainParams,
  processorText,
  weave,
  wouldCycle,
} from '..';

const veil = STARTERS[0]!.piece;
const textOf = (piece = veil, strand = 'swell') => weave(piece, analyse(piece), [{ strand }]).glsl;

describe('weaving', () => {
  it('writes the same text when only numbers changed, and another when a choice did', () => {
    expect(textOf(setParam(veil, 'swell', 't2', 'scale', 7.5))).toBe(textOf());
    expect(textOf(setParam(veil, 'swell', 't2', 'style', 'ridged'))).not.toBe(textOf());
  });

  it('gives text that checks for every strand of every starter', () => {
    for (const { piece } of STARTERS) {
      for (const strand of piece.strands) {
        if (strand.kind === 'stage') continue;
        const woven = weave(
          piece,
          analyse(piece),
          strand.steps.map((s) => ({ strand: strand.id, step: s.id })),
        );
        const names = checkProgram(processorText(woven)).functions.map((f) => f.name);
        for (const f of woven.functions) expect(names).toContain(f.name);
      }
    }
  });

  it('has a slot for each picture that is there, once, and no more than there is room for', () => {
    const asset = (id: string) => ({ id, name: id, type: 'image/png', data: '' });
    const shown = (...pictures: string[]) => {
      let piece: Piece = { ...blankPiece(), assets: Array.from({ length: 20 }, (_, i) => asset(`p${i}`)) };
      for (const [i, picture] of pictures.entries())
        piece = addStep(addStrand(piece, 'field', `f${i}`, 'field.uv'), `s${i + 1}`, 1, 'field.picture', { picture });
      return weave(
        piece,
        analyse(piece),
        pictures.map((_, i) => ({ strand: `s${i + 1}` })),
      );
    };
    expect(shown('p3', 'p1', 'p3').pictures).toEqual(['p3', 'p1']);
    expect(shown('p3', 'gone', 'p0').pictures).toEqual(['p3', 'p0']);
    const all = Array.from({ length: 18 }, (_, i) => `p${i}`);
    const { pictures, glsl } = shown(...all, 'p15', 'p0');
    expect(pictures).toEqual(all.slice(0, 16));
    // What is not there, or has no room, is read from the slot that is none.
    expect(glsl.match(/fieldPicture\w*\([^;]*-1/g)).toHaveLength(2);
  });

  it('gives several targets together as it gives them apart', async () => {
    const drift = STARTERS.find((s) => s.id === 'lantern-drift')!.piece;
    const woven = weave(drift, analyse(drift), [{ strand: 'lights' }, { strand: 'spark' }], {
      fused: true,
      constants: true,
    });
    const [form, surface] = woven.functions.map((f) => f.name) as [string, string];
    const processor = await Processor.load(compile(woven.glsl, [form, surface, woven.fused!]));
    const rows = placeRows(
      Array.from({ length: 40 }, (_, i) => ({ rest: [Math.sin(i), Math.cos(3 * i), 0.1 * i - 2], phase: i / 40 })),
    );
    const [moved, looks, both] = [form, surface, woven.fused!].map((name) => processor.run(name, rows, 40)) as [
      Float32Array,
      Float32Array,
      Float32Array,
    ];
    const width = looks.length / 40;
    for (let i = 0; i < 40; i++)
      expect([...both.subarray(i * (3 + width), (i + 1) * (3 + width))]).toEqual([
        ...moved.subarray(3 * i, 3 * i + 3),
        ...looks.subarray(i * width, (i + 1) * width),
      ]);
  });

  it('works out what several strands share once', () => {
    const entry = /Surface surface_wet_silk\(Place p\) \{[\s\S]*?\n\}/.exec(textOf(veil, 'wet-silk'))![0];
    expect(entry.match(/field_swell\(p\)/g)).toHaveLength(1);
    expect(entry).toMatch(/field_tint_Row\(p, field_swell_Value\)/);
  });

  it('keeps names of strands apart from names that the weave makes', () => {
    const names = ['Swell!', 'swell value', 'swell to 2', 'swell 2 scale', 'swell row', 'Swéll', '', '日本'];
    let piece = blankPiece();
    for (const [i, name] of names.entries()) {
      piece = addStrand(piece, 'field', name, 'field.position');
      piece = addStep(piece, `s${i + 1}`, 1, 'field.noise', i > 0 ? { scale: { link: `s${i}` } } : {});
    }
    const { glsl } = weave(
      piece,
      analyse(piece),
      piece.strands.flatMap((s) => s.steps.map((t) => ({ strand: s.id, step: t.id }))),
    );
    expect(() => checkProgram(glsl)).not.toThrow();
  });

  it('orders strands by their links and names a circle', () => {
    const order = orderStrands(veil).map((s) => s.id);
    expect(order.indexOf('swell')).toBeLessThan(order.indexOf('tint'));
    expect(order.indexOf('hall')).toBeLessThan(order.indexOf('out'));
    const circle = setParam(veil, 'swell', 't3', 'low', { link: 'crest' });
    expect(() => orderStrands(circle)).toThrow('"swell" takes from "crest" takes from "swell"');
    expect(wouldCycle(veil, 'crest', 'swell')).toBe(true);
    expect(wouldCycle(veil, 'swell', 'crest')).toBe(false);
  });

  it('says what does not fit along the row and across links, and goes on with the rest', async () => {
    let piece = addStep(veil, 'swell', 1, 'field.ramp');
    piece = setParam(piece, 'breath', 't1', 'turns', { link: 'tint' });
    piece = addStep(piece, 'crest', 1, 'field.from-tomorrow');
    const { problems } = analyse(piece);
    const said = problems.map((p) => p.sentence).join('\n');
    expect(said).toMatch(/"Ramp" takes float, and here vec3 runs/);
    expect(said).toMatch(/Cycle, turns: it can follow a signal, and "tint" is a field/);
    expect(said).toMatch(/"field\.from-tomorrow" is not known here/);
    const [value] = (await Evaluator.make(piece, NO_ASSETS, [{ strand: 'crest' }])).run(
      0,
      placeRows([{ rest: [0.3, 0.1, 0.2] }]),
      1,
    );
    expect(value).toBeGreaterThanOrEqual(0);
  });

  it('asks for a component where a link gives several', async () => {
    const piece = setParam(veil, 'crest', 't1', 'value', { link: 'tint' });
    expect(analyse(piece).problems[0]!.sentence).toMatch(/gives vec3; pick one component/);
    const picked = setParam(veil, 'crest', 't1', 'value', { link: 'tint', swizzle: 'y' });
    expect(analyse(picked).problems).toEqual([]);
    const rows = placeRows([{ rest: [0.4, 0, 0.9], phase: 0.2 }]);
    const tint = (await Evaluator.make(picked, NO_ASSETS, [{ strand: 'tint' }])).run(0, rows, 1);
    const first = (await Evaluator.make(picked, NO_ASSETS, [{ strand: 'crest', step: 't1' }])).run(0, rows, 1);
    expect(first[0]).toBe(tint[1]);
  });

  it('follows a control, and a link to a step in the middle of a row', async () => {
    const control: Control = { id: 'c1', name: 'chop', value: 0.25, default: 0, min: 0, max: 1, curve: 1 };
    let piece: Piece = {
      ...addStrand(blankPiece(), 'field', 'a', 'field.from', { value: { control: 'c1' } }),
      controls: [control],
    };
    piece = addStep(piece, 's1', 1, 'field.power', { power: 2 });
    piece = addStrand(piece, 'field', 'b', 'field.from', { value: { link: 's1', step: 't1' } });
    const evaluator = await Evaluator.make(piece, NO_ASSETS, [{ strand: 's1' }, { strand: 's2' }]);
    expect(evaluator.run(0, placeRows([{}]), 1)[0]).toBeCloseTo(0.0625, 6);
    expect(evaluator.run(1, placeRows([{}]), 1)[0]).toBe(0.25);
  });

  it('keeps the numbers of two pieces with one text apart', async () => {
    const other = setParam(veil, 'breath', 't2', 'high', 5);
    const [a, b] = [
      await Evaluator.make(veil, NO_ASSETS, [{ strand: 'breath' }]),
      await Evaluator.make(other, NO_ASSETS, [{ strand: 'breath' }]),
    ];
    const crest = placeRows([{ phase: 0.125 }]);
    expect(b.run(0, crest, 1)[0]).toBeCloseTo(5, 4);
    expect(a.run(0, crest, 1)[0]).toBeCloseTo(0.62, 4);
  });

  it('exports text that stands on its own and gives the same numbers', async () => {
    const text = await exportGlsl(veil, NO_ASSETS, 'swell');
    expect(text.startsWith('#version 300 es')).toBe(true);
    const body = text.replace(/^out vec4 pixel;$/m, '').replace(/void main\(\)[\s\S]*$/, '');
    const woven = Processor.loadNow(compile(body, ['field_swell']));
    const rows = placeRows([{ rest: [1, 2, 3], phase: 0.4 }]);
    expect(woven.run('field_swell', rows, 1)).toEqual(
      (await Evaluator.make(veil, NO_ASSETS, [{ strand: 'swell' }])).run(0, rows, 1),
    );
    await expect(exportGlsl(veil, NO_ASSETS, 'sea')).rejects.toThrow(/Only fields and signals/);
  });

  it('lets no name in a piece out of its comment', async () => {
    const text = await exportGlsl(
      {
        ...veil,
        name: 'x\n#error \\',
        strands: veil.strands.map((s) => ({ ...s, name: `${s.name}\nvoid evil() {}` })),
      },
      NO_ASSETS,
      'swell',
    );
    expect(text).not.toMatch(/^(#error|void evil)/m);
  });

  it('gives plain values of a step with colours in linear light', () => {
    const strand = veil.strands.find((s) => s.id === 'hall')!;
    const sun = strand.steps[1]!;
    const definition = CATALOGUE.find((d) => d.op === 'stage.sun')!;
    const plain = plainParams(
      veil,
      { ...sun, params: { ...sun.params, height: { link: 'breath' } } },
      definition,
      () => [400],
      0,
    );
    expect(plain.height).toBe(90);
    expect(plain.colour).toEqual(linearOf('#ffcf9a'));
  });
});

describe('the catalogue', () => {
  it('has one definition for each operation, sources and steps that fit for each kind', () => {
    expect(new Set(CATALOGUE.map((d) => d.op)).size).toBe(CATALOGUE.length);
    for (const kind of ['signal', 'field', 'form', 'surface', 'stage', 'finish'] as const)
      expect(fitting(kind, null).length).toBeGreaterThan(0);
    expect(fitting('field', 'float').map((d) => d.name)).toContain('Ramp');
    expect(fitting('field', 'vec3').map((d) => d.name)).not.toContain('Ramp');
  });

  it.each(CATALOGUE.map((d) => [d.op, d] as const))('%s has words, and defaults inside its ranges', (_, d) => {
    expect(d.description).toMatch(/\.$/);
    for (const p of d.params) {
      expect(p.description).toMatch(/\.$/);
      if (p.type === 'number') {
        expect(p.default).toBeGreaterThanOrEqual(p.min);
        expect(p.default).toBeLessThanOrEqual(p.max);
      }
      if (p.type === 'choice') expect(p.options.map((o) => o.id)).toContain(p.default);
    }
    if (d.cellParam) expect(d.params.map((p) => p.id)).toContain(d.cellParam);
  });
});

it('sRGB follows IEC 61966-2-1', () => {
  expect(toLinear(0.5)).toBeCloseTo(0.2140411, 6);
  expect(toLinear(0.04045)).toBeCloseTo(0.0031308, 6);
  for (const v of [0, 0.001, 0.2, 0.7, 1]) expect(toEncoded(toLinear(v))).toBeCloseTo(v, 9);
});
