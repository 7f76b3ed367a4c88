import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addStep, addStrand, blankPiece, setParam } from '@/core/piece/edit';
import type { Value, Vector } from '@/core/piece/types';
import { CATALOGUE, definitionOf, kindOf, shapedFor } from '@/core/steps';
import { analyse } from '@/core/weave';
import { STARTERS } from '@/demo';
import { fileStem } from '@/core/formats/file-stem';
import { neighbour } from '@/actions/neighbour';
import { alternatives, kindsFor, offered, type Offer } from '@/actions/offers';
import { frameByKey } from '@/ui/loop-band/draw';
import { copiesOf, frameAt, isWhole, phaseAt, phaseX, scrolled, wholeView, zoomed } from '@/actions/band-scale';

const WHOLE = wholeView('loop');
import { orbit, pan, zoom } from '@/ui/stage/orbit';
import { fittingLinks } from '@/ui/tuning/LinkMenu';
import { tidy } from '@/ui/parts/NumberField';
import { rampAt } from '@/ui/tuning/ramp-stops';
import { ranked, searchScore } from '@/ui/parts/search';
import { shortNumber } from '@/actions/number-words';
import { cellValue } from '@/actions/words';

const { piece } = STARTERS[0]!;

describe('walking the lattice', () => {
  it('goes along a row, between rows and kinds, and stops at the edges', () => {
    const at = (strand: string, step: string) => ({ strand, step });
    expect(neighbour(piece, [], at('swell', 't1'), 'ArrowRight')).toEqual(at('swell', 't2'));
    expect(neighbour(piece, [], at('swell', 't1'), 'ArrowLeft')).toBeNull();
    expect(neighbour(piece, [], at('swell', 't3'), 'ArrowDown')).toEqual(at('tint', 't2'));
    expect(neighbour(piece, [], at('swell', 't1'), 'ArrowUp')).toEqual(at('breath', 't1'));
    expect(neighbour(piece, ['field'], at('breath', 't1'), 'ArrowDown')).toEqual(at('sea', 't1'));
    expect(neighbour(piece, [], null, 'ArrowDown')).toEqual(at('breath', 't1'));
    expect(neighbour(blankPiece(), [], null, 'ArrowDown')).toBeNull();
    expect(neighbour(piece, [], at('swell', 't1'), 'x')).toBeNull();
  });
});

describe('searching', () => {
  it('ranks the exact name over beginnings of names, of words, other words and parts', () => {
    const of = (name: string, search: string, aliases: string[] = []) => searchScore({ name, aliases }, search);
    const scores = [
      of('Gain', 'gain'),
      of('Grid', 'gri'),
      of('Take from', 'fro'),
      of('Push', 'displace', ['displace']),
      of('Push', 'displ', ['displace']),
      of('Position', 'sit'),
      of('Facing', 'grid', ['rim', 'edge']),
    ];
    expect(scores).toEqual([...scores].sort((a, b) => b - a));
    expect(new Set(scores).size).toBe(7);
    expect(scores[6]).toBe(0);
  });

  it.each(CATALOGUE.filter((d) => !d.hidden).map((d) => [d.name, d] as const))(
    'the exact name finds the step first: %s',
    (name, d) => {
      // In the order in which lists show them, whatever else has the name among its other words.
      const entries = CATALOGUE.filter((e) => !e.hidden && kindOf(e) === kindOf(d)).map((e) => ({
        name: e.name,
        aliases: e.aliases,
        op: e.op,
      }));
      expect(ranked(entries, name.toLowerCase())[0]!.name).toBe(name);
    },
  );

  it('equally good entries stay in their order, and no search gives all of them', () => {
    const entries = [{ name: 'Wave' }, { name: 'Wash' }, { name: 'Sea', aliases: ['water'] }, { name: 'Tide' }];
    expect(ranked(entries, 'wa').map((e) => e.name)).toEqual(['Wave', 'Wash', 'Sea']);
    expect(ranked(entries, ' ')).toEqual(entries);
  });
});

