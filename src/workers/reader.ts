import * as Comlink from 'comlink';
import { errorSentence } from '@/core/error-sentence';
import { costOfLoop, costOfPicture } from '@/core/checks/cost';
import { acceptBackup, readBackup, writeBackup, type AcceptedBackup, type Backup } from '@/core/formats/backup';
import { assetId, fromBase64, toBase64 } from '@/core/formats/base64';
import { CubeError, cubePixels, readCube } from '@/core/formats/cube';
import { MidiError, readMidi } from '@/core/formats/midi-file';
import { readWav, SoundError, writeWav } from '@/core/formats/wav';
import { MADE_SOUNDS } from '@/core/sound/made';
import { mixed, type Channels } from '@/core/sound/sound';
import { readPiece, salvagePiece } from '@/core/formats/piece-file';
import type { Pixels } from '@/core/glsl';
import { PieceError } from '@/core/piece/errors';
import type { Salvaged } from '@/core/piece/salvage';
import type { ReadingProgress } from '@/core/piece/schema';
import type { Trigger } from '@/core/piece/moments';
import type { Piece } from '@/core/piece/types';
import { soundTrack, type SoundTrack } from '@/core/sound/track';
import { analyse, Evaluator, loopSteps, OverLoop } from '@/core/weave';

/** A piece, or why it is refused: errors lose their kind between threads. */
export type Answered<T> = T | { refused: PieceRefusal };

export type Read = Answered<{ piece: Piece }>;

export interface PieceRefusal {
  code: PieceError['code'];
  sentence: string;
}

/** A piece that was taken through all that a picture of it needs. */
export type Vetted =
  { piece: Piece; /** Operations at each place of its picture. */ cost: number } | { refused: string };

/** A table of colours as the picture that programs read. */
export interface ReadTable {
  pixels: Pixels;
}

/** A .cube as an asset of a piece keeps it: `data` in base64. */
export interface ReadTableFile extends ReadTable {
  id: string;
  data: string;
}

/** What is played in a MIDI file. */
export interface ReadTriggers {
  triggers: Trigger[];
}

/** A sound as signals follow it. */
export interface ReadSound {
  track: SoundTrack;
}

/** A file of a sound as an asset of a piece keeps it: `data` in base64. */
export interface ReadSoundFile extends ReadSound {
  id: string;
  data: string;
}

export type Refused = { refused: string };

async function unlessRefused<T>(work: () => Promise<T> | T): Promise<T | Refused> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof CubeError || error instanceof MidiError || error instanceof SoundError)
      return { refused: error.message };
    throw error;
  }
}

const tablePixels = (bytes: Uint8Array) => cubePixels(readCube(new TextDecoder().decode(bytes)));

async function answered<T extends object>(work: () => Promise<T> | T): Promise<Answered<T>> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof PieceError) return { refused: { code: error.code, sentence: error.message } };
    throw error;
  }
}

/** Operations over the loop beyond which the card of a piece is not drawn: some seconds of work. */
const MAX_LOOP_COST = 1e9;

/** Reads what comes from outside, so that nothing in it can hold up the page. */
export const reader = {
  file: (file: Blob, progress: ReadingProgress): Promise<Read> =>
    answered(async () => ({ piece: readPiece(await file.text(), progress) })),

  /** What is stored in this browser. */
  stored: (data: unknown, progress: ReadingProgress): Promise<Answered<Salvaged>> =>
    answered(() => salvagePiece(data, progress)),

  writeBackup: (backup: Backup, at: number): Uint8Array<ArrayBuffer> => {
    const bytes = writeBackup(backup, at);
    return Comlink.transfer(bytes, [bytes.buffer]);
  },

  backupFile: (file: Blob, progress: ReadingProgress): Promise<Answered<AcceptedBackup>> =>
    answered(async () => acceptBackup(readBackup(new Uint8Array(await file.arrayBuffer())), progress)),

  tableFile: (file: Blob): Promise<ReadTableFile | Refused> =>
    unlessRefused(async () => {
      const bytes = new Uint8Array(await file.arrayBuffer());
      return { pixels: tablePixels(bytes), id: await assetId(bytes), data: toBase64(bytes) };
    }),

  /** Keys that are played in a MIDI file. */
  midiFile: (file: Blob): Promise<ReadTriggers | Refused> =>
    unlessRefused(async () => ({ triggers: readMidi(new Uint8Array(await file.arrayBuffer())) })),

  tableData: (base64: string): Promise<ReadTable | Refused> =>
    unlessRefused(() => ({ pixels: tablePixels(fromBase64(base64)) })),

  /** @param decoded what the browser made of the file, where that is no WAV */
  soundFile: (
    file: Blob,
    decoded: Channels | null,
    progress: (part: number) => void,
  ): Promise<ReadSoundFile | Refused> =>
    unlessRefused(async () => {
      const bytes = new Uint8Array(await file.arrayBuffer());
      const track = soundTrack(decoded ? mixed(decoded) : readWav(bytes), progress);
      return { track, id: await assetId(bytes), data: toBase64(bytes) };
    }),

  soundData: (base64: string, decoded: Channels | null): Promise<ReadSound | Refused> =>
    unlessRefused(() => ({ track: soundTrack(decoded ? mixed(decoded) : readWav(fromBase64(base64))) })),

  /** A sound that is made here, by its id, as a WAV. */
  madeSound(id: string): Uint8Array<ArrayBuffer> {
    const wav = writeWav(MADE_SOUNDS.find((s) => s.id === id)!.make());
    return Comlink.transfer(wav, [wav.buffer]);
  },

  /** Works out what drawing a piece would work out on the page's own thread. */
  async vet(data: unknown): Promise<Vetted> {
    try {
      const { piece } = salvagePiece(data);
      const analysis = analyse(piece);
      const signals = piece.strands.filter((s) => s.kind === 'signal').map((s) => ({ strand: s.id }));
      if (signals.length > 0) await Evaluator.make(piece, signals, analysis);
      // Counted before it is done: what would take long is not drawn on a card.
      if (costOfLoop(piece, analysis) > MAX_LOOP_COST) return { piece, cost: Infinity };
      if (loopSteps(piece, analysis).length > 0) (await OverLoop.of(piece, analysis)).table(piece);
      return { piece, cost: costOfPicture(piece, analysis) };
    } catch (error) {
      return { refused: errorSentence(error) };
    }
  },
};

export type Reader = typeof reader;
