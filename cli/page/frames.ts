import * as Comlink from 'comlink';
import { openCapture } from '@/actions/open-capture';
import { PICTURE_FILES } from '@/core/export/pictures';
import { toBase64 } from '@/core/formats/base64';
import type { Piece } from '@/core/piece/types';
import type { Capture, PixelsByKind } from '@/engine/capture/capture';
import type { PictureJob } from '@/workers/pictures';
import { openExporter } from '@/workers/remotes';

/** What draws for the command line, in a browser without the interface: the same code, so the same bytes. */

let capture: Capture<keyof PixelsByKind> | null = null;
let job: PictureJob | null = null;
const exporter = openExporter();

const frames = {
  /** @throws Error with a sentence where it cannot be drawn */
  async open(piece: Piece, picture: PictureJob, samples: number): Promise<void> {
    const { width, height, format } = picture;
    job = picture;
    const options = { width, height, samples: samples === 1 ? 0 : samples, pixels: PICTURE_FILES[format].pixels };
    capture = await openCapture(piece, options, new AbortController().signal);
  },

  /** The file of the frame at a phase, in base64. */
  async file(phase: number): Promise<string> {
    const pixels = await capture!.frame(phase);
    return toBase64(await exporter.remote.still(Comlink.transfer(pixels, [pixels.buffer]), job!));
  },
};

export type Frames = typeof frames;

Object.assign(globalThis, { frames });
