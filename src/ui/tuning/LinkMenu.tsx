import { Link2 } from 'lucide-react';
import { isLink, type Link, type Value } from '@/core/piece/types';
import { linkProblem, typeAfter, wouldCycle } from '@/core/weave';
import { Menu, type MenuItem } from '../parts/Menu';
import { KIND_WORDS } from '../words';
import type { ParamPlace } from './ParamRow';

interface Props extends ParamPlace {
  value: Value | undefined;
  set: (value: Value | undefined) => void;
}

/** Every link that fits a parameter: whole strands, or one component of those that give several. */
export function fittingLinks({ piece, strand, definition, param, analysis }: Omit<ParamPlace, 'step'>): { link: Link; label: string; hint: string }[] {
  return piece.strands.flatMap((from) => {
    if (wouldCycle(piece, from.id, strand.id)) return [];
    const gives = typeAfter(analysis.types, from.id);
    const swizzles = param.type === 'number' && gives === 'vec3' ? (['x', 'y', 'z'] as const) : param.type === 'number' && gives === 'vec2' ? (['x', 'y'] as const) : [undefined];
    return swizzles.flatMap((swizzle) => {
      const link: Link = swizzle ? { link: from.id, swizzle } : { link: from.id };
      if (linkProblem(piece, definition, param, link, analysis.types)) return [];
      return [{ link, label: swizzle ? `${from.name}, ${swizzle}` : from.name, hint: KIND_WORDS[from.kind].one }];
    });
  });
}

export function LinkMenu(props: Props) {
  const { param, value, set } = props;
  const linked = isLink(value);
  const links = fittingLinks(props);
  const items: (MenuItem | 'line')[] = links.map((l) => ({ label: l.label, hint: l.hint, run: () => set(l.link) }));
  if (items.length === 0) items.push({ label: `No ${param.type === 'strand' ? param.kind : 'strand'} fits here yet`, disabled: true, run: () => undefined });
  if (linked) items.push('line', { label: 'Take the link out', run: () => set(undefined) });
  return (
    <Menu
      trigger={
        <button type="button" aria-label={`Link ${param.name}`} title={linked ? 'Linked' : 'Link to a strand'} className={`grid size-6 place-items-center rounded-full border ${linked ? 'border-lichen bg-lichen text-ink' : 'border-soft text-mute hover:border-lichen hover:text-lichen'}`}>
          <Link2 size={13} />
        </button>
      }
      items={items}
    />
  );
}