describe('what is offered', () => {
  it('fits the input and what comes after', () => {
    const names = (at: number) => offered(piece, { for: 'step', strand: 'swell', at }).map((o) => o.definition.name);
    expect(names(3)).toContain('Ramp');
    expect(names(2)).not.toContain('Ramp');
    expect(names(2)).toContain('Power');
    for (const fits of ['Stretch', 'Pan', 'Tint']) expect(names(1)).toContain(fits);
    for (const not of ['Power', 'Noise', 'Ramp']) expect(names(1)).not.toContain(not);
    for (const written of ['Code', 'Formula']) expect(names(1)).toContain(written);
    for (const op of ['field.code', 'field.formula']) {
      const shaping = shapedFor(definitionOf(op)!, 'vec3', ['vec2', 'vec3'])!;
      const between = addStep(piece, 'swell', 1, op, shaping);
      expect(analyse(between).problems).toEqual([]);
      expect(
        analyse(between)
          .types.get('swell')!
          .map((r) => r.active),
      ).toEqual([true, true, true, true]);
    }
    const begin = offered(piece, { for: 'strand', kind: 'form' }).filter((o) => !o.first);
    expect(begin.map((o) => o.definition.name)).toEqual(
      CATALOGUE.filter((d) => d.op.startsWith('form.') && d.takes.length === 0).map((d) => d.name),
    );
    expect(offered(piece, { for: 'replace', strand: 'swell', step: 't2' }).map((o) => o.definition.name)).toEqual(
      expect.arrayContaining(['Distance', 'Noise', 'Fractal', 'Cells']),
    );
    expect(offered(piece, { for: 'replace', strand: 'swell', step: 't1' }).map((o) => o.definition.name)).toEqual(
      expect.arrayContaining(['Position', 'UV', 'Screen', 'World plane']),
    );
  });

  it('alternatives of a step are of its group, itself among them', () => {
    for (const [strand, step] of [
      ['swell', 't1'],
      ['swell', 't2'],
    ] as const) {
      const op = piece.strands.find((s) => s.id === strand)!.steps.find((s) => s.id === step)!.op;
      const all = alternatives(piece, { strand, step });
      expect(all.map((d) => d.op)).toContain(op);
      expect(all.length).toBeGreaterThan(2);
      expect(new Set(all.map((d) => d.group)).size).toBe(1);
    }
    expect(alternatives(piece, { strand: 'swell', step: 'none' })).toEqual([]);
  });

  /** A new strand as an offer makes it. */
  const made = ({ definition, first, ground = first ? [{ op: first.op }] : [] }: Offer) => {
    const [source, ...more] = [...ground, { op: definition.op }] as { op: string; params?: Record<string, Value> }[];
    const begun = addStrand(blankPiece(), kindOf(definition), 'new', source!.op, source!.params);
    return more.reduce((p, { op, params }, i) => addStep(p, 's1', i + 1, op, params), begun);
  };

  it('what is made new for a finish begins with a place of the picture, so that it lies over all of it', () => {
    const takers = CATALOGUE.filter((d) => kindOf(d) === 'finish' && !d.hidden).flatMap((d) =>
      d.params.filter((p) => p.type !== 'strand' && kindsFor(d, p).includes('field')).map((p) => [d.op, p.id] as const),
    );
    expect(takers).toContainEqual(['finish.paint', 'colour']);
    for (const [op, param] of takers) {
      const made = addStrand(blankPiece(), 'finish', 'out', op);
      const into = { strand: 's1', step: made.strands[0]!.steps[0]!.id, param };
      const begins = offered(made, { for: 'strand', kind: 'field', into }).flatMap((o) =>
        o.first ? [o.first.op] : [],
      );
      expect([op, begins.includes('field.screen'), begins.includes('field.position')]).toEqual([op, true, false]);
    }
  });

  it('steps that need something to run in come with it, and work', () => {
    const offers = offered(blankPiece(), { for: 'strand', kind: null });
    const both = offers.filter((o) => o.first);
    expect(both.length).toBeGreaterThan(100);
    for (const offer of both)
      expect([
        offer.definition.op,
        analyse(made(offer))
          .types.get('s1')!
          .every((r) => r.active),
      ]).toEqual([offer.definition.op, true]);
    const found = ranked(
      offers.map((o) => ({ name: o.definition.name, aliases: o.definition.aliases, on: o.first?.name })),
      'ripple',
    );
    expect(found[0]).toMatchObject({ name: 'Ripple', on: 'Position' });
  });

  it('what is made for a parameter fits it', () => {
    const strand = piece.strands.find((s) => s.name === 'wet silk')!;
    const step = strand.steps[0]!;
    const into = (param: string) => ({ strand: strand.id, step: step.id, param });
    const definition = definitionOf(step.op)!;
    for (const param of definition.params.filter((p) => kindsFor(definition, p).length > 0))
      for (const kind of kindsFor(definition, param)) {
        const offers = offered(piece, { for: 'strand', kind, into: into(param.id) });
        expect(offers.length).toBeGreaterThan(3);
        for (const offer of offers) {
          const both = { ...piece, strands: [...piece.strands, ...made(offer).strands] };
          const analysis = analyse(setParam(both, strand.id, step.id, param.id, { link: 's1' }));
          expect([offer.definition.op, analysis.problems.filter((p) => p.strand === strand.id)]).toEqual([
            offer.definition.op,
            [],
          ]);
        }
      }
  });

  it.each([
    'displace',
    'instance',
    'falloff',
    'dissolve',
    'fresnel',
    'bump',
    'extrude',
    'scatter',
    'bloom',
    'feedback',
    'vignette',
    'rim',
    'lerp',
    'gradient',
    'perlin',
    'voronoi',
    'fbm',
    'lfo',
    'easing',
    'transform',
    'alpha',
    'mask',
    'trail',
    'clone',
    'particles',
    'depth of field',
    'chromatic',
    'kaleidoscope',
    'uv',
    'threshold',
    'emissive',
    'pbr',
  ])('the trade’s word finds a step: %s', (word) => {
    const all = CATALOGUE.filter((d) => !d.hidden).map((d) => ({ name: d.name, aliases: d.aliases }));
    expect(ranked(all, word).length).toBeGreaterThan(0);
  });

  it('links only to strands that fit and close no circle, with components of vectors', () => {
    const analysis = analyse(piece);
    const links = (id: string, stepId: string, param: string) => {
      const strand = piece.strands.find((s) => s.id === id)!;
      const definition = definitionOf(strand.steps.find((s) => s.id === stepId)!.op)!;
      return fittingLinks({
        piece,
        strand,
        definition,
        param: definition.params.find((p) => p.id === param)!,
        analysis,
      }).map((l) => l.label);
    };
    expect(links('sea', 't2', 'by')).toEqual(['breath', 'swell', 'tint, x', 'tint, y', 'tint, z', 'crest']);
    expect(links('swell', 't2', 'scale')).toEqual(['breath']);
    expect(links('breath', 't2', 'low')).toEqual([]);
    expect(links('wet-silk', 't2', 'colour')).toEqual(['breath', 'swell', 'tint', 'crest']);
    expect(links('hall', 't4', 'form')).toEqual(['sea']);
    expect(links('sea', 't1', 'width')).toEqual([]);
  });
});

