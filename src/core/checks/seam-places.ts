import type { Assets } from '../assets/assets';
import { fieldsRead, PLACE_SIZE } from '../glsl/lib';
import { bake } from '../forms/bake';
import { liveSkin } from '../forms/live-skin';
import { placesOf } from '../forms/place-rows';
import { copyPlaces, delayed } from '../forms/standing';
import { faceCount, MeshError, type Copies, type Mesh } from '../mesh/mesh';
import { vertexCount } from '../mesh/skin';
import { numberOf, numbersOf } from '../mesh/topology/copy-levels';
import { keepOnly } from '../mesh/topology/split';
import { linksOf, dependenciesOf } from '../piece/links';
import type { Piece, Strand } from '../piece/types';
import { paramById, type PlaceAttribute } from '../steps';
import { Evaluator, literalOf, type Analysis } from '../weave';
import type { StepTypes } from '../weave/analysis/types';
import { setColumn, setPhase, setPlaceFields } from '../weave/running/places';
import { instancePlaces, PICTURED_SIZE, samplePlaces } from './sample-places';

/** Most places of one form at which a strand is compared; forms with fewer vertices and copies have all of them. */
const MAX_PLACES_OF_A_FORM = 1024;
/** Places at which the range of values and the change per frame are taken, of each group. */
const SPARSE_PLACES = 192;
/** Fields of a place that only a form can fill in. */
const FORM_FIELDS = /^(copy|copies|first|face|lift|tint)/;

/** The side of the seam on which values are asked for: frames of the loop, or its end at phase 1. */
export type SeamSide = 'begin' | 'end';

/** Rows of places that belong together, and how they stand at a phase. */
interface Group {
  rows: Float32Array;
  count: number;
  /** Number of the copy of each row; null where the form is there once. */
  copies: { numbers: Float32Array; all: Copies } | null;
  /**
   * Copies that each step moves on by over the loop, as many numbers as a row can have steps of copies: copy n at its
   * end is compared with copy n + moves at its begin.
   */
  moves: readonly number[];
  /** The form whose places these are: it says how far copies are late, and the colour that they carry. */
  form: { evaluator: Evaluator; tint: Float32Array } | null;
  /** What is compared sees the colours that the form has been given; the form itself sees those of its mesh. */
  coloured: boolean;
  /** Copies are late as the form says; otherwise all of them stand at the phase asked for, unwrapped. */
  late: boolean;
}

/** Places at which one strand is compared over the seam. */
export class StrandPlaces {
  constructor(
    private readonly groups: readonly Group[],
    /** Rows end with the colour of a picture. */
    readonly pictured: boolean,
  ) {}

  /**
   * Values of a target at all places, one place after the other.
   * @param phase time in the loop, 1 not wrapped
   */
  values(evaluator: Evaluator, target: number, phase: number, side: SeamSide): Float32Array {
    return this.each(phase, side, (rows, count) => evaluator.run(target, rows, count));
  }

  /** The same for what a step says beside the running value, which the evaluator has. */
  attribute(evaluator: Evaluator, name: PlaceAttribute, phase: number, side: SeamSide): Float32Array {
    return this.each(phase, side, (rows, count) => evaluator.attribute(name, rows, count)!);
  }

  /** Are copies compared with others, since they move on? */
  get movesOn(): boolean {
    return this.groups.some((g) => g.moves.some((m) => m !== 0));
  }

  private each(phase: number, side: SeamSide, run: (rows: Float32Array, count: number) => Float32Array): Float32Array {
    return joined(this.groups.map((g) => run(standAt(g, phase, side, this.pictured), g.count)));
  }

  /** At most so many places of each group. */
  sparse(most = SPARSE_PLACES): StrandPlaces {
    return new StrandPlaces(
      this.groups.map((g) => thinned(g, most, this.pictured ? PICTURED_SIZE : PLACE_SIZE)),
      this.pictured,
    );
  }
}

/** The places of a piece at which its strands are compared; meshes are made once. */
export class SeamPlaces {
  private readonly formGroups = new Map<string, Promise<Group[]>>();

  constructor(
    private readonly piece: Piece,
    private readonly assets: Assets,
    private readonly analysis: Analysis,
  ) {}

