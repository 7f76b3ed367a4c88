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
import type { Answered, Reader, ReadSoundFile, ReadTableFile, Refused, Vetted } from './reader';

/** Work took longer than it may. */
export class TooLong extends Error {
  override readonly name = 'TooLong';
}

interface Watch {
  progress?: ReadingProgress;
  /** Ends the reading at once. */
  signal?: AbortSignal;
}

const open = () => new Worker(new URL('./threads/reader.ts', import.meta.url), { type: 'module', name: 'reader' });

/** A thread that reads, with what calls it. */
function begin(): { worker: Worker; remote: Comlink.Remote<Reader> } {
  const worker = open();
  return { worker, remote: Comlink.wrap<Reader>(worker) };
}

/** Reads a file in a thread of its own. @throws PieceError, or Ended where the signal said so */
export const readPieceFile = async (file: Blob, watch: Watch = {}): Promise<Piece> =>
  (await reading((remote, progress) => remote.file(file, progress), watch)).piece;

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
export const readMidiFile = async (file: Blob, signal?: AbortSignal): Promise<Trigger[]> =>
  (await readingFile((remote) => remote.midiFile(file), MidiError, signal)).triggers;

/** Reads what an asset of a piece holds, in base64. @throws CubeError */
export const readTableData = async (data: string): Promise<Pixels> =>
  (await readingFile((remote) => remote.tableData(data), CubeError)).pixels;

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
export const readSoundData = async (data: string, decoded: Channels | null): Promise<SoundTrack> =>
  (await readingFile((remote) => remote.soundData(data, decoded), SoundError)).track;

/** Makes one of the ready-made sounds in a thread of its own. @returns a WAV */
export const makeSound = (id: string): Promise<Uint8Array<ArrayBuffer>> =>
  oneJob<Reader, Uint8Array<ArrayBuffer>>({
    open,
    work: (remote) => remote.madeSound(id),
    failure: () => new SoundError('It is more than this browser can make.'),
  });

async function readingFile<T extends object>(
  work: (remote: Comlink.Remote<Reader>) => Promise<T | Refused>,
  Refusal: new (sentence: string) => Error,
  signal?: AbortSignal,
): Promise<T> {
  const failure = () => new Refusal('It is more than this browser can read.');
  const read = await oneJob<Reader, T | Refused>({ open, work, signal, failure });
  if ('refused' in read) throw new Refusal(read.refused);
  return read;
}

async function reading<T extends object>(
  work: (remote: Comlink.Remote<Reader>, progress: ReadingProgress) => Promise<Answered<T>>,
  { progress = () => undefined, signal }: Watch,
): Promise<T> {
  const read = await oneJob<Reader, Answered<T>>({
    open,
    work: (remote) => work(remote, Comlink.proxy(progress)),
    signal,
    failure: () => new PieceError('too-large', 'This file is more than this browser can read.'),
  });
  if ('refused' in read) throw new PieceError(read.refused.code, read.refused.sentence);
  return read;
}

/**
 * Takes saved pieces, which may be anybody's, through all that drawing them works out: one after the other, each
 * with a limit of time, in a thread that is ended with the piece that goes beyond it.
 */
export class Vetting {
  // Held with its worker: a remote that is collected releases the worker, which then hears nothing more.
  private thread: { worker: Worker; remote: Comlink.Remote<Reader> } | null = null;
  private turn: Promise<unknown> = Promise.resolve();

  /** @param most milliseconds for one piece */
  constructor(private readonly most: number) {}

  /** @throws TooLong */
  vet(data: unknown): Promise<Vetted> {
    const result = this.turn.then(() => this.now(data));
    this.turn = result.catch(() => undefined);
    return result;
  }

  private async now(data: unknown): Promise<Vetted> {
    const { worker, remote } = (this.thread ??= begin());
    let timer: ReturnType<typeof setTimeout> | undefined;
    let fail: (event: Event) => void = () => undefined;
    const limit = new Promise<never>((_, reject) => {
      timer = setTimeout(() => reject(new TooLong('This piece takes too long to work out here.')), this.most);
      fail = () => reject(new TooLong('This piece is more than can be worked out here.'));
    });
    worker.addEventListener('error', fail);
    try {
      return await Promise.race([remote.vet(data), limit]);
    } catch (error) {
      worker.terminate();
      this.thread = null;
      throw error;
    } finally {
      clearTimeout(timer);
      worker.removeEventListener('error', fail);
    }
  }
}