describe('the view', () => {
  const view = { position: [1, 2, 3] as Vector, target: [0, 0.5, -1] as Vector };
  const distance = ({ position, target }: typeof view) => Math.hypot(...position.map((p, i) => p - target[i]!));
  const angle = fc.double({ min: -7, max: 7, noNaN: true });

  it('keeps its distance while it turns, and never tips over', () => {
    fc.assert(
      fc.property(angle, angle, (turn, tilt) => {
        const turned = orbit(view, turn, tilt);
        expect(distance(turned)).toBeCloseTo(distance(view), 6);
        expect(turned.target).toEqual(view.target);
        expect(Math.abs(turned.position[1] - view.target[1])).toBeLessThan(distance(view));
      }),
    );
  });

  it('comes back after a full turn', () => {
    orbit(view, 2 * Math.PI, 0).position.forEach((p, i) => expect(p).toBeCloseTo(view.position[i]!, 6));
  });

  it('zooms by a factor and pans sideways without turning', () => {
    expect(distance(zoom(view, 0.5))).toBeCloseTo(distance(view) / 2, 6);
    const moved = pan(view, 0.2, 0.1);
    const by = moved.position.map((p, i) => p - view.position[i]!);
    expect(moved.target.map((t, i) => t - view.target[i]!).map((x) => x.toFixed(9))).toEqual(
      by.map((x) => x.toFixed(9)),
    );
    const ahead = view.target.map((t, i) => t - view.position[i]!);
    expect(by[0]! * ahead[0]! + by[2]! * ahead[2]!).toBeCloseTo(0, 6);
  });
});

