import {
  canBeDisabled,
  withEnabled,
  definitionOf,
  enabledParam,
  kindOf,
  linkTypes,
  outputType,
  valueOf,
  type Param,
  type ResolvedStep,
  type RunType,
  type StepDefinition,
  isLoopLength,
} from '../../steps';
import {
  controlById,
  isControlRef,
  isKeyed,
  isLink,
  strandById,
  type Kind,
  type Link,
  type Piece,
  type Step,
  type Strand,
} from '../../piece/types';
import { withoutEffect } from './copy-levels';
import { Costs } from './cost';
import { keysFit } from './keyed';
import { literalFits } from './literal';
import { orderStrands } from './order';
import { isSameStructure, type StructureParts } from './structure';
import type { Analysis, KnownStep, Problem, SkippedStep, StepTypes, Use } from './types';

/** Kinds of strand whose values a parameter may take. */
export function linkKinds(kind: Kind, param: Param): Kind[] {
  return kind === 'signal' || kind === 'stage' || param.per === 'frame' ? ['signal'] : ['field', 'signal'];
}

/** Steps that make meshes do so once: they take links only where these are worked out for each point or face. */
export function acceptsLinks(definition: StepDefinition, param: Param): boolean {
  if (definition.baked?.includes(param.id) || isLoopLength(param)) return false;
  return param.per !== undefined || definition.glsl !== undefined || !(definition.bake || definition.reshape);
}

/** An analysis, and what of its piece others are compared with. The piece may be gone, with the files it holds. */
interface Analysed {
  piece: WeakRef<Piece>;
  parts: StructureParts;
  analysis: Analysis;
}

/** Of the pieces analysed last, the latest first: the open one, one with tracks, those beside it. */
let latest: readonly Analysed[] = [];
const MAX_LATEST = 6;

/**
 * Types along each row, the order of strands, where each is used, and what does not fit. It is not worked out again for
 * one of the pieces analysed last, and taken over from such a one where only literal numbers differ.
 * @example analyse(piece).types.get('s1')!.at(-1)!.gives; // 'float'
 */
export function analyse(piece: Piece): Analysis {
  const same = latest.find((other) => other.piece.deref() === piece);
  if (same) return same.analysis;
  const similar = latest.find((other) => isSameStructure(other.parts, piece));
  const analysis = similar ? takenOver(similar, piece) : analyseWhole(piece);
  const { loop, controls, strands } = piece;
  const parts = { loop, controls, strands, assets: piece.assets.map(({ id }) => ({ id })) };
  const now = { piece: new WeakRef(piece), parts, analysis };
  latest = [now, ...latest.filter((other) => other !== similar)].slice(0, MAX_LATEST);
  return analysis;
}

/** The same analysis with the strands and steps of another piece, which has the same structure. */
function takenOver({ parts: before, analysis }: Analysed, piece: Piece): Analysis {
  const changed = new Map(piece.strands.flatMap((s, i) => (s === before.strands[i] ? [] : [[s.id, s] as const])));
  const types = new Map(analysis.types);
  for (const [id, { steps }] of changed)
    types.set(
      id,
      types.get(id)!.map((row, i) => ({ ...row, step: steps[i]! })),
    );
  return { ...analysis, order: analysis.order.map((s) => changed.get(s.id) ?? s), types };
}

function analyseWhole(piece: Piece): Analysis {
  const order = orderStrands(piece);
  const rough = allRows(order, new Costs(false, piece.loop.frames));
  const { types, skipped } = rough.skipped.size === 0 ? rough : allRows(order, new Costs(true, piece.loop.frames));
  const uses = new Map<string, Use[]>(piece.strands.map((s) => [s.id, []]));
  const problems: Problem[] = [];
  for (const strand of piece.strands) {
    for (const row of types.get(strand.id)!) {
      const problem = stepProblem(strand, row, skipped.get(row.step));
      if (problem) problems.push(problem);
      for (const [param, value] of Object.entries(row.step.params))
        if (isLink(value)) uses.get(value.link)?.push({ strand: strand.id, step: row.step.id, param });
      if (row.definition && row.active) problems.push(...paramProblems(piece, strand, row, types));
    }
  }
  return { structure: {}, order, types, uses, problems };
}

