import { writeMidi, type MidiEvent } from 'midi-file';
import { readBackup, acceptBackup, writeBackup } from '@/core/formats/backup';
import { cubePixels, readCube } from '@/core/formats/cube';
import { readMidi } from '@/core/formats/midi-file';
import { partData } from '@/core/formats/part-data';
import { readPart } from '@/core/formats/part-file';
import { writePiece } from '@/core/formats/write-piece';
import { acceptPiece, salvagePiece } from '@/core/formats/piece-file';
import { svgLine } from '@/core/formats/svg-line';
import { readWav, SOUND_LIMITS, writeWav } from '@/core/formats/wav';
import { addStrand, blankPiece } from '@/core/piece/edit';
import { momentsOfTriggers } from '@/core/piece/moments';
import { STARTERS } from '@/demo';
import { RECIPES } from '@/demo/recipes';
import { panoramaReader } from '@/workers/panorama-reader';
import type { Chance } from './chance';
import { mutated, mutatedText } from './spoil';

/** A file of some kind, spoilt, and what has to hold of what is read of it. @throws where something does not */
type Spoilt = (chance: Chance) => void;

const bytesOf = (text: string) => new TextEncoder().encode(text);
const must = (holds: boolean, sentence: string): void => {
  if (!holds) throw new Error(sentence);
};

const TONE = writeWav({ rate: 8000, samples: Float32Array.from({ length: 200 }, (_, i) => Math.sin(i / 5)) });
const note = (deltaTime: number): MidiEvent => ({
  type: 'noteOn',
  deltaTime,
  channel: 0,
  noteNumber: 60,
  velocity: 90,
});
const TUNE = Uint8Array.from(
  writeMidi({
    header: { format: 0, numTracks: 1, ticksPerBeat: 96 },
    tracks: [[note(0), note(40), note(90), { type: 'endOfTrack', deltaTime: 0 } as MidiEvent]],
  }),
);
const TABLE = 'TITLE "a"\nLUT_3D_SIZE 2\n0 0 0\n1 0 0\n0 1 0\n1 1 0\n0 0 1\n1 0 1\n0 1 1\n1 1 1\n';
const PANORAMA = bytesOf(`#?RADIANCE\nFORMAT=32-bit_rle_rgbe\n\n-Y 2 +X 3\n${'abcd'.repeat(6)}`);
const LINE = 'M0 0 L10 0 Q15 5 10 10 C1 2 3 4 5 6 A4 5 0 1 0 2 2 H3 V4 Z';

export const BROKEN_MEDIA: Record<string, Spoilt> = {
  wav: (chance) => {
    const { samples } = readWav(mutated(chance, TONE));
    must(
      samples.every((v) => Math.abs(v) <= SOUND_LIMITS.sample),
      'A WAV: a sample beyond its limit was imported.',
    );
  },
  midi: (chance) => {
    const piece = addStrand(blankPiece(), 'signal', 'a', 'signal.moments', {
      moments: momentsOfTriggers(readMidi(mutated(chance, TUNE)), blankPiece().loop).moments,
    });
    acceptPiece(JSON.parse(JSON.stringify(piece)));
  },
  cube: (chance) => {
    const { entries, ...table } = readCube(mutatedText(chance, TABLE));
    must(entries.every(Number.isFinite), 'A .cube: a number that is none was imported.');
    cubePixels({ entries, ...table });
  },
  svg: (chance) => {
    const { points } = svgLine({
      name: 'path',
      attribute: (name) => (name === 'd' ? mutatedText(chance, LINE) : null),
      transforms: chance.happens(0.5) ? [mutatedText(chance, 'rotate(30) scale(2 3)')] : [],
    });
    must(
      points.every((p) => p.every(Number.isFinite)),
      'An SVG: a point that is none was imported.',
    );
  },
  panorama: (chance) => {
    const read = panoramaReader.read(mutated(chance, PANORAMA).buffer as ArrayBuffer);
    must(read === null || read.data.length === 4 * read.width * read.height, 'An .hdr: pixels are missing.');
  },
  part: (chance) => {
    const recipe = chance.one(RECIPES);
    readPart(mutatedText(chance, JSON.stringify(partData(recipe, recipe.clip()))));
  },
  backup: (chance) => {
    const { piece } = chance.one(STARTERS.slice(0, 3));
    const backup = { pieces: [{ piece, name: piece.name, changed: 1e12, versions: [] }], parts: [] };
    acceptBackup(readBackup(mutated(chance, writeBackup(backup, 1e12))));
  },
  'stored piece': (chance) => {
    const { piece } = chance.one(STARTERS.slice(0, 6));
    let data: unknown;
    try {
      data = JSON.parse(mutatedText(chance, writePiece(piece)));
    } catch {
      return;
    }
    const salvaged = salvagePiece(data);
    acceptPiece(JSON.parse(JSON.stringify(salvaged.piece)));
  },
  names: (chance) => {
    const name = chance.one(['<img src=x onerror=alert(1)>', '\u202Eabc', 'constructor', '"; drop', '𝕏'.repeat(40)]);
    const piece = { ...blankPiece(), name };
    must(acceptPiece(JSON.parse(JSON.stringify(piece))).name === name, 'A name changed on its way.');
    must(bytesOf(writePiece(piece)).length > 0, 'A name cannot be written.');
  },
};
