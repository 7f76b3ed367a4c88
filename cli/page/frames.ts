import * as Comlink from 'comlink';
import { openCapture } from '@/actions/open-capture';
import { cutOut, type Cut } from '@/core/export/cut';
import { PICTURE_FILES } from '@/core/export/pictures';
import { toBase64 } from '@/core/formats/base64';
import type { Piece } from '@/core/piece/types';
import type { Capture, PixelsByKind } from '@/engine/capture/capture';
import type { PictureJob } from '@/workers/pictures';
import { openExporter } from '@/workers/remotes';

/** What draws for the command line, in a browser without the interface: the same code, so the same bytes. */

/** What is drawn of a piece. */
interface Drawing {
  /** Pixels of the whole picture. */
  size: { width: number; height: number };
  /** The part of it that is written; all of it where null. */
  cut: Cut | null;
  samples: number;
}

let capture: Capture<keyof PixelsByKind> | null = null;
let drawing: Drawing | null = null;
let job: PictureJob | null = null;
const exporter = openExporter();

const frames = {
  /** @throws Error with a sentence where it cannot be drawn */
  async open(piece: Piece, wanted: Drawing, picture: PictureJob): Promise<void> {
    const { size, samples } = wanted;
    [drawing, job] = [wanted, picture];
    const options = { ...size, samples: samples === 1 ? 0 : samples, pixels: PICTURE_FILES[picture.format].pixels };
    capture = await openCapture(piece, options, new AbortController().signal);
  },

  /** The file of the frame at a phase, in base64. */
  async file(phase: number): Promise<string> {
    const drawn = await capture!.frame(phase);
    const { cut, size } = drawing!;
    const pixels = cut ? cutOut(drawn, size.width, cut) : drawn;
    return toBase64(await exporter.remote.still(Comlink.transfer(pixels, [pixels.buffer]), job!));
  },
};

export type Frames = typeof frames;

Object.assign(globalThis, { frames });
