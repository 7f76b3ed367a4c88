import { create } from 'zustand';
import type { KeysKeep } from '@/core/piece/beats';
import type { Clip } from '@/core/parts/clip';
import { KINDS, type Kind, type ParamAt, type StepAt } from '@/core/piece/types';
import type { Standpoint } from '@/core/piece/walls';
import type { LookOn } from '@/core/preview/look';
import { soundEntries, type Soundness } from '@/core/stored';
import { onRememberedElsewhere, readRemembered, remembered } from '../storage/remembered';
import type { Version } from '../storage/version-store';

/** A step that the stage shows in place of the picture, and on what. */
export interface Looking {
  strand: string;
  step: string;
  shownOn: LookOn;
}

/** A step whose form is too coarse for it, while that is shown on the stage. */
export interface CoarseStep {
  strand: string;
  step: string;
}

/**
 * Where what is new would go: a new strand of a kind (which then feeds a parameter), a place in a row, or in place of
 * a step.
 */
export type Picking =
  | { for: 'strand'; kind: Kind | null; into?: ParamAt }
  | { for: 'step'; strand: string; at: number }
  | ({ for: 'replace' } & StepAt);

/** A recipe or saved part that goes where it belongs. */
export interface PickingPart {
  for: 'part';
}

/** What lies below the stage, in their order. */
export const SIDES = ['tuning', 'desk', 'outputs'] as const;
export type SidePanel = (typeof SIDES)[number];

/** Where the artist stands in the hall, and how bright its dark walls are there: cd/m². */
export interface HallView extends Standpoint {
  black: number;
}

/** What is open beside the piece, and what of it is looked at: over when the piece is left. */
interface Opened {
  picking: Picking | PickingPart | null;
  checks: boolean;
  exporting: boolean;
  commands: boolean;
  /** The saved parts. */
  parts: boolean;
  /** The step whose page of the catalogue is open, by its op. */
  aboutStep: string | null;
  /** The stage shows the frame pixel by pixel. */
  pixels: boolean;
  /** The stage shows the walls in the hall, seen from here. */
  hall: HallView | null;
  /** Edits and versions. */
  history: boolean;
  /** The version that lies beside the picture. */
  version: Version | null;
  /** What is about to be kept as a part. */
  partToSave: Clip | null;
  /** Keys and first steps. */
  help: boolean;
  foldedBundles: string[];
  /** The picture has the window; tuning floats over it, and the rows are out of sight. */
  large: boolean;
  /** What lies below the stage. */
  side: SidePanel;
  /** The output that is selected. */
  output: string | null;
  /** A bundle that was just made: it asks for its name. */
  newBundle: string | null;
  /** The look that is shown beside the present settings. */
  compare: string | null;
  /** Where the picture is split for that, 0..1. */
  split: number;
  /** Field step that the stage shows in place of the picture. */
  looking: Looking | null;
  /** A step of a finish that is looked at is split against the picture before it. */
  before: boolean;
  coarse: CoarseStep | null;
}

/** How an artist works here: it stays from piece to piece and from visit to visit, and is one for all tabs. */
interface Habits {
  /** Small rows; null leaves it to the number of strands. */
  compact: boolean | null;
  folded: Kind[];
  /** How loud the sound of the piece is here, 0 to 1, and whether it is heard at all. */
  volume: number;
  muted: boolean;
  /** What keys keep when the loop becomes longer or shorter. */
  keysKeep: KeysKeep;
}

type Panels = Opened & Habits;

const CLOSED: Opened = {
  picking: null,
  checks: false,
  exporting: false,
  commands: false,
  parts: false,
  aboutStep: null,
  pixels: false,
  hall: null,
  history: false,
  version: null,
  partToSave: null,
  help: false,
  foldedBundles: [],
  large: false,
  side: 'tuning',
  output: null,
  compare: null,
  split: 0.5,
  newBundle: null,
  looking: null,
  before: false,
  coarse: null,
};

const HABITS: Habits = { compact: null, folded: [], volume: 0.8, muted: false, keysKeep: 'parts' };

const KEY = 'calm-lattice/habits';
/** What each habit may be. */
const IS_SOUND: Soundness<Habits> = {
  compact: (stored) => stored === null || typeof stored === 'boolean',
  folded: (stored) => Array.isArray(stored) && stored.every((kind) => KINDS.includes(kind as Kind)),
  volume: (stored) => typeof stored === 'number' && stored >= 0 && stored <= 1,
  muted: (stored) => typeof stored === 'boolean',
  keysKeep: (stored) => stored === 'parts' || stored === 'frames',
};

/** Habits as an earlier visit left them; one that is not sound is as it was at first. */
const kept = (): Habits => soundEntries(readRemembered(KEY), HABITS, IS_SOUND);

/** Which panels are open, and how the lattice is laid out. Not part of the piece. */
export const usePanels = create<Panels>()(() => ({ ...CLOSED, ...kept() }));

usePanels.subscribe((now, before) => {
  const habits = Object.keys(HABITS) as (keyof Habits)[];
  if (habits.some((habit) => now[habit] !== before[habit]))
    remembered.setItem(KEY, JSON.stringify(Object.fromEntries(habits.map((habit) => [habit, now[habit]]))));
});
onRememberedElsewhere(KEY, () => usePanels.setState(kept()));

/** Closes what belongs to the piece that is left. */
export const closePanels = (): void => usePanels.setState(CLOSED);

/** Strands up to which rows are large by themselves. */
const MAX_LARGE_ROWS = 9;

export const isCompact = (compact: boolean | null, strands: number) => compact ?? strands > MAX_LARGE_ROWS;

export const pick = (picking: Picking | PickingPart | null) => usePanels.setState({ picking });

/** Looks at a step on the stage, or goes back to the picture. */
export function toggleLook(at: StepAt): void {
  usePanels.setState(({ looking }) => ({
    looking:
      looking?.strand === at.strand && looking.step === at.step
        ? null
        : { ...at, shownOn: looking?.shownOn ?? 'objects' },
  }));
}

export function toggleBundle(id: string): void {
  usePanels.setState(({ foldedBundles }) => ({
    foldedBundles: foldedBundles.includes(id) ? foldedBundles.filter((b) => b !== id) : [...foldedBundles, id],
  }));
}

export function toggleFold(kind: Kind): void {
  usePanels.setState(({ folded }) => ({
    folded: folded.includes(kind) ? folded.filter((k) => k !== kind) : [...folded, kind],
  }));
}
