import { create } from 'zustand';
import type { ParamAt } from '@/core/piece/desk';
import type { KeysKeep } from '@/core/piece/beats';
import type { Clip } from '@/core/piece/clip';
import type { Kind, StepAt } from '@/core/piece/types';
import type { LookOn } from '@/core/preview/look';
import type { Version } from './version-store';

/** A step that the stage shows in place of the picture, and on what. */
export interface Looking {
  strand: string;
  step: string;
  on: LookOn;
}

/** A step whose form is too coarse for it, while that is shown on the stage. */
export interface Coarse {
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

/** A recipe or kept part that goes where it belongs. */
export interface PickingPart {
  for: 'part';
}

interface Panels {
  picking: Picking | PickingPart | null;
  checks: boolean;
  takeAway: boolean;
  commands: boolean;
  /** The kept parts. */
  parts: boolean;
  /** The step whose page of the catalogue is open, by its op. */
  aboutStep: string | null;
  /** The stage shows the frame pixel by pixel. */
  pixels: boolean;
  /** Edits and versions. */
  history: boolean;
  /** The version that lies beside the picture. */
  version: Version | null;
  /** What is about to be kept as a part. */
  keeping: Clip | null;
  /** Keys and first steps. */
  help: boolean;
  /** Small rows; null leaves it to the number of strands. */
  compact: boolean | null;
  folded: Kind[];
  foldedBundles: string[];
  /** The picture has the window; tuning floats over it, and the rows are out of sight. */
  large: boolean;
  /** What lies below the stage. */
  side: 'tuning' | 'desk';
  /** The look that is shown beside the present settings. */
  compare: string | null;
  /** Where the picture is split for that, 0..1. */
  split: number;
  /** Field step that the stage shows in place of the picture. */
  looking: Looking | null;
  /** A step of a finish that is looked at is split against the picture before it. */
  before: boolean;
  coarse: Coarse | null;
  /** How loud the sound of the piece is here, 0 to 1, and whether it is heard at all. */
  volume: number;
  muted: boolean;
  /** What keys keep when the loop becomes longer or shorter. */
  keysKeep: KeysKeep;
}

/** Which panels are open, and how the lattice is laid out. Not part of the piece. */
export const usePanels = create<Panels>()(() => ({
  picking: null,
  checks: false,
  takeAway: false,
  commands: false,
  parts: false,
  pixels: false,
  aboutStep: null,
  history: false,
  version: null,
  keeping: null,
  help: false,
  compact: null,
  folded: [],
  foldedBundles: [],
  large: false,
  side: 'tuning',
  compare: null,
  split: 0.5,
  volume: 0.8,
  muted: false,
  keysKeep: 'parts',
  looking: null,
  before: false,
  coarse: null,
}));

/** Strands up to which rows are large by themselves. */
const LARGE_ROWS = 9;

export const isCompact = (compact: boolean | null, strands: number) => compact ?? strands > LARGE_ROWS;

export const pick = (picking: Picking | PickingPart | null) => usePanels.setState({ picking });

/** Looks at a step on the stage, or goes back to the picture. */
export function toggleLook(at: StepAt): void {
  usePanels.setState(({ looking }) => ({
    looking: looking?.strand === at.strand && looking.step === at.step ? null : { ...at, on: looking?.on ?? 'objects' },
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
