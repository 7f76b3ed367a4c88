import { fileStem } from '../formats/file-stem';
import { PieceError } from '../piece/errors';
import { isOutside, scaledBox } from '../piece/outputs';
import type { Output, Piece } from '../piece/types';
import { cutSize, type Cut } from './cut';
import type { FilmPart } from './films';

/** One of the files that an export writes. */
export interface ExportedFile {
  /** What its name begins with. */
  stem: string;
  /** The part of the picture that it holds; null for all of it. */
  cut: Cut | null;
  /** The output that it is for. */
  output: Output | null;
  /** Its pixels. */
  size: { width: number; height: number };
}

/**
 * The files that an export of a picture of some size writes: one for each of the outputs, or one of the whole picture
 * where there are none.
 * @throws PieceError naming an output that lies outside of the picture
 */
export function exportedFiles(
  piece: Piece,
  size: { width: number; height: number },
  outputs: readonly Output[],
): ExportedFile[] {
  const stem = fileStem(piece.name);
  if (outputs.length === 0) return [{ stem, cut: null, output: null, size }];
  const stems = new Set<string>();
  return outputs.map((output) => {
    if (isOutside(output, piece))
      throw new PieceError(
        'edit',
        `The output "${output.name}" lies outside of the picture. Move it in, or make the picture larger.`,
      );
    const cut = { box: scaledBox(output, piece.picture, size), turn: output.turn };
    return { stem: freeStem(stems, `${stem}_${fileStem(output.name)}`), cut, output, size: cutSize(cut) };
  });
}

/** The files of films, each once for each part; the name of a matte says so. */
export const filmFiles = (files: readonly ExportedFile[], parts: readonly FilmPart[]): (ExportedFile & PartOfFilm)[] =>
  files.flatMap((file) =>
    parts.map((shows) => ({ ...file, shows, stem: shows === 'matte' ? `${file.stem}_matte` : file.stem })),
  );

export interface PartOfFilm {
  shows: FilmPart;
}

/** Names that differ in what file names leave out alone would be one. */
function freeStem(taken: Set<string>, wanted: string): string {
  let stem = wanted;
  for (let n = 2; taken.has(stem); n++) stem = `${wanted}-${n}`;
  taken.add(stem);
  return stem;
}
