import type { Piece } from '../piece/types';
import { framesOf, opacityFor, type ExportSettings, type FrameSpan } from './settings';
import { PICTURE_FILES } from './pictures';

/** What is known of the loop when it is exported; null where it was not measured. */
export interface ExportVerdict {
  closes: boolean | null;
}

/**
 * The text that goes along with exported frames, as JSON: what they are, for whoever plays them.
 * @param size pixels
 */
export function sidecarText(
  piece: Piece,
  settings: ExportSettings,
  span: FrameSpan,
  size: { width: number; height: number },
  { closes }: ExportVerdict,
): string {
  const { name, pixels, opacities } = PICTURE_FILES[settings.picture];
  const { rate, play, frames } = piece.loop;
  return `${JSON.stringify(
    {
      piece: piece.name,
      application: 'Calm Lattice',
      pieceVersion: piece.version,
      ...size,
      loop: { frames, rate, play, closes },
      frames: framesOf(span),
      samples: settings.samples,
      format: name,
      colour: {
        primaries: 'BT.709',
        transfer: pixels === 'light' ? 'linear' : 'IEC 61966-2-1 (sRGB)',
        opacity: opacities.length === 0 ? 'none, over black' : opacityFor(settings),
      },
    },
    null,
    2,
  )}\n`;
}
