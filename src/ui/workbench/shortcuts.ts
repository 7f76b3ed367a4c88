import { useEffect } from 'react';
import { strandById } from '@/core/piece/types';
import { canLook } from '@/core/preview/look';
import { pick, toggleLook, usePanels } from '@/state/panels';
import { useTransport } from '@/state/transport';
import { redo, undo, useWorkbench } from '@/state/workbench';
import { focusSelectedSoon } from '../lattice/focus';
import { neighbour } from '../lattice/neighbour';
import { focusTuning } from '../tuning/focus';
import { pasteAfter, removeSelected, savePiece, shiftRow, shiftStep, switchStep, takeStep } from './actions';

/** Keys that work wherever no text is being typed. The command list shows them too. */
export const KEYS: { keys: string; about: string }[] = [
  { keys: 'Arrows', about: 'walk the lattice' },
  { keys: 'Enter', about: 'tune the selected step' },
  { keys: 'A', about: 'add a step after the selected one' },
  { keys: 'N', about: 'new strand' },
  { keys: 'Delete', about: 'remove the selected step' },
  { keys: '[ and ]', about: 'move the step left or right' },
  { keys: 'L', about: 'look at the step on the stage, and back' },
  { keys: 'Ctrl+C, Ctrl+V', about: 'copy the step, paste steps or strands' },
  { keys: 'Alt+Up, Alt+Down', about: 'move the strand' },
  { keys: 'O', about: 'switch the step off or on' },
  { keys: 'Escape', about: 'let go of the selection: picture and loop settings' },
  { keys: 'Space', about: 'play or pause' },
  { keys: ', and .', about: 'one frame back or on' },
  { keys: 'Ctrl+Z, Ctrl+Shift+Z', about: 'undo, redo' },
  { keys: 'Ctrl+K', about: 'everything by name' },
  { keys: 'Ctrl+S', about: 'save the piece as a file' },
];

function typing(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  return (
    target.isContentEditable ||
    (target instanceof HTMLInputElement && target.type !== 'range' && target.type !== 'checkbox') ||
    target instanceof HTMLTextAreaElement
  );
}

/** Does what a key stands for. @returns whether it stands for anything here */
export function runShortcut(event: KeyboardEvent): boolean {
  const { piece, selected } = useWorkbench.getState();
  const { frame, playing, play, goTo } = useTransport.getState();
  const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
  if (event.ctrlKey || event.metaKey) {
    if (key === 'k') return (usePanels.setState({ commands: true }), true);
    if (key === 's') return (savePiece(), true);
    if (typing(event.target)) return false;
    if (key === 'c' && selected && !window.getSelection()?.toString()) return (takeStep(selected), true);
    if (key === 'v') return (pasteAfter(selected), true);
    if (key === 'z') return (event.shiftKey ? redo() : undo(), focusSelectedSoon(), true);
    if (key === 'y') return (redo(), focusSelectedSoon(), true);
    return false;
  }
  if (event.altKey && selected && (key === 'ArrowUp' || key === 'ArrowDown') && !typing(event.target))
    return (shiftRow(selected.strand, key === 'ArrowUp' ? -1 : 1), true);
  if (event.altKey || typing(event.target) || document.querySelector('[role="dialog"],[role="menu"],[role="listbox"]'))
    return false;
  const onControl =
    event.target instanceof HTMLElement && event.target.closest('button,a,[role="slider"],input') !== null;
  if (key === ' ' && !onControl) return (play(!playing), true);
  if (key === ',' || key === '.') return (play(false), goTo(frame + (key === '.' ? 1 : -1), piece.loop.frames), true);
  if (key === 'Escape' && usePanels.getState().looking) return (usePanels.setState({ looking: null }), true);
  if (key === 'Escape') return (useWorkbench.getState().select(null), true);
  if (key === 'n') return (pick({ for: 'strand', kind: null }), true);
  const inLattice =
    event.target === document.body ||
    (event.target instanceof HTMLElement && event.target.closest('[data-lattice]') !== null);
  if (inLattice && key.startsWith('Arrow')) return walk(key);
  if (!selected) return false;
  if (key === 'Enter' && event.target === document.body) return (focusTuning(), true);
  const steps = strandById(piece, selected.strand)?.steps ?? [];
  const at = steps.findIndex((s) => s.id === selected.step);
  if (key === 'a' || key === '+') return (pick({ for: 'step', strand: selected.strand, at: at + 1 }), true);
  if (key === 'l' && canLook(strandById(piece, selected.strand))) return (toggleLook(selected), true);
  if (key === 'o') return (switchStep(selected), true);
  if (key === '[' || key === ']') return (shiftStep(selected, key === '[' ? -1 : 1), true);
  if ((key === 'Delete' || key === 'Backspace') && inLattice)
    return (removeSelected(selected), focusSelectedSoon(), true);
  return false;
}

/** Selects the cell that an arrow leads to. */
function walk(key: string): boolean {
  const { piece, selected, select } = useWorkbench.getState();
  const { folded, foldedBundles } = usePanels.getState();
  const to = neighbour(piece, folded, selected, key, foldedBundles);
  if (!to) return false;
  select(to);
  focusSelectedSoon();
  return true;
}

export function useShortcuts(): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      // A dialog, menu or list has had the key already.
      if (!event.defaultPrevented && runShortcut(event)) event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}