  /**
   * Places at which a strand is really evaluated: those of the forms that it moves or covers, with their own copies,
   * faces and colours. Beside them, evenly spread places, unless the text asks for what only a form can fill in and
   * forms are there.
   * @param evaluator of the strand
   */
  async forStrand(strand: Strand, { woven }: Evaluator): Promise<StrandPlaces> {
    // Steps of a finish take the colour of a picture, but for the field with which one may begin.
    if (woven.functions.some((f) => f.gives === 'image'))
      return new StrandPlaces([even(samplePlaces(SPARSE_PLACES, true))], true);
    const forms = this.piece.strands.filter((s) => s.kind === 'form' && this.serves(strand, s));
    const ofForms = await Promise.all(forms.map((form) => this.groupsOf(form)));
    // A field is the same at each copy at both sides; what is drawn with it stands elsewhere where copies move on.
    const groups = ofForms.flat().map((g) => ({
      ...g,
      coloured: strand.kind !== 'form',
      moves: strand.kind === 'field' ? NO_MOVES : g.moves,
    }));
    const needsForm = [...fieldsRead(woven.glsl)].some((f) => FORM_FIELDS.test(f));
    if (groups.length === 0 && needsForm) groups.push(even(instancePlaces(SPARSE_PLACES)));
    const alone = groups.length === 0 || !(needsForm || strand.kind === 'form') || this.inFinish(strand);
    if (alone) groups.push(even(samplePlaces(SPARSE_PLACES)));
    return new StrandPlaces(groups, false);
  }

  /** Is a strand evaluated at the places of a form? */
  private serves(strand: Strand, form: Strand): boolean {
    if (strand.id === form.id) return true;
    const uses = (ids: Set<string>) => ids.has(strand.id);
    if (uses(dependenciesOf(this.piece, form.steps))) return true;
    return this.piece.strands
      .filter((s) => s.kind === 'stage')
      .flatMap((s) => s.steps)
      .filter((step) => linksOf([step]).includes(form.id))
      .some((step) => uses(dependenciesOf(this.piece, [step])));
  }

  private inFinish(strand: Strand): boolean {
    return this.piece.strands.some((s) => s.kind === 'finish' && linksOf(s.steps).includes(strand.id));
  }

  private groupsOf(form: Strand): Promise<Group[]> {
    const made = this.formGroups.get(form.id) ?? this.makeGroups(form);
    this.formGroups.set(form.id, made);
    return made;
  }

  /** Places on a form; none where it has no mesh. */
  private async makeGroups(form: Strand): Promise<Group[]> {
    const mesh = await bake(this.piece, this.assets, form, undefined, this.analysis).catch((error: unknown) => {
      // What is wrong with a mesh is said where it is made.
      if (error instanceof MeshError) return null;
      throw error;
    });
    if (!mesh) return [];
    const evaluator = await Evaluator.make(this.piece, this.assets, [{ strand: form.id }], this.analysis);
    // Faces are there for whatever asks for them: the form itself, or a surface on it.
    const { part, faces } = partOf(mesh);
    const skin = liveSkin(part, 'p.face');
    const vertices = vertexCount(skin);
    if (vertices === 0) return [];
    const copies = copyPlaces(skin);
    const count = Math.min(MAX_PLACES_OF_A_FORM, vertices * copies.length);
    const picks = pickPairs(count, vertices, copies.length);
    const rows = placesOf(skin, 0, undefined, picks.vertex);
    if (faces && skin.faceOf)
      setColumn(
        rows,
        'face',
        faces,
        Uint32Array.from(picks.vertex, (v) => skin.faceOf![v]!),
      );
    picks.copy.forEach((n, i) => setPlaceFields(rows, i, copies[n] ?? {}));
    const { tint } = skin;
    const own = Float32Array.from({ length: 3 * count }, (_, i) =>
      tint ? tint[3 * picks.vertex[Math.floor(i / 3)]! + (i % 3)]! : 1,
    );
    const group: Group = {
      rows,
      count,
      copies: skin.copies ? { numbers: Float32Array.from(picks.copy), all: skin.copies } : null,
      moves: movesOn(this.piece, this.analysis.types.get(form.id) ?? []),
      form: { evaluator, tint: own },
      coloured: false,
      late: false,
    };
    return evaluator.woven.attributes.delay ? [group, { ...group, rows: rows.slice(), late: true }] : [group];
  }
}

