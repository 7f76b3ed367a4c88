import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';

/** Films as an independent program reads them: ffmpeg. */

const MAX_OUTPUT_BYTES = 1e9;

/** What a film says of its pictures. */
export function probe(file: string): Record<string, unknown> {
  const asked = ['-v', 'error', '-select_streams', 'v', '-count_packets', '-show_streams', '-of', 'json', file];
  const { streams } = JSON.parse(execFileSync('ffprobe', asked).toString()) as { streams: Record<string, unknown>[] };
  return streams[0]!;
}

/** How ffmpeg takes the bytes: as the film says, or as a player does that ignores what it says. */
const READ_AS = {
  tagged: 'scale=flags=accurate_rnd+full_chroma_int+bilinear',
  ignoring:
    'setparams=range=unknown:colorspace=unknown:color_trc=unknown:color_primaries=unknown,' +
    'scale=in_range=tv:in_color_matrix=bt709:flags=accurate_rnd+full_chroma_int+bilinear',
};

/** All frames of a film, RGB bytes one after the other. */
export const decodedFilm = (file: string, as: keyof typeof READ_AS): Buffer =>
  execFileSync('ffmpeg', ['-v', 'error', '-i', file, '-vf', READ_AS[as], '-f', 'rawvideo', '-pix_fmt', 'rgb24', '-'], {
    maxBuffer: MAX_OUTPUT_BYTES,
  });

/** All frames of a VP9 film with opacity, RGBA bytes one after the other; ffmpeg's own decoder leaves opacity out. */
export const decodedOpenFilm = (file: string): Buffer =>
  execFileSync(
    'ffmpeg',
    ['-v', 'error', '-c:v', 'libvpx-vp9', '-i', file, '-vf', READ_AS.tagged, '-f', 'rawvideo', '-pix_fmt', 'rgba', '-'],
    { maxBuffer: MAX_OUTPUT_BYTES },
  );

/** Writes bytes to a file. @returns its path */
export function stored(path: string, bytes: Buffer): string {
  writeFileSync(path, bytes);
  return path;
}

/** Mean difference of a byte of a film from RGBA frames. */
export function filmDifference(film: Buffer, frames: readonly { data: Buffer }[]): number {
  let [sum, at] = [0, 0];
  for (const { data } of frames)
    for (let i = 0; i < data.length; i++) if (i % 4 !== 3) sum += Math.abs(data[i]! - film[at++]!);
  return at === film.length ? sum / at : Infinity;
}

/** The pixels of a picture in a format of ffmpeg's, such as `rgb24`. */
export const decodedPicture = (file: string, as: string): Buffer =>
  execFileSync('ffmpeg', ['-v', 'error', '-i', file, '-f', 'rawvideo', '-pix_fmt', as, '-'], {
    maxBuffer: MAX_OUTPUT_BYTES,
  });

/** The sound of a film: samples of one channel, 48,000 a second. */
export function decodedSound(file: string): Float32Array {
  const asked = ['-v', 'error', '-i', file, '-map', '0:a', '-ac', '1', '-ar', '48000', '-f', 'f32le', '-'];
  const bytes = execFileSync('ffmpeg', asked, { maxBuffer: MAX_OUTPUT_BYTES, stdio: 'pipe' });
  return new Float32Array(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength));
}
