import { DRAWN_CHECKS, type DrawnCheckId } from './drawn';

/** Checks that need no drawing. */
const WORKED_OUT = { seam: 'closes', memory: 'memory settles', numbers: 'numbers', sampling: 'fine enough' } as const;

export type CheckId = keyof typeof WORKED_OUT | DrawnCheckId;

/** What a check is called in a list. */
export const checkName = (id: CheckId): string =>
  id in WORKED_OUT ? WORKED_OUT[id as keyof typeof WORKED_OUT] : DRAWN_CHECKS[id as DrawnCheckId].name.toLowerCase();

export const CHECK_IDS = [...Object.keys(WORKED_OUT), ...Object.keys(DRAWN_CHECKS)] as CheckId[];

export const isDrawn = (id: CheckId): id is DrawnCheckId => id in DRAWN_CHECKS;

/** What a piece is held to before it goes out. */
export interface Profile {
  name: string;
  /** What it asks for, in words. */
  about: string;
  checks: readonly CheckId[];
}

const CLOSES: readonly CheckId[] = ['seam', 'memory', 'numbers'];

/** The profiles, by their ids. */
export const PROFILES: Record<string, Profile> = {
  loop: { name: 'Loop', about: 'closes, settles, gives numbers', checks: CLOSES },
  hall: { name: 'Hall', about: 'closes, no flashes, no bands', checks: [...CLOSES, 'flashes', 'bands'] },
  strict: {
    name: 'Strict',
    about: 'all checks',
    checks: [...CLOSES, 'sampling', 'flashes', 'bands', 'clipping', 'stillness'],
  },
};

/** What is known of each check: whether it passes; what is not known is left out. */
export type KnownChecks = Partial<Record<CheckId, boolean>>;

/** How a piece stands to a profile. */
export interface ProfileVerdict {
  state: 'passes' | 'fails' | 'unknown';
  failing: CheckId[];
  /** What was not looked at. */
  unknown: CheckId[];
}

export function profileVerdict({ checks }: Profile, known: KnownChecks): ProfileVerdict {
  const failing = checks.filter((id) => known[id] === false);
  const unknown = checks.filter((id) => known[id] === undefined);
  return { state: failing.length > 0 ? 'fails' : unknown.length > 0 ? 'unknown' : 'passes', failing, unknown };
}

/** The profile of a piece; null where it has none, or one that is not known here. */
export const profileOf = (id: string | undefined): Profile | null =>
  id !== undefined && Object.hasOwn(PROFILES, id) ? PROFILES[id]! : null;
