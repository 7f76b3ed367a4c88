import * as Comlink from 'comlink';
import { openCapture } from '@/actions/open-capture';
import { cutOut, type Cut } from '@/core/export/cut';
import { PICTURE_FILES } from '@/core/export/pictures';
import { drawnSamples } from '@/core/export/settings';
import { toBase64 } from '@/core/formats/base64';
import type { Piece } from '@/core/piece/types';
import type { Capture, PixelsByKind } from '@/engine/capture/capture';
import type { PictureJob } from '@/workers/pictures';
import { openExporter } from '@/workers/remotes';

/** What draws for the command line, in a browser without the interface: the same code, so the same bytes. */

/** What is drawn of a piece, and how it is written: all that the bytes of a frame depend on. */
export interface DrawJob {
  piece: Piece;
  /** Pixels of the whole picture. */
  size: { width: number; height: number };
  /** The part of it that is written; all of it where null. */
  cut: Cut | null;
  samples: number;
  picture: PictureJob;
}

let capture: Capture<keyof PixelsByKind> | null = null;
let job: DrawJob | null = null;
const exporter = openExporter();

const frames = {
  /** @throws Error with a sentence where it cannot be drawn */
  async open(wanted: DrawJob): Promise<void> {
    const { piece, size, picture } = wanted;
    job = wanted;
    const options = { ...size, samples: drawnSamples(wanted), pixels: PICTURE_FILES[picture.format].pixels };
    capture = await openCapture(piece, options, new AbortController().signal);
  },

  /** The file of a frame of the loop, in base64. */
  async file(frame: number): Promise<string> {
    const { piece, cut, size, picture } = job!;
    const drawn = await capture!.frame(frame / piece.loop.frames);
    const pixels = cut ? cutOut(drawn, size.width, cut) : drawn;
    return toBase64(await exporter.remote.still(Comlink.transfer(pixels, [pixels.buffer]), picture));
  },

  /** What draws, as it names itself. */
  card(): string {
    const gl = new OffscreenCanvas(2, 2).getContext('webgl2');
    const names = gl?.getExtension('WEBGL_debug_renderer_info');
    return gl ? String(gl.getParameter(names ? names.UNMASKED_RENDERER_WEBGL : gl.RENDERER)) : 'no WebGL2';
  },
};

export type Frames = typeof frames;

Object.assign(globalThis, { frames });
