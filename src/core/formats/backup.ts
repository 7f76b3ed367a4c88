import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate';
import Joi from 'joi';
import { PieceError } from '../piece/errors';
import { LIMITS } from '../piece/limits';
import type { ReadingProgress } from '../piece/schema';
import type { Piece } from '../piece/types';
import { fileStem } from './file-stem';
import { PART_ENDING, type PartData } from './part-data';
import { acceptPart } from './part-file';
import { acceptPiece } from './piece-file';
import { PIECE_ENDING } from './piece-size';

/**
 * A backup of what a browser keeps: a ZIP of piece and part files, each of which can be opened by itself, and a list
 * of them. A piece is taken as it is kept, sound or not; `changed` and `at` are milliseconds since 1970.
 */
export interface Backup {
  pieces: BackedUpPiece[];
  parts: PartData[];
}

export interface BackedUpPiece {
  piece: unknown;
  name: string;
  changed: number;
  versions: { at: number; name: string | null; piece: unknown }[];
}

const FORMAT = 'calm-lattice-backup';
const LIST = 'backup.json';

interface FileList {
  format: typeof FORMAT;
  version: 1;
  pieces: { file: string; changed: number; versions: { file: string; at: number; name: string | null }[] }[];
  parts: string[];
}

/** Milliseconds since 1970 that a ZIP can tell; what is kept may be damaged. */
const timeOf = (ms: unknown): number =>
  typeof ms === 'number' && ms >= Date.UTC(1980, 0, 2) && ms < Date.UTC(2099, 0) ? ms : Date.UTC(1980, 0, 2);

const path = Joi.string().max(300);
const file = path.required();
const time = Joi.number().required();
const LIST_SHAPE = Joi.object<FileList>({
  format: Joi.valid(FORMAT).required(),
  version: Joi.valid(1).required(),
  pieces: Joi.array()
    .items({
      file,
      changed: time,
      versions: Joi.array()
        .items({ file, at: time, name: Joi.string().allow(null, '').required() })
        .required(),
    })
    .required(),
  parts: Joi.array().items(path).required(),
});

/** Bytes of all files of a backup, unpacked, at most. */
const MAX_UNPACKED_BYTES = 16 * LIMITS.fileBytes;
/** Times that files may be larger than they are packed: what artists write comes to some thirty. */
const MAX_RATIO = 150;
/** Bytes that a backup may have whatever its ratio. */
const SMALL_BYTES = 8 * 1024 * 1024;
/** Pieces, versions and parts at most. */
const MAX_ENTRIES = 2000;

const text = (data: unknown) => strToU8(`${JSON.stringify(data, null, 2)}\n`);

/** @param at milliseconds since 1970: the time of the list and of the parts */
export function writeBackup({ pieces, parts }: Backup, at: number): Uint8Array<ArrayBuffer> {
  const files: Zippable = {};
  const put = (name: string, data: unknown, mtime: number) => {
    files[name] = [text(data), { mtime }];
    return name;
  };
  const numbered = (i: number, name: string) => `${String(i + 1).padStart(3, '0')}-${fileStem(name)}`;
  const list: FileList = {
    format: FORMAT,
    version: 1,
    pieces: pieces.map(({ piece, name, versions, ...kept }, i) => {
      const stem = numbered(i, name);
      const changed = timeOf(kept.changed);
      return {
        file: put(`pieces/${stem}${PIECE_ENDING}`, piece, changed),
        changed,
        versions: versions.map(({ piece: version, name: called, ...v }, k) => {
          const at = timeOf(v.at);
          const place = `versions/${stem}/${numbered(k, called ?? 'version')}${PIECE_ENDING}`;
          return { file: put(place, version, at), at, name: called };
        }),
      };
    }),
    parts: parts.map((part, i) => put(`parts/${numbered(i, part.name)}${PART_ENDING}`, part, at)),
  };
  put(LIST, list, at);
  return zipSync(files) as Uint8Array<ArrayBuffer>;
}

/**
 * Reads a backup. Its pieces and parts are taken as they are: each has still to be accepted.
 * @throws PieceError where it is none, or lacks a file
 */
