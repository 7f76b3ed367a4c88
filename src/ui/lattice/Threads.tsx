import { useEffect, useLayoutEffect, useState, type RefObject } from 'react';
import { isLink, strandById, type Piece } from '@/core/piece/types';
import type { Selection } from '@/state/workbench';

interface Props {
  sheet: RefObject<HTMLDivElement | null>;
  piece: Piece;
  selected: Selection | null;
  /** Changes whenever rows may have moved. */
  layout: string;
}

interface LinkThread {
  from: [number, number];
  end: [number, number];
}

/** Threads from the strands that the selected cell takes from, and only its own. */
export function Threads({ sheet, piece, selected, layout }: Props) {
  const [threads, setThreads] = useState<LinkThread[]>([]);
  /** Counts how often a row was scrolled. */
  const [scrolled, setScrolled] = useState(0);
  const cell = selected && `${selected.strand}/${selected.step}`;
  // Numbers that are dragged move no thread: only what is linked, and where rows stand, is looked at.
  const ends = selected ? endsOf(piece, selected).join(' ') : '';
  const rows = piece.strands.map((s) => `${s.id} ${s.steps.map((t) => t.id).join()}`).join(';');
  useLayoutEffect(() => {
    setThreads(sheet.current && cell && ends ? threadsOf(sheet.current, cell, ends.split(' ')) : []);
  }, [sheet, cell, ends, rows, layout, scrolled]);
  useEffect(() => {
    const rows = sheet.current!;
    const moved = () => setScrolled((n) => n + 1);
    // Scrolling does not bubble.
    rows.addEventListener('scroll', moved, true);
    return () => rows.removeEventListener('scroll', moved, true);
  }, [sheet]);
  if (threads.length === 0) return null;
  return (
    <svg className="pointer-events-none absolute inset-0 z-20 size-full" aria-hidden>
      {threads.map(({ from: [x1, y1], end: [x2, y2] }, i) => (
        <g key={i} fill="none" stroke="var(--color-lichen)" strokeOpacity="0.7">
          <path
            d={`M${x1} ${y1}C${x1} ${y1 + (y2 - y1) * 0.6} ${x2} ${y2 - (y2 - y1) * 0.6} ${x2} ${y2}`}
            strokeWidth="1.2"
          />
          <circle cx={x1} cy={y1} r="2.5" fill="var(--color-lichen)" />
        </g>
      ))}
    </svg>
  );
}

/** The cells that a step takes from, as strand and step. */
function endsOf(piece: Piece, selected: Selection): string[] {
  const step = strandById(piece, selected.strand)?.steps.find((s) => s.id === selected.step);
  return Object.values(step?.params ?? {})
    .filter(isLink)
    .map(({ link, step: upTo }) => `${link}/${upTo ?? strandById(piece, link)?.steps.at(-1)?.id ?? ''}`);
}

function threadsOf(sheet: HTMLElement, cell: string, ends: readonly string[]): LinkThread[] {
  const base = sheet.getBoundingClientRect();
  const box = (at: string) => seenBox(sheet.querySelector(`[data-cell="${at}"]`));
  const own = box(cell);
  if (!own) return [];
  return ends.flatMap((end): LinkThread[] => {
    const from = box(end);
    if (!from) return [];
    const below = from.top < own.top;
    return [
      {
        from: [from.left - base.left + from.width - 8, from.top - base.top + (below ? from.height : 0)],
        end: [own.left - base.left + 14, own.top - base.top + (below ? 0 : own.height)],
      },
    ];
  });
}

/** Box of a cell; that of one that is scrolled out of its row lies at the edge of the row. */
function seenBox(cell: Element | null): DOMRect | null {
  if (!cell) return null;
  const box = cell.getBoundingClientRect();
  const row = cell.closest('[data-steps]')!.getBoundingClientRect();
  const left = Math.min(Math.max(box.left, row.left), row.right);
  const right = Math.min(Math.max(box.right, row.left), row.right);
  return new DOMRect(left, box.top, right - left, box.height);
}
