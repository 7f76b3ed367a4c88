import { DRAWN_CHECK_IDS, DRAWN_CHECKS, flashWords, lightWords, type DrawnFindings } from '@/core/checks/drawn';
import { checkMemory } from '@/core/checks/memory';
import { measureNumbers } from '@/core/checks/numbers';
import { checkName, isDrawn, PROFILES, profileOf, profileVerdict, type KnownChecks } from '@/core/checks/profiles';
import { measureSampling } from '@/core/checks/sampling';
import { measureSeam } from '@/core/checks/seam';
import type { Piece } from '@/core/piece/types';
import { analyse } from '@/core/weave';
import { openPage } from './browser';
import type { DrawnPage } from './page/drawn';
import type { Opened } from './opened';
import { Wrong } from './wrong';

/** What checks came to. */
export interface Checked {
  passes: boolean;
  lines: string[];
  known: KnownChecks;
}

export interface CheckOptions {
  /** Look at every frame too, drawn in a browser. */
  drawn?: boolean;
  /** The profile that decides; that of the piece where none is said. */
  profile?: string;
}

/** Told of the frames that are drawn. */
type Progress = (done: number, total: number) => void;

/**
 * Does the loop close, and what else is wrong with the piece? A profile decides what passes; without one the loop has
 * to close, and to pass what was looked at.
 * @throws Wrong where there is no such profile; NoBrowser
 */
export async function check({ piece, assets }: Opened, options: CheckOptions, progress: Progress): Promise<Checked> {
  const id = options.profile ?? piece.profile;
  const profile = profileOf(id);
  if (options.profile !== undefined && !profile)
    throw new Wrong(`There is no profile "${options.profile}"; there are ${Object.keys(PROFILES).join(', ')}.`);
  const closing = await seamLines({ piece, assets });
  const memory = await checkMemory(piece, assets);
  const numbers = await measureNumbers(piece, assets);
  const sampling = await measureSampling(piece, assets);
  const known: KnownChecks = {
    seam: closing.closes,
    memory: memory.every((r) => r.frames !== null),
    numbers: numbers.length === 0,
    sampling: sampling.length === 0,
  };
  const lines = [
    ...closing.lines,
    ...memory.filter((r) => r.frames === null).map((r) => `FAILS   ${r.name} never settles`),
    ...numbers.map((p) => `FAILS   ${p.sentence}`),
    ...sampling.map((r) => `note    ${r.name} ${r.sentence}, for ${r.stepName}`),
    ...analyse(piece).problems.map((p) => `note    ${p.sentence}`),
  ];
  // A profile that is asked for is looked at as a whole.
  if (options.drawn || (options.profile && profile?.checks.some(isDrawn))) {
    const { readings, light, flashes } = await drawnFindings(piece, progress);
    for (const check of DRAWN_CHECK_IDS) {
      const { passes, found } = readings[check];
      known[check] = passes;
      lines.push(`${passes ? 'passes' : 'FAILS '}  ${DRAWN_CHECKS[check].name}: ${found}`);
    }
    for (const { id: wall, name, peak } of piece.outputs ?? []) {
      if (light[wall]) lines.push(`light   ${name}: ${lightWords(light[wall], peak)}`);
      if (flashes[wall]) lines.push(`flashes ${name}: ${flashWords(flashes[wall])}`);
    }
  }
  if (!profile) {
    const passes = known.seam !== false && DRAWN_CHECK_IDS.every((check) => known[check] !== false);
    return { passes, lines: [...lines, closing.verdict], known };
  }
  const { failing, unknown } = profileVerdict(profile, known);
  const verdict =
    failing.length > 0
      ? `It fails the profile ${id}: ${failing.map(checkName).join(', ')}.`
      : unknown.length > 0
        ? `It passes the profile ${id} as far as it was looked at; ` +
          `--drawn looks at ${unknown.map(checkName).join(', ')}.`
        : `It passes the profile ${id}.`;
  return { passes: failing.length === 0, lines: [...lines, closing.verdict, verdict], known };
}

interface Closing {
  closes: boolean;
  lines: string[];
  verdict: string;
}

async function seamLines({ piece, assets }: Opened): Promise<Closing> {
  if (piece.loop.play === 'once')
    return { closes: true, lines: [], verdict: 'It plays once, so its end need not meet its beginning.' };
  const seam = await measureSeam(piece, assets);
  const lines = seam.map(({ closes, name, gap, breaks }) => {
    const strand = piece.strands.find((s) => s.id === breaks?.strand)?.name;
    const mends = breaks?.mends.map((mend) => `; ${mend.map((f) => f.sentence.toLowerCase()).join(' and ')}`) ?? [];
    const where = breaks ? `; breaks at ${breaks.name} in ${strand}${mends.join('')}` : '';
    return `${closes ? 'closes' : 'JUMPS '}  ${name}: ${(100 * gap).toPrecision(3)} % of its range${where}`;
  });
  const closes = seam.every((r) => r.closes);
  return { closes, lines, verdict: closes ? 'The loop closes.' : 'The loop does not close.' };
}

async function drawnFindings(piece: Piece, progress: Progress): Promise<DrawnFindings> {
  const { page, browser } = await openPage('cli/page/drawn.ts');
  try {
    await page.exposeFunction('drawnSoFar', progress);
    return await page.evaluate((p) => (globalThis as unknown as { drawn: DrawnPage }).drawn.look(p), piece);
  } finally {
    await browser.close();
  }
}