export function readBackup(bytes: Uint8Array): Backup {
  const files = unpacked(bytes);
  const read = (name: string): unknown => {
    const found = files[name];
    if (!found) throw new PieceError('not-a-piece', `The backup is not whole: it lacks "${name}".`);
    try {
      return JSON.parse(strFromU8(found));
    } catch {
      return null;
    }
  };
  if (!files[LIST])
    throw new PieceError('not-a-piece', 'This ZIP is no backup of Calm Lattice: it holds no "backup.json".');
  const { value: list, error } = LIST_SHAPE.validate(read(LIST), { convert: false });
  if (error) throw new PieceError('wrong-value', `The list of the backup is not well formed: ${error.message}.`);
  const names = [...list.pieces.flatMap((p) => [p.file, ...p.versions.map((v) => v.file)]), ...list.parts];
  if (names.length > MAX_ENTRIES)
    throw new PieceError(
      'too-large',
      `This backup holds ${names.length.toLocaleString('en')} pieces, versions and parts; at most ` +
        `${MAX_ENTRIES.toLocaleString('en')} can be read.`,
    );
  if (new Set(names).size < names.length)
    throw new PieceError('wrong-value', 'The list of the backup names a file more than once.');
  return {
    pieces: list.pieces.map(({ file: name, changed, versions }) => {
      const piece = read(name);
      return {
        piece,
        name: nameIn(piece) ?? name,
        changed,
        versions: versions.map((v) => ({ at: v.at, name: v.name, piece: read(v.file) })),
      };
    }),
    parts: list.parts.map((name) => read(name) as PartData),
  };
}

const nameIn = (data: unknown): string | null => {
  const name = (data as { name?: unknown } | null)?.name;
  return typeof name === 'string' ? name : null;
};

/** What can be taken of a backup, and why the rest cannot, by name. */
export interface AcceptedBackup {
  pieces: { piece: Piece; changed: number; versions: { at: number; name: string | null; piece: Piece }[] }[];
  parts: PartData[];
  leftOut: { name: string; why: string }[];
}

/** Takes what a backup holds, each piece, version and part by itself. */
export function acceptBackup({ pieces, parts }: Backup, progress: ReadingProgress = () => undefined): AcceptedBackup {
  const leftOut: AcceptedBackup['leftOut'] = [];
  const taken = <T>(name: string, accept: () => T): T[] => {
    try {
      return [accept()];
    } catch (error) {
      if (!(error instanceof PieceError)) throw error;
      leftOut.push({ name, why: error.message });
      return [];
    }
  };
  return {
    pieces: pieces.flatMap(({ piece: data, name, changed, versions }, i) => {
      progress(i, pieces.length);
      return taken(name, () => acceptPiece(data)).map((piece) => ({
        piece,
        changed,
        versions: versions.flatMap((v) =>
          taken(`${name}, ${v.name ?? 'a version'}`, () => ({ ...v, piece: acceptPiece(v.piece) })),
        ),
      }));
    }),
    parts: parts.flatMap((part, i) => taken(nameIn(part) ?? `part ${i + 1}`, () => acceptPart(part))),
    leftOut,
  };
}

function unpacked(bytes: Uint8Array): Record<string, Uint8Array> {
  let whole = 0;
  try {
    return unzipSync(bytes, {
      filter: ({ originalSize }) => {
        whole += originalSize;
        const most = Math.min(MAX_UNPACKED_BYTES, Math.max(SMALL_BYTES, MAX_RATIO * bytes.length));
        if (originalSize > LIMITS.fileBytes || whole > most)
          throw new PieceError(
            'too-large',
            `This backup holds more than can be read: a file may have ${LIMITS.fileBytes / 1048576} MB, all of ` +
              `them ${Math.floor(most / 1048576)} MB.`,
          );
        return true;
      },
    });
  } catch (error) {
    if (error instanceof PieceError) throw error;
    throw new PieceError('not-a-piece', 'This file is no ZIP, or a damaged one, so no backup can be read from it.');
  }
}
