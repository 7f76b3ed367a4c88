import { errorSentence } from '@/core/error-sentence';
import { fileStem } from '@/core/formats/file-stem';
import { writePiece } from '@/core/formats/write-piece';
import { PIECE_ENDING } from '@/core/formats/piece-size';
import { clipStrands } from '@/core/parts/clip';
import { insertClip } from '@/core/parts/insert';
import { addStep, addStrand, duplicateStrand, removeStrand, replaceOp, setParam } from '@/core/piece/edit';
import { isLink, stepById, strandById, type Kind, type Piece, type Step } from '@/core/piece/types';
import { definitionOf, kindOf, paramsOf, shapedFor, type StepDefinition } from '@/core/steps';
import { varyStep } from '@/core/steps/vary';
import { analyse, exportGlsl, wouldCycle } from '@/core/weave';
import { notify } from '@/state/panels/notify';
import { usePanels, type Picking } from '@/state/panels/panels';
import { undo, useWorkbench, type Selection } from '@/state/workbench';
import { decoded } from '@/workers/remotes';
import { download } from './download';
import { alternatives, gapOf, type Offer } from './offers';
import { exposeAll } from './controllable';

/** What the artist can do to the piece, wherever it is asked for. */

const state = () => useWorkbench.getState();

/**
 * Strands that a new step most likely means: the newest of the kind it needs.
 * @param taker the strand that takes from the step; what takes from that itself would close a circle
 */
function likelyLinks(piece: Piece, definition: StepDefinition, taker: string | undefined): Step['params'] {
  const params: Step['params'] = {};
  for (const param of definition.params) {
    if (param.type !== 'strand' || param.optional) continue;
    const free = piece.strands.filter((s) => s.kind === param.kind && !(taker && wouldCycle(piece, s.id, taker)));
    const unused = free.filter(
      (s) =>
        !piece.strands.some((x) =>
          x.steps.some((t) => Object.values(t.params).some((v) => isLink(v) && v.link === s.id)),
        ),
    );
    const chosen = unused[unused.length - 1] ?? free[free.length - 1];
    if (chosen) params[param.id] = { link: chosen.id };
  }
  return params;
}

/** Adds a step where it was picked for; one that needs something to run in with what it runs in. */
export function addPicked(picking: Picking, { definition, first, ground }: Offer): void {
  const { piece, edit, select } = state();
  const taker = picking.for === 'strand' ? picking.into?.strand : picking.strand;
  const params = likelyLinks(piece, definition, taker);
  if (picking.for === 'strand') {
    const { into } = picking;
    edit((p) => {
      const name = definition.name.toLowerCase();
      const before = ground ?? (first ? [{ op: first.op, params: likelyLinks(p, first, taker) }] : []);
      const [source, ...more] = [...before, { op: definition.op, params }];
      const begun = addStrand(p, kindOf(definition), name, source!.op, source!.params ?? {});
      const id = begun.strands.at(-1)!.id;
      const whole = more.reduce((q, { op, params: own }, i) => addStep(q, id, i + 1, op, own ?? {}), begun);
      return into ? setParam(whole, into.strand, into.step, into.param, { link: id }) : whole;
    });
    const strand = state().piece.strands.at(-1);
    if (strand) select({ strand: strand.id, step: strand.steps.at(-1)!.id });
    return;
  }
  const gap = gapOf(piece, picking);
  const shaping = (gap && shapedFor(definition, gap.running, gap.wanted)) ?? {};
  if (picking.for === 'replace') {
    edit((p) =>
      Object.entries(shaping).reduce(
        (q, [id, value]) => setParam(q, picking.strand, picking.step, id, value),
        replaced(p, picking, definition),
      ),
    );
    return;
  }
  edit((p) => addStep(p, picking.strand, picking.at, definition.op, { ...params, ...shaping }));
  const step = strandById(state().piece, picking.strand)?.steps[picking.at];
  if (step) select({ strand: picking.strand, step: step.id });
}

/** What a step held for each operation that it has been, so that swapping it there and back changes nothing. */
const heldBefore = new Map<string, Map<string, Step['params']>>();