const NO_MOVES = [0, 0, 0] as const;

/** By how many whole copies each step of copies moves on over the loop: copy n then stands where n + moves stood. */
function movesOn(piece: Piece, steps: StepTypes[]): readonly number[] {
  const levels = steps.filter((r) => r.active && r.definition.place);
  return NO_MOVES.map((_, level) => {
    const { definition, step } = levels[level] ?? {};
    const param = paramById(definition, definition?.shifts);
    return param ? Math.round(Number(literalOf(piece, step!, param))) : 0;
  });
}

/** Corners of a mesh beyond which only some of its faces are looked at: what all of them need would take seconds. */
const MAX_CORNERS = 60_000;

/** A mesh, or of a large one faces evenly taken, with the numbers that they have in it. */
function partOf(mesh: Mesh): { part: Mesh; faces: Float32Array | null } {
  const count = faceCount(mesh);
  if (mesh.corners.length <= MAX_CORNERS) return { part: mesh, faces: null };
  const stride = Math.ceil(mesh.corners.length / MAX_CORNERS);
  const keep = Uint8Array.from({ length: count }, (_, face) => (face % stride === 0 ? 1 : 0));
  const part = { ...keepOnly(mesh, keep), copies: mesh.copies };
  return { part, faces: Float32Array.from({ length: Math.ceil(count / stride) }, (_, i) => i * stride) };
}

const even = (rows: Float32Array): Group => ({
  rows,
  count: SPARSE_PLACES,
  copies: null,
  moves: NO_MOVES,
  form: null,
  coloured: false,
  late: false,
});

/** Pairs of a vertex and a copy: all of them where there are no more than `count`, otherwise spread evenly. */
function pickPairs(count: number, vertices: number, copies: number): { vertex: Uint32Array; copy: Uint32Array } {
  const all = vertices * copies;
  const pair = (i: number) => Math.floor((i * all) / count);
  return {
    vertex: Uint32Array.from({ length: count }, (_, i) => pair(i) % vertices),
    copy: Uint32Array.from({ length: count }, (_, i) => Math.floor(pair(i) / vertices)),
  };
}

/** Sets the rows of a group as they stand at a phase. */
function standAt(group: Group, phase: number, side: SeamSide, pictured: boolean): Float32Array {
  const { rows, count, copies, moves, form, coloured, late } = group;
  setPhase(rows, phase, pictured ? PICTURED_SIZE : PLACE_SIZE);
  const on = side === 'begin' ? moves : NO_MOVES;
  for (let i = 0; copies && i < count; i++) {
    const copyIn = numbersOf(copies.all, copies.numbers[i]!).map((n, level) => n + on[level]!);
    setPlaceFields(rows, i, { copyIn, copy: numberOf(copies.all, copyIn) });
  }
  if (!form) return rows;
  setColumn(rows, 'tint', form.tint);
  if (late) delayed(form.evaluator, rows, count, phase);
  const by = coloured ? form.evaluator.attribute('tint', rows, count) : null;
  if (by)
    setColumn(
      rows,
      'tint',
      by.map((v, i) => v * form.tint[i]!),
    );
  return rows;
}

/** At most so many rows of a group, evenly taken. @param width scalars of a row */
function thinned(group: Group, most: number, width: number): Group {
  if (group.count <= most) return group;
  const of = (data: Float32Array, size: number) => {
    const out = new Float32Array(most * size);
    for (let i = 0; i < most; i++) {
      const from = Math.floor((i * group.count) / most);
      out.set(data.subarray(from * size, (from + 1) * size), i * size);
    }
    return out;
  };
  const { form, copies } = group;
  return {
    ...group,
    rows: of(group.rows, width),
    count: most,
    copies: copies && { ...copies, numbers: of(copies.numbers, 1) },
    form: form && { ...form, tint: of(form.tint, 3) },
  };
}

function joined(parts: Float32Array[]): Float32Array {
  if (parts.length === 1) return parts[0]!;
  const all = new Float32Array(parts.reduce((sum, p) => sum + p.length, 0));
  let at = 0;
  for (const part of parts) {
    all.set(part, at);
    at += part.length;
  }
  return all;
}