describe('numbers and words', () => {
  it('numbers are held to what makes sense', () => {
    const octaves = definitionOf('field.fractal')!.params.find((p) => p.id === 'octaves')!;
    const seed = definitionOf('field.fractal')!.params.find((p) => p.id === 'seed')!;
    if (octaves.type !== 'number' || seed.type !== 'number') throw new Error('not numbers');
    expect(tidy(99, octaves)).toBe(10);
    expect(tidy(2.123456789, octaves)).toBe(2.12346);
    expect(tidy(3.6, seed)).toBe(4);
    expect(tidy(1e12, {})).toBe(1e6);
  });

  it.each([
    [0, '0'],
    [0.12345, '0.123'],
    [1.5, '1.5'],
    [12.345, '12.3'],
    [-1234.5, '-1235'],
    [Number.NaN, 'not a number'],
    [Infinity, 'infinite'],
    [1e9, 'a billion or more'],
    [-2e9, 'minus a billion or less'],
  ])('%d reads %s', (value, text) => {
    expect(shortNumber(value)).toBe(text);
  });

  it('cells show the value of their main parameter', () => {
    const of = (id: string, step: number) => cellValue(piece, piece.strands.find((s) => s.id === id)!.steps[step]!);
    expect(of('breath', 0)).toBe('2 turns');
    expect(of('sea', 1)).toBe('breath');
    expect(of('swell', 0)).toBe('at rest');
  });

  it('file names keep to plain letters', () => {
    expect(fileStem('Tidewater Veil, 2nd night')).toBe('tidewater-veil-2nd-night');
    expect(fileStem('../../é日')).toBe('e');
    expect(fileStem('日本')).toBe('piece');
  });

  it('the ramp’s bar blends as the program does', () => {
    const stops = [
      { at: 0, colour: '#000000' },
      { at: 1, colour: '#ffffff' },
    ];
    expect(rampAt(stops, 0.5)).toBe('#bcbcbc');
    expect(rampAt(stops, -1)).toBe('#000000');
    expect(rampAt([stops[1]!], 0.2)).toBe('#ffffff');
  });
});

describe('the loop band', () => {
  it('has the seam in its middle, the end to the left and the beginning to the right', () => {
    const whole = { ...WHOLE, width: 1000 };
    expect(frameAt(500, 240, whole)).toBe(0);
    expect(frameAt(508, 240, whole)).toBeLessThan(5);
    expect(frameAt(492, 240, whole)).toBeGreaterThan(235);
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1000, noNaN: true }), fc.integer({ min: 2, max: 5000 }), (x, frames) => {
        const frame = frameAt(x, frames, whole);
        expect(frame).toBeGreaterThanOrEqual(0);
        expect(frame).toBeLessThan(frames);
      }),
    );
  });

  it('zooms about a place, which stays where it is; it shows at most the loop, and at least four frames', () => {
    const scale = { ...zoomed(WHOLE, 0.5, 0.2, 240), width: 1000 };
    expect(phaseX(0.2, scale)).toBeCloseTo(phaseX(0.2, { ...WHOLE, width: 1000 }));
    expect(phaseAt(phaseX(0.3, scale), scale)).toBeCloseTo(0.3);
    expect(zoomed(WHOLE, 1e-9, 0.2, 240).side * 2 * 240).toBeCloseTo(4);
    expect(zoomed(zoomed(WHOLE, 0.1, -0.5, 240), 100, 0.4, 240)).toEqual(WHOLE);
    expect(isWhole(WHOLE) && !isWhole(scale)).toBe(true);
  });

  it('scrolls as far as the whole loop reaches, and no farther', () => {
    expect(scrolled(WHOLE, 1, 240)).toEqual(WHOLE);
    const near = zoomed(WHOLE, 0.25, 0, 240);
    expect(scrolled(near, 1, 240).middle).toBeCloseTo(near.side);
    const far = Array.from({ length: 20 }).reduce<typeof near>((v) => scrolled(v, 1, 240), near);
    expect(far.middle + far.side).toBeCloseTo(WHOLE.side);
  });

  it('has a place in sight wherever its frame shows', () => {
    expect(copiesOf(0.5, WHOLE)).toEqual([-0.5, 0.5]);
    expect(copiesOf(0.2, WHOLE)).toEqual([0.2]);
    expect(copiesOf(0.2, { play: 'loop', middle: -0.5, side: 0.1 })).toEqual([]);
  });
});

it('a strand that is added anywhere is offered as a link at once', () => {
  const more = addStrand(piece, 'signal', 'tide', 'signal.cycle');
  const linked = setParam(more, 'swell', 't2', 'scale', { link: more.strands[more.strands.length - 1]!.id });
  expect(analyse(linked).problems).toEqual([]);
  expect(analyse(linked).uses.get('s1')).toEqual([{ strand: 'swell', step: 't2', param: 'scale' }]);
});

it('keys on the playhead lead to frames, and other keys nowhere', () => {
  const to = (key: string, far = false) => frameByKey(5, 24, key, far);
  expect([to('ArrowLeft'), to('ArrowRight'), to('Home'), to('End')]).toEqual([4, 6, 0, 23]);
  expect([to('ArrowLeft', true), to('ArrowUp', true), to('x')]).toEqual([-5, 15, null]);
});