/** Type that a strand gives after a step (or after its last), or null where it gives none. */
export function typeAfter(types: Map<string, StepTypes[]>, strand: string, step?: string): RunType | null {
  const rows = types.get(strand) ?? [];
  const row = step ? rows.find((r) => r.step.id === step) : rows[rows.length - 1];
  return row?.gives ?? null;
}

/** The step as it stands in the row: with what turns it on and off, where that is set. */
function resolved(known: StepDefinition, step: Step, takes: RunType | null): ResolvedStep {
  const own = asWritten(known, step, takes);
  const goes = step.params[enabledParam.id] !== undefined && canBeDisabled(own, takes, outputType(own, takes));
  return goes ? withEnabled(own) : own;
}

/** Can the step of a row be skipped from frame to frame, or is that said of it already? */
export function mayBeDisabled({ step, definition, takes, gives }: StepTypes): boolean {
  if (!definition) return false;
  return step.params[enabledParam.id] === undefined
    ? canBeDisabled(definition, takes, gives)
    : definition.params.includes(enabledParam);
}

/**
 * The step with what the artist wrote in it. That comes from anywhere, so whatever goes wrong while it is
 * read ends as a sentence at the step.
 */
function asWritten(known: StepDefinition, step: Step, takes: RunType | null): ResolvedStep {
  if (!known.resolve) return known;
  try {
    return known.resolve(step, takes);
  } catch {
    return {
      ...known,
      glsl: undefined,
      gives: 'same',
      broken: { sentence: 'This text is more than can be read here; make it shorter.', line: 1, column: 1, length: 1 },
    };
  }
}

/** Types along every row, and why steps are skipped that have no effect, or would make their row too much. */
function allRows(order: Strand[], costs: Costs) {
  const skipped = new Map<Step, string>();
  return { types: new Map(order.map((strand) => [strand.id, rowTypes(strand, costs, skipped)])), skipped };
}

function rowTypes(strand: Strand, costs: Costs, skipped: Map<Step, string>): StepTypes[] {
  let running: RunType | null = null;
  const rows: StepTypes[] = [];
  for (const [i, step] of strand.steps.entries()) {
    const takes: RunType | null = running;
    const known = definitionOf(step.op);
    const definition = known && resolved(known, step, takes);
    const source = definition?.takes.length === 0;
    const fits =
      definition !== undefined &&
      kindOf(definition) === strand.kind &&
      (i === 0 ? source : takes !== null && definition.takes.includes(takes));
    const runs = fits && !(step.off && i > 0) && !(definition.broken && !definition.glsl);
    const passed: SkippedStep = { step, definition, takes, gives: takes, active: false };
    rows.push(runs ? { step, definition, takes, gives: outputType(definition, takes), active: true } : passed);
    const useless = withoutEffect(rows);
    if (useless !== null) rows[i] = passed;
    // What is skipped is counted as well: with nothing.
    const tooCostly = costs.add(strand, rows, i);
    const sentence = useless ?? tooCostly;
    if (sentence !== null) {
      rows[i] = passed;
      skipped.set(step, sentence);
    }
    running = rows[i]!.gives;
  }
  return rows;
}

function stepProblem(strand: Strand, row: StepTypes, skipped: string | undefined): Problem | null {
  const at = { strand: strand.id, step: row.step.id };
  if (skipped) return { ...at, sentence: skipped };
  if (!row.definition)
    return {
      ...at,
      sentence:
        `The step "${row.step.op}" is not known here. It stays as it is and is skipped; a newer ` +
        'Calm Lattice may know it.',
    };
  const { broken } = row.definition;
  if (broken && !row.step.off)
    return {
      ...at,
      param: 'text',
      sentence:
        `${row.definition.name}, line ${broken.line}, column ${broken.column}: ${broken.sentence} ` +
        `${row.definition.glsl ? 'What ran last goes on.' : 'The step is skipped.'}`,
    };
  if (row.active || row.step.off) return null;
  if (row.takes === null)
    return { ...at, sentence: `A strand begins with a source, and "${row.definition.name}" is not one.` };
  return {
    ...at,
    sentence:
      `"${row.definition.name}" takes ${row.definition.takes.join(' or ') || 'nothing'}, and here ` +
      `${row.takes} runs through the row.`,
  };
}

