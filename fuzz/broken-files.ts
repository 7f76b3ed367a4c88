import { NO_ASSETS } from '@/core/assets/assets';
import { readHeader } from '@/core/formats/picture-header';
import { readMesh, writeForm } from '@/core/formats/mesh';
import { MESH_TYPES, type MeshFormat } from '@/core/formats/mesh/file-types';
import { writePiece } from '@/core/formats/write-piece';
import { readPiece } from '@/core/formats/piece-file';
import { writePng } from '@/core/formats/png-write';
import { addStep, addStrand, blankPiece } from '@/core/piece/edit';
import { STARTERS } from '@/demo';
import { BROKEN_MEDIA } from './broken-media';
import type { Chance } from './chance';
import { mutated, mutatedText } from './spoil';

/** What a reader may answer with, beside what it reads. */
const OURS = new Set([
  'CubeError',
  'GlslError',
  'MeshError',
  'MidiError',
  'PictureError',
  'PieceError',
  'SoundError',
  'SvgLineError',
]);

const sources = new Map<string, Promise<Uint8Array>>();

/** A small form in a format, to be spoilt. */
function meshFile(format: MeshFormat): Promise<Uint8Array> {
  const piece = addStep(addStrand(blankPiece(), 'form', 'box', 'form.box'), 's1', 1, 'form.paint');
  const made = sources.get(format) ?? writeForm(piece, NO_ASSETS, piece.strands[0]!, { format, phase: 0 });
  sources.set(format, made);
  return made;
}

async function ours(work: () => unknown): Promise<void> {
  try {
    await work();
  } catch (error) {
    if (!OURS.has((error as Error).name)) throw error;
  }
}

/** Spoils one file of each kind and reads it. @throws where a reader answers with anything but data or words of ours */
export async function checkBrokenFiles(chance: Chance): Promise<void> {
  const { piece } = chance.one(STARTERS.slice(0, 6));
  await ours(() => readPiece(mutatedText(chance, writePiece(piece))));
  await ours(() => chance.one(Object.values(BROKEN_MEDIA))(chance));
  const picture = chance.one([
    writePng(Array(4 * 9).fill(7), 3, 3),
    new TextEncoder().encode('<?xml version="1.0"?><!-- a --><svg xmlns="x"></svg>'),
    new TextEncoder().encode('#?RADIANCE\nFORMAT=a\n\n-Y 3 +X 3\nabc'),
  ]);
  await ours(() => readHeader(mutated(chance, picture)));
  const format = chance.one(['glb', 'gltf', 'obj', 'ply', 'stl'] as const);
  const file = await meshFile(format);
  const spoilt =
    format === 'obj' || format === 'gltf'
      ? new TextEncoder().encode(mutatedText(chance, new TextDecoder().decode(file)))
      : mutated(chance, file);
  await ours(async () => {
    const mesh = await readMesh(spoilt, MESH_TYPES[format]!);
    const points = mesh.positions.length / 3;
    if (mesh.corners.some((c) => c >= points))
      throw new Error(`A ${format} file: a corner beyond the points was imported.`);
    if (
      [mesh.positions, ...Object.values(mesh.pointData).map((a) => a.data)].some((data) =>
        data.some((v) => !Number.isFinite(v)),
      )
    )
      throw new Error(`A ${format} file: values that are not numbers were imported.`);
    if (mesh.faceStarts.at(-1) !== mesh.corners.length)
      throw new Error(`A ${format} file: faces and corners do not agree.`);
  });
}
