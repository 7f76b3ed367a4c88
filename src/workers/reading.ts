import * as Comlink from 'comlink';
import { CubeError } from '@/core/formats/cube';
import { MidiError } from '@/core/formats/midi-file';
import { SoundError } from '@/core/formats/wav';
import type { Channels } from '@/core/sound/sound';
import type { Pixels } from '@/core/glsl';
import { PieceError } from '@/core/piece/errors';
import type { Salvaged } from '@/core/piece/salvage';
import type { ReadingProgress } from '@/core/piece/schema';
import type { Trigger } from '@/core/piece/moments';
import type { Piece } from '@/core/piece/types';
import { oneJob } from './one-job';
import type { SoundTrack } from '@/core/sound/track';
import type { AcceptedBackup, Backup } from '@/core/formats/backup';
import type { Reader, ReadSoundFile, ReadTableFile, Vetted } from './reader';
import { TooLong } from './thread';

interface Watch {
  progress?: ReadingProgress;
  /** Ends the reading at once. */
  signal?: AbortSignal;
}

const open = () => new Worker(new URL('./threads/reader.ts', import.meta.url), { type: 'module', name: 'reader' });

/** Reads a file in a thread of its own. @throws PieceError, or Ended where the signal said so */
export const readPieceFile = (file: Blob, watch: Watch = {}): Promise<Piece> =>
  reading((remote, progress) => remote.file(file, progress), watch);

/**
 * Takes what is stored in this browser as a piece, in a thread of its own; values that are not right are left out and
 * named. @throws PieceError, or Ended where the signal said so
 */
export const readStoredPiece = (data: unknown, watch: Watch = {}): Promise<Salvaged> =>
  reading((remote, progress) => remote.stored(data, progress), watch);

/** Writes a backup in a thread of its own. @param at milliseconds since 1970 */
export const writeBackupFile = (backup: Backup, at: number): Promise<Uint8Array<ArrayBuffer>> =>
  oneJob<Reader, Uint8Array<ArrayBuffer>>({
    open,
    work: (remote) => remote.writeBackup(backup, at),
    failure: () => new PieceError('too-large', 'All that is saved is more than this browser can put into one file.'),
  });

/** Reads a backup in a thread of its own. @throws PieceError, or Ended where the signal said so */
export const readBackupFile = (file: Blob, watch: Watch = {}): Promise<AcceptedBackup> =>
  reading((remote, progress) => remote.backupFile(file, progress), watch);

/** Reads a .cube in a thread of its own. @throws CubeError, or Ended where the signal said so */
export const readTableFile = (file: Blob, signal?: AbortSignal): Promise<ReadTableFile> =>
  readingFile((remote) => remote.tableFile(file), CubeError, signal);

/** Reads a MIDI file in a thread of its own. @throws MidiError, or Ended where the signal said so */
export const readMidiFile = (file: Blob, signal?: AbortSignal): Promise<Trigger[]> =>
  readingFile((remote) => remote.midiFile(file), MidiError, signal);

/** Reads what an asset of a piece holds, in base64. @throws CubeError */
export const readTableData = (data: string): Promise<Pixels> =>
  readingFile((remote) => remote.tableData(data), CubeError);

/**
 * Takes a sound through in a thread of its own.
 * @param decoded what the browser made of the file, where that is no WAV
 * @throws SoundError, or Ended where the signal said so
 */
export const readSoundFile = (
  file: Blob,
  decoded: Channels | null,
  progress: (part: number) => void,
  signal?: AbortSignal,
): Promise<ReadSoundFile> =>
  readingFile((remote) => remote.soundFile(file, decoded, Comlink.proxy(progress)), SoundError, signal);

/** Reads what an asset of a piece holds, in base64. @throws SoundError */
export const readSoundData = (data: string, decoded: Channels | null): Promise<SoundTrack> =>
  readingFile((remote) => remote.soundData(data, decoded), SoundError);

/** Makes one of the ready-made sounds in a thread of its own. @returns a WAV */
export const makeSound = (id: string): Promise<Uint8Array<ArrayBuffer>> =>
  oneJob<Reader, Uint8Array<ArrayBuffer>>({
    open,
    work: (remote) => remote.madeSound(id),
    failure: () => new SoundError('It is more than this browser can make.'),
  });

/** @param Failure what is thrown where the thread fails: the same as where the file is not right */
const readingFile = <T>(
  work: (remote: Comlink.Remote<Reader>) => Promise<T>,
  Failure: new (sentence: string) => Error,
  signal?: AbortSignal,
): Promise<T> =>
  oneJob<Reader, T>({ open, work, signal, failure: () => new Failure('It is more than this browser can read.') });

const reading = <T>(
  work: (remote: Comlink.Remote<Reader>, progress: ReadingProgress) => Promise<T>,
  { progress = () => undefined, signal }: Watch,
): Promise<T> =>
  oneJob<Reader, T>({
    open,
    work: (remote) => work(remote, Comlink.proxy(progress)),
    signal,
    failure: () => new PieceError('too-large', 'This file is more than this browser can read.'),
  });

/**
 * Takes saved pieces, which may be anybody's, through all that drawing them works out: one after the other, each
 * with a limit of time, in a thread that is ended with the piece that goes beyond it.
 */
export class Vetting {
  private turn: Promise<unknown> = Promise.resolve();

  /** @param most milliseconds for one piece */
  constructor(private readonly most: number) {}

  /** @throws TooLong */
  vet(data: unknown): Promise<Vetted> {
    const result = this.turn.then(() =>
      oneJob<Reader, Vetted>({
        open,
        work: (remote) => remote.vet(data),
        limit: { ms: this.most, sentence: 'This piece takes too long to work out here.' },
        failure: () => new TooLong('This piece is more than can be worked out here.'),
      }),
    );
    this.turn = result.catch(() => undefined);
    return result;
  }
}