function paramProblems(piece: Piece, strand: Strand, row: KnownStep, types: Map<string, StepTypes[]>): Problem[] {
  return row.definition.params.flatMap((param) => {
    const { name } = row.definition;
    const problem = paramProblem(piece, row, param, types);
    const sentence = isUnlinked(row, param)
      ? `${name} needs ${NEEDED[param.kind] ?? `a ${param.kind}: choose one.`}`
      : problem && `${name}, ${param.name.toLowerCase()}: ${problem}`;
    return sentence ? [{ strand: strand.id, step: row.step.id, param: param.id, sentence }] : [];
  });
}

/** What a step takes from another strand, where that is called otherwise than the strand. */
const NEEDED: Partial<Record<Kind, string>> = { finish: 'a picture: choose a finish.' };

/** Is this a strand that the step needs, and none is chosen? */
const isUnlinked = (row: KnownStep, param: Param): param is Param & { type: 'strand' } => {
  const value = valueOf(row.step, param);
  const isLinked = isLink(value) || isControlRef(value) || isKeyed(value) || row.step.lost?.[param.id] !== undefined;
  return param.type === 'strand' && !isLinked && !(param.optional && value === undefined);
};

function paramProblem(piece: Piece, row: KnownStep, param: Param, types: Map<string, StepTypes[]>): string | null {
  const value = valueOf(row.step, param);
  const lost = row.step.lost?.[param.id];
  if (lost !== undefined)
    return `the strand "${lost}" that it was linked to was deleted; link another one, or set a value.`;
  if (isLink(value)) return linkProblem(piece, row.definition, param, value, types);
  if (isKeyed(value)) {
    if (!acceptsLinks(row.definition, param)) return 'it is fixed when the form is made and cannot have keys.';
    return keysFit(param, value) ? null : 'its keys hold values of the wrong type; the default is used.';
  }
  if (isControlRef(value)) {
    const control = controlById(piece, value.control);
    if (!control) return 'the control it follows is gone; the default is used.';
    return literalFits(param, control.value)
      ? null
      : `the control "${control.name}" holds something else; the default is used.`;
  }
  if (param.type === 'strand') return null;
  if (param.type === 'mesh' && typeof value === 'string' && value !== '' && !piece.assets.some((a) => a.id === value))
    return 'its file is no longer in the piece; drop it in again.';
  if (
    param.type === 'picture' &&
    typeof value === 'string' &&
    value !== '' &&
    !piece.assets.some((a) => a.id === value)
  )
    return 'its picture is no longer in the piece; drop it in again.';
  return literalFits(param, value) ? null : 'the value has the wrong type; the default is used.';
}

/** Why a link cannot feed a parameter, or null where it can. */
export function linkProblem(
  piece: Piece,
  definition: StepDefinition,
  param: Param,
  link: Link,
  types: Map<string, StepTypes[]>,
): string | null {
  const from = strandById(piece, link.link);
  if (!from) return 'it is linked to a strand that is not there.';
  if (param.type === 'strand')
    return from.kind === param.kind ? null : `it needs a ${param.kind} strand, and "${from.name}" is a ${from.kind}.`;
  if (!acceptsLinks(definition, param)) return 'it is fixed when the form is made and cannot be linked.';
  const kinds = linkKinds(kindOf(definition), param);
  if (!kinds.includes(from.kind))
    return `it can follow a ${kinds.join(' or a ')}, and "${from.name}" is a ${from.kind}.`;
  const gives = typeAfter(types, link.link, link.step);
  if (!gives) return `"${from.name}" gives nothing yet.`;
  const seen = link.swizzle ? 'float' : gives;
  const wanted = linkTypes(param);
  if (!wanted.includes(seen)) return `it cannot take ${seen} from "${from.name}".`;
  if (param.type === 'number' && seen !== 'float') return `"${from.name}" gives ${gives}; pick one component of it.`;
  if (link.swizzle && gives === 'float') return `"${from.name}" gives one number; it has no component ${link.swizzle}.`;
  if (link.swizzle === 'z' && gives === 'vec2') return `"${from.name}" gives two numbers; it has no component z.`;
  return null;
}
