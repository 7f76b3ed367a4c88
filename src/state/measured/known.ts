import { DRAWN_CHECK_IDS } from '@/core/checks/drawn';
import type { KnownChecks } from '@/core/checks/profiles';
import { useWorkbench } from '../workbench';
import { useChecks, verdictOf } from './checks';
import { drawsTheSame, useDrawn } from './drawn';

/** What is known of the open piece: which checks pass, which fail; what was not looked at is left out. */
export function useKnownChecks(): KnownChecks {
  const piece = useWorkbench((s) => s.piece);
  const checks = useChecks();
  const drawn = useDrawn();
  const known: KnownChecks = {};
  const { play } = piece.loop;
  const { state } = verdictOf(checks, play);
  if (state !== 'measuring' && !checks.measuring) {
    known.seam = play === 'once' || (checks.seam!.every((r) => r.closes) && checks.picture?.closes !== false);
    known.memory = checks.memory.every((r) => r.frames !== null);
    known.numbers = checks.numbers.length === 0;
    known.sampling = checks.sampling.length === 0;
  }
  if (drawn.readings && drawn.piece && drawsTheSame(drawn.piece, piece))
    for (const id of DRAWN_CHECK_IDS) known[id] = drawn.readings[id].passes;
  return known;
}
