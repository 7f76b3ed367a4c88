import { Link2 } from 'lucide-react';
import { follow, expose } from '@/core/piece/desk';
import { addStep, addStrand, setParam } from '@/core/piece/edit';
import {
  isControlRef,
  isLink,
  strandById,
  type Kind,
  type Link,
  type ParamAt,
  type Piece,
  type Strand,
  type Value,
} from '@/core/piece/types';
import { definitionOf, valueOf, type Param, type ResolvedStep } from '@/core/steps';
import { analyse, isBranch, linkKinds, linkProblem, typeAfter, wouldCycle } from '@/core/weave';
import { notify } from '@/state/panels/notify';
import { pick, usePanels } from '@/state/panels/panels';
import { useWorkbench } from '@/state/workbench';
import { Menu, type MenuEntry } from '../parts/Menu';
import { kindsFor } from '@/actions/offers';
import { KIND_WORDS } from '@/actions/words';
import { canFollow, controlFor } from '@/actions/controllable';
import type { ParamPlace } from './param-place';

const LINKED = 'border-lichen bg-lichen text-ink';

const FREE = 'border-soft text-mute hover:border-lichen hover:text-lichen';

interface Props {
  at: ParamAt;
  definition: ResolvedStep;
  param: Param;
  value: Value | undefined;
  set: (value: Value | undefined) => void;
  linkable: boolean;
  /** It can be exposed on the desk. */
  controllable: boolean;
}

/**
 * Every link that fits a parameter: whole strands, one component of those that give several, or a picture up to one of
 * its steps.
 */
export function fittingLinks({
  piece,
  strand,
  definition,
  param,
  analysis,
}: Omit<ParamPlace, 'step'>): { link: Link; label: string; hint: string }[] {
  return piece.strands.flatMap((from) => {
    if (wouldCycle(piece, from.id, strand.id)) return [];
    const gives = typeAfter(analysis.types, from.id);
    const swizzles =
      param.type === 'number' && gives === 'vec3'
        ? (['x', 'y', 'z'] as const)
        : param.type === 'number' && gives === 'vec2'
          ? (['x', 'y'] as const)
          : [undefined];
    return swizzles.flatMap((swizzle) => {
      const link: Link = swizzle ? { link: from.id, swizzle } : { link: from.id };
      if (linkProblem(piece, definition, param, link, analysis.types)) return [];
      const hint = KIND_WORDS[from.kind].one;
      const whole = { link, label: swizzle ? `${from.name}, ${swizzle}` : from.name, hint };
      if (!isBranch(param)) return [whole];
      const upTo = from.steps.slice(0, -1).map((s) => ({
        link: { ...link, step: s.id },
        label: `${from.name}, up to ${definitionOf(s.op)?.name ?? s.op}`,
        hint,
      }));
      return [whole, ...upTo];
    });
  });
}

/** Signals of moments that a parameter may take a pulse of. */
function momentSignals(piece: Piece, strand: Strand, kinds: readonly Kind[]): Strand[] {
  const { types } = analyse(piece);
  const isFree = (s: Strand) => !wouldCycle(piece, s.id, strand.id);
  return kinds.includes('signal')
    ? piece.strands.filter((s) => s.kind === 'signal' && typeAfter(types, s.id) === 'moments' && isFree(s))
    : [];
}

/** Links a number to moments: they are no number, so a pulse of them is put between. */
function linkPulse(at: ParamAt, from: Strand): void {
  useWorkbench.getState().edit((p) => {
    const taken = addStrand(p, 'signal', `${from.name} pulse`, 'signal.from', {
      what: 'moments',
      moments: { link: from.id },
    });
    const { id } = taken.strands.at(-1)!;
    return setParam(addStep(taken, id, 1, 'signal.pulse'), at.strand, at.step, at.param, { link: id });
  });
  notify('done', `A pulse of "${from.name}" is between: moments themselves are no number.`);
}

/** What a parameter can follow, as the piece is now. */
function entries({ at, definition, param, value, set, linkable, controllable }: Props): MenuEntry[] {
  const { edit, piece } = useWorkbench.getState();
  const strand = strandById(piece, at.strand)!;
  const links = linkable ? fittingLinks({ piece, strand, definition, param, analysis: analyse(piece) }) : [];
  const items: MenuEntry[] = links.map((l) => ({ label: l.label, hint: l.hint, run: () => set(l.link) }));
  if (linkable && param.type === 'number')
    for (const from of momentSignals(piece, strand, linkKinds(strand.kind, param)))
      items.push({ label: from.name, hint: 'moments, as a pulse', run: () => linkPulse(at, from) });
  if (linkable && items.length > 0) items.push('line');
  if (linkable)
    for (const kind of kindsFor(definition, param))
      items.push({
        label: `New ${KIND_WORDS[kind].one} here`,
        hint: 'made and linked',
        run: () => pick({ for: 'strand', kind, into: at }),
      });
  if (controllable && !isLink(value)) {
    const fitting = piece.controls.filter(
      (c) => canFollow(param, c) && !(isControlRef(value) && value.control === c.id),
    );
    if (items.length > 0) items.push('line');
    const step = strand.steps.find((t) => t.id === at.step)!;
    const control = isControlRef(value) ? null : controlFor(strand, param, value ?? valueOf(step, param));
    if (control)
      items.push({
        label: 'Expose on the desk',
        hint: 'a new control',
        run: () => {
          edit((p) => expose(p, at, control));
          notify('done', `"${control.name}" is on the desk now.`, {
            label: 'To the desk',
            run: () => usePanels.setState({ side: 'desk' }),
          });
        },
      });
    items.push(
      ...fitting.map((c) => ({
        label: `Follow ${c.name}`,
        hint: 'control',
        run: () => edit((p) => follow(p, at, c.id)),
      })),
    );
  }
  if (isLink(value) || isControlRef(value)) items.push('line', { label: 'Unlink', run: () => set(undefined) });
  return items;
}

export function LinkMenu(props: Props) {
  const { param, value } = props;
  const linked = isLink(value) || isControlRef(value);
  return (
    <Menu
      trigger={
        <button
          type="button"
          aria-label={`Link ${param.name}`}
          title={linked ? 'Linked' : 'Link to a strand'}
          className={`grid size-6 place-items-center rounded-full border ${linked ? LINKED : FREE}`}
        >
          <Link2 size={13} />
        </button>
      }
      items={() => entries(props)}
    />
  );
}
