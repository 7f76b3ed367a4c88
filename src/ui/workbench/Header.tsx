import {
  Check,
  CircleHelp,
  Command,
  History as HistoryIcon,
  LibraryBig,
  Redo2,
  TriangleAlert,
  Undo2,
} from 'lucide-react';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState, type MouseEvent } from 'react';
import { useStore } from 'zustand';
import { rename } from '@/core/piece/edit';
import { useChecks, verdictOf } from '@/state/measured/checks';
import { keep, savingProblem, newId } from '@/state/storage/saved';
import { notify } from '@/state/panels/notify';
import { useExports } from '@/actions/exports';
import { usePanels } from '@/state/panels/panels';
import { useRehearsal } from '@/state/playback/rehearsal';
import { redo, undo, useWorkbench } from '@/state/workbench';
import { focusSelectedSoon } from '@/actions/lattice-focus';
import { Button } from '../parts/Button';
import { Mark } from '../parts/Mark';

const ProfileNote = dynamic(() => import('../checks/ProfileNote').then((m) => m.ProfileNote), { ssr: false });

/** Undo and redo by the mouse leave the keyboard at the step concerned; by the keyboard it stays where it is. */
function again(step: () => void, event: MouseEvent): void {
  step();
  if (event.detail > 0) focusSelectedSoon();
}

export function Header() {
  const checks = useChecks();
  const rehearses = useRehearsal((s) => s.isOn);
  const large = usePanels((s) => s.large);
  const play = useWorkbench((s) => s.piece.loop.play);
  const isHeld = useWorkbench((s) => s.piece.profile !== undefined);
  const { problems, numbers, sampling } = checks;
  const count = verdictOf(checks, play).broken.length + problems.length + numbers.length + sampling.length;
  const { pastStates, futureStates } = useStore(useWorkbench.temporal, (s) => s);
  return (
    <header className="flex min-w-0 items-center gap-3 border-b border-line px-4 max-lg:gap-1 max-lg:px-2">
      <Link href="/" aria-label="To the shelf" title="To the shelf" className="rounded-md p-1">
        <Mark />
      </Link>
      <h1 className="sr-only">Workbench</h1>
      <Name />
      <SavingNote />
      <span className="grow" />
      <Button
        look="icon"
        aria-label="Undo"
        title="Undo (Ctrl+Z)"
        disabled={pastStates.length === 0}
        onClick={(e) => again(undo, e)}
      >
        <Undo2 size={16} />
      </Button>
      <Button
        look="icon"
        aria-label="Redo"
        title="Redo (Ctrl+Shift+Z)"
        disabled={futureStates.length === 0}
        onClick={(e) => again(redo, e)}
      >
        <Redo2 size={16} />
      </Button>
      <Button
        look="icon"
        aria-label="History: edits and versions"
        title="History: edits and versions (H)"
        onClick={() => usePanels.setState({ history: true })}
      >
        <HistoryIcon size={16} />
      </Button>
      <Button
        look="icon"
        aria-label="Everything by name"
        title="Everything by name (Ctrl+K)"
        onClick={() => usePanels.setState({ commands: true })}
      >
        <Command size={16} />
      </Button>
      <Button
        look="bare"
        aria-label="Help: keys and first steps"
        title="Keys and first steps (?)"
        onClick={() => usePanels.setState({ help: true })}
      >
        <CircleHelp size={16} />
      </Button>
      <span className="mx-1 h-5 w-px bg-line" />
      {!rehearses && (
        <Button className="lg:hidden" title="V" onClick={() => usePanels.setState({ large: !large })}>
          {large ? 'Rows' : 'Picture'}
        </Button>
      )}
      <Button
        aria-pressed={rehearses}
        title="The picture large, played by hand (P)"
        onClick={() => useRehearsal.setState({ isOn: !rehearses, learning: null })}
      >
        {rehearses ? 'Back to the workbench' : 'Rehearse'}
      </Button>
      <Button onClick={() => usePanels.setState({ checks: true })} className="flex items-center gap-2">
        {count > 0 ? <TriangleAlert size={14} className="text-warn" /> : <Check size={14} className="text-lichen" />}
        <span>Checks</span>
        {isHeld && <ProfileNote />}
        {count > 0 && <span className="rounded-full bg-raised px-1.5 text-warn">{count}</span>}
      </Button>
      <ExportNote />
      <Button look="main" onClick={() => usePanels.setState({ exporting: true })}>
        Export
      </Button>
    </header>
  );
}

/** How far the exports are while the artist works on. */
function ExportNote() {
  const exports = useExports((s) => s.exports);
  const now = exports.find((e) => e.state === 'running');
  if (!now) return null;
  const { done, frames } = now.progress;
  const waiting = exports.filter((e) => e.state === 'waiting').length;
  return (
    <button
      type="button"
      className="tabular rounded px-1.5 py-1 whitespace-nowrap text-mute hover:bg-raised hover:text-text"
      onClick={() => usePanels.setState({ exporting: true })}
    >
      <span className="max-lg:hidden">{now.name} </span>
      {now.isPaused ? 'paused' : `${Math.floor((100 * done) / frames)} %`}
      {waiting > 0 && <span className="max-lg:hidden">, {waiting} more</span>}
    </button>
  );
}

function Name() {
  const name = useWorkbench((s) => s.piece.name);
  const edit = useWorkbench((s) => s.edit);
  return (
    <input
      key={name}
      aria-label="Name of the piece"
      defaultValue={name}
      maxLength={80}
      className="quiet-field max-w-80 min-w-16 shrink [field-sizing:content] px-1.5 py-1 text-[15px] font-semibold"
      onBlur={(e) => e.target.value !== name && edit((p) => rename(p, e.target.value))}
      onKeyDown={(e) => {
        if (e.key === 'Enter') e.currentTarget.blur();
      }}
    />
  );
}

function SavingNote() {
  const saving = useWorkbench((s) => s.saving);
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  if (saving.state === 'saved')
    return (
      <span className="text-mute max-lg:hidden">
        saved {new Date(saving.at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })}
      </span>
    );
  if (saving.state === 'waiting') return <span className="text-mute max-lg:hidden">saving …</span>;
  if (saving.state === 'failed')
    return (
      <span role="alert" className="max-w-md truncate text-bad" title={saving.why}>
        not saved: {saving.why}
      </span>
    );
  const copy = async () => {
    setBusy(true);
    const { piece } = useWorkbench.getState();
    const id = newId();
    try {
      await keep(id, { ...piece, name: `${piece.name} copy`.slice(0, 80) });
      router.push(`/piece/${id}`);
    } catch (error) {
      notify('error', savingProblem(error));
      setBusy(false);
    }
  };
  return (
    <span role="alert" className="flex items-center gap-2 text-warn">
      <LibraryBig size={15} /> Open in another tab: until it is closed there, changes are not saved here.
      <Button disabled={busy} onClick={() => void copy()}>
        Go on in a copy
      </Button>
    </span>
  );
}