/** Replaces the operation of a step: what both have stays, and what the new one held before comes back. */
function replaced(piece: Piece, at: Selection, definition: StepDefinition): Piece {
  const step = stepById(strandById(piece, at.strand), at.step);
  if (!step) return piece;
  const key = `${state().id} ${at.strand} ${at.step}`;
  const held = heldBefore.get(key) ?? new Map<string, Step['params']>();
  heldBefore.set(key, held.set(step.op, step.params));
  const keeps = paramsOf({ op: definition.op, params: step.params }).map((p) => p.id);
  const now = replaceOp(piece, at.strand, at.step, definition.op, keeps);
  const { params: kept } = stepById(strandById(now, at.strand), at.step)!;
  const earlier = Object.entries(held.get(definition.op) ?? {}).filter(
    ([id, value]) => !(id in kept) && (!isLink(value) || strandById(piece, value.link)),
  );
  return earlier.reduce((p, [id, value]) => setParam(p, at.strand, at.step, id, value), now);
}

/** Puts another step of the group in place of one, round and round; what both have stays. */
export function swapStep(at: Selection, by: number): void {
  const all = alternatives(state().piece, at);
  const op = strandById(state().piece, at.strand)?.steps.find((s) => s.id === at.step)?.op;
  const now = all.findIndex((d) => d.op === op);
  const other = all[(now + by + all.length) % all.length];
  if (now < 0 || !other || all.length < 2) {
    notify('info', 'No other step of its kind fits here.');
    return;
  }
  addPicked({ for: 'replace', ...at }, { definition: other });
}

/** Puts all that a step has out on the desk. */
export function exposeStep(at: Selection): void {
  const { piece, edit } = state();
  const strand = strandById(piece, at.strand);
  const step = stepById(strand, at.step);
  if (!strand || !step) return;
  const { count } = exposeAll(piece, strand, step);
  if (count === 0) return notify('info', 'All parameters of this step are already linked or exposed.');
  edit((p) => exposeAll(p, strand, step).piece);
  notify('done', `${count === 1 ? 'One value is' : `${count} values are`} on the desk now.`, {
    label: 'To the desk',
    run: () => usePanels.setState({ side: 'desk' }),
  });
}

/** Varies the numbers of a step at random. */
export const varySelected = (at: Selection): void =>
  state().edit((p) => varyStep(p, at, Math.floor(Math.random() * 2 ** 31)));

export function deleteStrand(id: string): void {
  const { piece } = state();
  const name = strandById(piece, id)?.name;
  const users = new Set(
    (analyse(piece).uses.get(id) ?? []).filter((u) => u.strand !== id).map((u) => u.step + u.strand),
  );
  state().edit((p) => removeStrand(p, id));
  const used =
    users.size === 0
      ? '.'
      : `; ${users.size === 1 ? '1 step' : `${users.size} steps`} used it, and the checks name where.`;
  notify('info', `"${name}" was deleted${used}`, { label: 'Undo', run: () => undo() });
}

export const copyStrand = (id: string) => state().edit((p) => duplicateStrand(p, id));

export function savePiece(): void {
  const { piece } = state();
  download(`${fileStem(piece.name)}${PIECE_ENDING}`, writePiece(piece), 'application/json');
}

export function saveGlsl(strand: string): void {
  const { piece } = state();
  const name = strandById(piece, strand)?.name ?? 'field';
  void exportGlsl(piece, decoded, strand).then(
    (text) => download(`${fileStem(piece.name)}-${fileStem(name)}.frag`, text, 'text/plain'),
    (error: unknown) => notify('error', `"${name}" cannot be written as GLSL: ${errorSentence(error)}`),
  );
}

/** Kinds of strands that can be exported as GLSL; what is wanted most is first. */
export const KINDS_WITH_GLSL: readonly Kind[] = ['field', 'signal'];

/** Duplicates a strand together with all that it takes from, so that both can go their own way. */
export const duplicateDeep = (strand: string) =>
  state().edit((p) => insertClip(p, clipStrands(p, [strand], true)).piece);

export const nameOf = (step: Step) => definitionOf(step.op)?.name ?? step.op;
