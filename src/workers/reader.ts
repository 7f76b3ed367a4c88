import * as Comlink from 'comlink';
import { NO_ASSETS } from '@/core/assets/assets';
import { errorSentence } from '@/core/error-sentence';
import { costOfLoop, costOfPicture } from '@/core/checks/cost';
import { acceptBackup, readBackup, writeBackup, type AcceptedBackup, type Backup } from '@/core/formats/backup';
import { assetId, fromBase64, toBase64 } from '@/core/formats/base64';
import { cubePixels, readCube } from '@/core/formats/cube';
import { readMidi } from '@/core/formats/midi-file';
import { readWav, writeWav } from '@/core/formats/wav';
import { MADE_SOUNDS } from '@/core/sound/made';
import { mixed, type Channels } from '@/core/sound/sound';
import { readPiece, salvagePiece } from '@/core/formats/piece-file';
import type { Pixels } from '@/core/glsl';
import type { Salvaged } from '@/core/piece/salvage';
import type { ReadingProgress } from '@/core/piece/schema';
import type { Trigger } from '@/core/piece/moments';
import type { Piece } from '@/core/piece/types';
import { soundTrack, type SoundTrack } from '@/core/sound/track';
import { analyse, Evaluator, loopSteps, OverLoop } from '@/core/weave';

/** A piece that was taken through all that a picture of it needs. */
export type Vetted =
  { piece: Piece; /** Operations at each place of its picture. */ cost: number } | { refused: string };

/** A .cube as an asset of a piece keeps it, `data` in base64, and as the picture that programs read. */
export interface ReadTableFile {
  pixels: Pixels;
  id: string;
  data: string;
}

/** A file of a sound as an asset of a piece keeps it, `data` in base64, and as signals follow it. */
export interface ReadSoundFile {
  track: SoundTrack;
  id: string;
  data: string;
}

const tablePixels = (bytes: Uint8Array) => cubePixels(readCube(new TextDecoder().decode(bytes)));

/** Operations over the loop beyond which the card of a piece is not drawn: some seconds of work. */
const MAX_LOOP_COST = 1e9;

/** Reads what comes from outside, so that nothing in it can hold up the page. */
export const reader = {
  /** @throws PieceError */
  file: async (file: Blob, progress: ReadingProgress): Promise<Piece> => readPiece(await file.text(), progress),

  /** What is stored in this browser. @throws PieceError */
  stored: (data: unknown, progress: ReadingProgress): Salvaged => salvagePiece(data, progress),

  writeBackup: (backup: Backup, at: number): Uint8Array<ArrayBuffer> => {
    const bytes = writeBackup(backup, at);
    return Comlink.transfer(bytes, [bytes.buffer]);
  },

  /** @throws PieceError */
  backupFile: async (file: Blob, progress: ReadingProgress): Promise<AcceptedBackup> =>
    acceptBackup(readBackup(new Uint8Array(await file.arrayBuffer())), progress),

  /** @throws CubeError */
  async tableFile(file: Blob): Promise<ReadTableFile> {
    const bytes = new Uint8Array(await file.arrayBuffer());
    return { pixels: tablePixels(bytes), id: await assetId(bytes), data: toBase64(bytes) };
  },

  /** Keys that are played in a MIDI file. @throws MidiError */
  midiFile: async (file: Blob): Promise<Trigger[]> => readMidi(new Uint8Array(await file.arrayBuffer())),

  /** @throws CubeError */
  tableData: (base64: string): Pixels => tablePixels(fromBase64(base64)),

  /** @param decoded what the browser made of the file, where that is no WAV @throws SoundError */
  async soundFile(file: Blob, decoded: Channels | null, progress: (part: number) => void): Promise<ReadSoundFile> {
    const bytes = new Uint8Array(await file.arrayBuffer());
    const track = soundTrack(decoded ? mixed(decoded) : readWav(bytes), progress);
    return { track, id: await assetId(bytes), data: toBase64(bytes) };
  },

  /** @throws SoundError */
  soundData: (base64: string, decoded: Channels | null): SoundTrack =>
    soundTrack(decoded ? mixed(decoded) : readWav(fromBase64(base64))),

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
      if (signals.length > 0) await Evaluator.make(piece, NO_ASSETS, signals, analysis);
      // Counted before it is done: what would take long is not drawn on a card.
      if (costOfLoop(piece, analysis) > MAX_LOOP_COST) return { piece, cost: Infinity };
      if (loopSteps(piece, analysis).length > 0) (await OverLoop.forPiece(piece, analysis)).table(piece, NO_ASSETS);
      return { piece, cost: costOfPicture(piece, analysis) };
    } catch (error) {
      return { refused: errorSentence(error) };
    }
  },
};

export type Reader = typeof reader;
