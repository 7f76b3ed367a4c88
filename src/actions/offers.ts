import { KINDS, strandById, type Kind, type ParamAt, type Piece } from '@/core/piece/types';
import {
  CATALOGUE,
  definitionOf,
  paramOf,
  fitting,
  kindOf,
  linkTypes,
  outputType,
  shapedFor,
  type Param,
  type RunType,
  type StepDefinition,
} from '@/core/steps';
import { acceptsLinks, analyse, linkKinds } from '@/core/weave';
import type { Picking } from '@/state/panels/panels';
import type { Selection } from '@/state/workbench';

/** A step that can be added, and what it is put behind where it needs something to run in. */
export interface Offer {
  definition: StepDefinition;
  /** The first of the steps before it. */
  first?: StepDefinition;
  /** All of them, where there are several, or with settings of their own. */
  ground?: StepDefinition['ground'];
}

/** What a new strand begins with for a step that needs something to run in. */
const GROUND: Partial<Record<Kind, string>> = {
  field: 'field.position',
  signal: 'signal.cycle',
  form: 'form.ball',
  surface: 'surface.lit',
};

/** What runs into the place of a step, and what the step after it takes (null where none follows). */
export function gapOf(
  piece: Piece,
  picking: Exclude<Picking, { for: 'strand' }>,
): { kind: Kind; running: RunType | null; wanted: RunType[] | null } | null {
  const strand = strandById(piece, picking.strand);
  if (!strand) return null;
  const rows = analyse(piece).types.get(strand.id)!;
  const at = picking.for === 'step' ? picking.at : rows.findIndex((r) => r.step.id === picking.step);
  const next = rows[picking.for === 'step' ? at : at + 1];
  return {
    kind: strand.kind,
    running: at === 0 ? null : (rows[at - 1]?.gives ?? null),
    wanted: next?.definition?.takes ?? null,
  };
}

/** Steps that fit where something is to be added: the input must suit them, the output must suit the next. */
export function offered(piece: Piece, picking: Picking): Offer[] {
  if (picking.for === 'strand') {
    const kinds = picking.kind ? [picking.kind] : KINDS;
    const taker = picking.into && strandById(piece, picking.into.strand)?.kind;
    const all = [...kinds.flatMap(beginning), ...kinds.flatMap((kind) => behindGround(kind, taker))];
    const fits = picking.into && fitsInto(piece, picking.into);
    return fits ? all.filter(fits) : all;
  }
  const gap = gapOf(piece, picking);
  const steps = gap ? fitting(gap.kind, gap.running).filter((d) => shapedFor(d, gap.running, gap.wanted)) : [];
  return steps.map((definition) => ({ definition }));
}

const beginning = (kind: Kind): Offer[] => fitting(kind, null).map((definition) => ({ definition }));

/** Fields of a finish are asked for at each place of the picture. */
const GROUND_IN_PICTURE: typeof GROUND = { ...GROUND, field: 'field.screen' };

/** What a new strand of a kind begins with, by the strand that takes from it. */
const groundOf = (kind: Kind, taker: Kind | undefined): StepDefinition | undefined =>
  definitionOf((taker === 'finish' ? GROUND_IN_PICTURE : GROUND)[kind] ?? '');

/** Steps that cannot begin a strand, behind one that can. @param taker kind of the strand that the new one is for */
function behindGround(kind: Kind, taker: Kind | undefined): Offer[] {
  const on = groundOf(kind, taker);
  if (!on) return [];
  const own = CATALOGUE.filter((d) => kindOf(d) === kind && d.ground && !d.hidden).map((definition) => ({
    definition,
    first: definitionOf(definition.ground![0]!.op)!,
    ground: definition.ground,
  }));
  const usual = fitting(kind, outputType(on, null))
    .filter((d) => d.takes.length > 0 && !d.ground)
    .map((definition) => ({ definition, first: on }));
  return [...usual, ...own];
}

/** What an offer gives. */
const givesOf = ({ definition, first }: Offer) => outputType(definition, first ? outputType(first, null) : null);

/** Which offers fit a parameter that the new strand is to feed. */
function fitsInto(piece: Piece, at: ParamAt): ((offer: Offer) => boolean) | undefined {
  const param = paramAt(piece, at);
  if (!param || param.type === 'strand') return undefined;
  const wanted = param.type === 'number' ? ['float'] : linkTypes(param);
  return (offer) => (wanted as string[]).includes(givesOf(offer));
}

function paramAt(piece: Piece, at: ParamAt): Param | undefined {
  const step = strandById(piece, at.strand)?.steps.find((s) => s.id === at.step);
  return step && paramOf(step, at.param);
}

/** Kinds of strands that a parameter can be linked to; none where it takes no links. */
export function kindsFor(definition: StepDefinition, param: Param): Kind[] {
  if (param.type === 'strand') return [param.kind];
  const isLinkable = linkTypes(param).length > 0 && acceptsLinks(definition, param);
  return isLinkable ? linkKinds(kindOf(definition), param) : [];
}

/** Steps of the same group that could stand in place of one, itself among them, in the order of the catalogue. */
export function alternatives(piece: Piece, at: Selection): StepDefinition[] {
  const op = strandById(piece, at.strand)?.steps.find((s) => s.id === at.step)?.op;
  const definition = definitionOf(op ?? '');
  if (!definition) return [];
  return offered(piece, { for: 'replace', ...at })
    .map((offer) => offer.definition)
    .filter((d) => d.group === definition.group);
}
