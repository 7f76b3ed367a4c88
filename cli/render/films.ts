import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { createReadStream } from 'node:fs';
import { rename, rm } from 'node:fs/promises';
import path from 'node:path';
import { Wrong } from '../wrong';

/** A film that ffmpeg writes of frames. */
export interface FilmTarget {
  name: string;
  /** What the name of its file ends in. */
  ending: string;
  /** It holds opacity, straight; else it is over black. */
  hasOpacity: boolean;
  /** Its sides are multiples of this, in pixels. */
  multiple: 1 | 2 | 4;
  /** What ffmpeg is asked for. */
  options: readonly string[];
}

/** To BT.709 of limited range, as the interface writes films, and said so; chroma of the mean of its pixels. */
const BT709 = [
  '-vf',
  'scale=out_color_matrix=bt709:out_range=tv:flags=accurate_rnd+full_chroma_int+area,' +
    // Some encoders take it from the frames, others from the options.
    'setparams=colorspace=bt709:color_primaries=bt709:color_trc=iec61966-2-1:range=tv',
  ...['-colorspace', 'bt709', '-color_primaries', 'bt709', '-color_trc', 'iec61966-2-1', '-color_range', 'tv'],
];

/** What halls play, by the word that asks for it. */
export const FILM_TARGETS: Record<string, FilmTarget> = {
  prores: {
    ...{ name: 'ProRes 4444', ending: 'mov', hasOpacity: true, multiple: 2 },
    options: [...BT709, '-c:v', 'prores_ks', '-profile:v', '4444', '-alpha_bits', '16', '-pix_fmt', 'yuva444p10le'],
  },
  hap: {
    ...{ name: 'HAP Q', ending: 'mov', hasOpacity: false, multiple: 4 },
    options: ['-c:v', 'hap', '-format', 'hap_q'],
  },
  'hap-alpha': {
    ...{ name: 'HAP Alpha', ending: 'mov', hasOpacity: true, multiple: 4 },
    options: ['-c:v', 'hap', '-format', 'hap_alpha'],
  },
  ffv1: {
    ...{ name: 'FFV1, lossless', ending: 'mkv', hasOpacity: true, multiple: 1 },
    options: ['-c:v', 'ffv1', '-level', '3', '-slicecrc', '1', '-pix_fmt', 'gbrap16le'],
  },
  dnxhr: {
    ...{ name: 'DNxHR HQX', ending: 'mov', hasOpacity: false, multiple: 2 },
    options: [...BT709, '-c:v', 'dnxhd', '-profile:v', 'dnxhr_hqx', '-pix_fmt', 'yuv422p10le'],
  },
  hevc10: {
    ...{ name: 'HEVC, 10 bits', ending: 'mp4', hasOpacity: false, multiple: 2 },
    options: [
      ...BT709,
      ...['-c:v', 'libx265', '-crf', '12', '-pix_fmt', 'yuv420p10le', '-tag:v', 'hvc1'],
      ...['-x265-params', 'log-level=error', '-movflags', '+faststart'],
    ],
  },
  h264: {
    ...{ name: 'H.264', ending: 'mp4', hasOpacity: false, multiple: 2 },
    options: [...BT709, '-c:v', 'libx264', '-crf', '12', '-pix_fmt', 'yuv420p', '-movflags', '+faststart'],
  },
  vp9: {
    ...{ name: 'VP9 with opacity', ending: 'webm', hasOpacity: true, multiple: 2 },
    options: [...BT709, '-c:v', 'libvpx-vp9', '-crf', '14', '-b:v', '0', '-pix_fmt', 'yuva420p', '-auto-alt-ref', '0'],
  },
  'moving-webp': {
    ...{ name: 'WebP that moves', ending: 'webp', hasOpacity: true, multiple: 1 },
    options: ['-c:v', 'libwebp_anim', '-quality', '85', '-loop', '0'],
  },
};

/** @throws Wrong where a film of this kind cannot have such a size, or such a name */
export function checkTarget(
  target: FilmTarget,
  out: string,
  { width, height }: { width: number; height: number },
): void {
  const { name, ending, multiple } = target;
  if (path.extname(out).toLowerCase() !== `.${ending}`)
    throw new Wrong(`${name} is written into a file that ends in .${ending}: --out NAME.${ending}.`);
  if (width % multiple !== 0 || height % multiple !== 0)
    throw new Wrong(
      `${name} takes sides that are multiples of ${multiple}; these are ${width} x ${height}. Set --size.`,
    );
}

const NO_FFMPEG =
  'Films are written by ffmpeg, and none was found. Install it (Debian: apt-get install ffmpeg), set FFMPEG to where ' +
  'it is, or take frames: --format png.';

const ffmpegPath = () => process.env.FFMPEG ?? 'ffmpeg';

/** @throws Wrong where there is no ffmpeg: before anything is drawn */
export async function checkFfmpeg(): Promise<void> {
  const found = await new Promise<boolean>((done) => {
    const asked = spawn(ffmpegPath(), ['-version'], { stdio: 'ignore' });
    asked.on('error', () => done(false));
    asked.on('close', (code) => done(code === 0));
  });
  if (!found) throw new Wrong(NO_FFMPEG);
}

/**
 * Pipes PNG files to ffmpeg and writes the film of them, whole or not at all.
 * @param frames paths of the files, in their order
 * @param rate frames a second
 * @throws Wrong with what ffmpeg said last
 */
export async function writeFilm(
  target: FilmTarget,
  frames: readonly string[],
  rate: number,
  out: string,
): Promise<void> {
  const part = path.join(path.dirname(out), `${path.basename(out, path.extname(out))}.part.${target.ending}`);
  const input = ['-f', 'image2pipe', '-c:v', 'png', '-framerate', String(rate), '-i', '-'];
  const asked = ['-v', 'error', '-y', ...input, '-bitexact', ...target.options, part];
  const ffmpeg = spawn(ffmpegPath(), asked, { stdio: ['pipe', 'ignore', 'pipe'] });
  let said = '';
  ffmpeg.stderr.on('data', (bytes: Buffer) => (said = (said + bytes.toString()).slice(-2000)));
  const ended = once(ffmpeg, 'close') as Promise<[number | null]>;
  // It may end before it has read all: what it says and its exit code tell why.
  ffmpeg.stdin.on('error', () => undefined);
  for (const file of frames) {
    if (ffmpeg.exitCode !== null) break;
    for await (const bytes of createReadStream(file))
      if (!ffmpeg.stdin.write(bytes)) await Promise.race([once(ffmpeg.stdin, 'drain'), ended]);
  }
  ffmpeg.stdin.end();
  const [code] = await ended;
  if (code === 0) return rename(part, out);
  await rm(part, { force: true });
  throw new Wrong(`ffmpeg did not write ${target.name}: ${said.trim().split('\n').at(-1) || `it ended with ${code}`}`);
}
