import type { KnownChecks } from '../checks/profiles';
import type { Output, Piece } from '../piece/types';
import { framesOf, opacityFor, type ExportSettings, type ExportSpan } from './settings';
import { PICTURE_FILES } from './pictures';

/** What is known of what is exported. */
export interface SidecarFacts {
  /** Does the loop close? Null where it was not measured. */
  closes: boolean | null;
  /** What tells these frames from those of any other piece or settings. */
  mark?: string;
  /** Which checks pass; those that were not looked at are left out. */
  checks: KnownChecks;
  /** The output that they are for; null for the whole picture. */
  output: Output | null;
}

/**
 * The text that goes along with exported frames, as JSON: what they are, for whoever plays them.
 * @param size pixels
 */
export function sidecarText(
  piece: Piece,
  settings: ExportSettings,
  span: ExportSpan,
  size: { width: number; height: number },
  { closes, mark, output, checks }: SidecarFacts,
): string {
  const { name, pixels, opacities } = PICTURE_FILES[settings.picture];
  const { rate, play, frames } = piece.loop;
  return `${JSON.stringify(
    {
      piece: piece.name,
      application: 'Calm Lattice',
      pieceVersion: piece.version,
      ...size,
      output: output && outputFacts(output),
      loop: { frames, rate, play, closes },
      profile: piece.profile,
      checks,
      frames: framesOf(span),
      samples: settings.samples,
      format: name,
      colour: {
        primaries: 'BT.709',
        transfer: pixels === 'light' ? 'linear' : 'IEC 61966-2-1 (sRGB)',
        opacity: opacities.length === 0 ? 'none, over black' : opacityFor(settings),
      },
      mark,
    },
    null,
    2,
  )}\n`;
}

const outputFacts = ({ name, x, y, width, height, pitch, peak, turn }: Output) => ({
  name,
  picturePixels: { x, y, width, height },
  pitchMillimetres: pitch,
  peakCandelas: peak,
  turnedClockwise: turn,
});

/** The mark in a text that went along with frames; null where it has none. */
export function sidecarMark(text: string): string | null {
  try {
    const { mark } = Object(JSON.parse(text)) as { mark?: unknown };
    return typeof mark === 'string' ? mark : null;
  } catch {
    return null;
  }
}
