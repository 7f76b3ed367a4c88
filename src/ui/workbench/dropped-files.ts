import { MIDI_BYTES, MidiError } from '@/core/formats/midi-file';
import { PART_ENDING } from '@/core/formats/part-data';
import { PIECE_ENDING } from '@/core/formats/piece-size';
import { errorSentence } from '@/core/error-sentence';
import { addStep, addStrand, setParam, setSound } from '@/core/piece/edit';
import { momentsOfTriggers } from '@/core/piece/moments';
import { stepById, strandById, type Kind, type ParamAt } from '@/core/piece/types';
import { paramsOf, type Param } from '@/core/steps';
import { shownBy } from '@/core/weave';
import { importTable } from '@/state/assets/colour-tables';
import { keepKnown, newId } from '@/state/storage/saved';
import { importMesh } from '@/state/assets/mesh-files';
import { notify } from '@/state/panels/notify';
import { useParts } from '@/state/storage/parts';
import { importPicture } from '@/state/assets/pictures';
import { importSound, SOUND_ENDINGS } from '@/state/assets/sounds';
import { useWorkbench } from '@/state/workbench';
import { readMidiFile, readPieceFile } from '@/workers/reading';
import { putPicture } from '../tuning/put-picture';
import { takePath } from '../tuning/PathTools';
import { SVG_BYTES, svgPath } from '../tuning/svg-path';

/** Files that are dropped anywhere on the workbench: into the selected step where it takes them, or a new one. */

/** Opens a page of the application. */
type Open = (path: string) => void;

/** Takes a file in. @returns where it is now, in words; empty where that was said; null where it cannot go anywhere */
type Taker = (file: File, open: Open) => Promise<string | null>;

const state = () => useWorkbench.getState();

/** A file's name without its ending, for a strand. */
const nameOf = ({ name }: File) => name.replace(/\.[^.]+$/, '').slice(0, 60) || 'dropped';

/** The first parameter of the selected step that takes such a file. */
function selectedParam(fits: (param: Param) => boolean): ParamAt | null {
  const { piece, selected } = state();
  const step = selected && stepById(strandById(piece, selected.strand), selected.step);
  const param = step && paramsOf(step).find(fits);
  return param ? { ...selected!, param: param.id } : null;
}

/** Makes a strand of a source and a step behind it, and selects its last step. */
function newStrand(kind: Kind, name: string, ops: readonly string[]): ParamAt {
  state().edit((p) => {
    const begun = addStrand(p, kind, name, ops[0]!);
    const id = begun.strands.at(-1)!.id;
    return ops.slice(1).reduce((q, op, i) => addStep(q, id, i + 1, op), begun);
  });
  const strand = state().piece.strands.at(-1)!;
  const step = strand.steps.at(-1)!;
  state().select({ strand: strand.id, step: step.id });
  return { strand: strand.id, step: step.id, param: '' };
}

const placeWords = ({ strand }: { strand: string }) => `in "${strandById(state().piece, strand)?.name}"`;

/** The first parameter that takes such a file, on what is seen where that has one. */
function firstParam(fits: (param: Param) => boolean): ParamAt | null {
  const { piece } = state();
  const { stage, finish } = shownBy(piece);
  const seen = [stage, finish].filter((s) => s !== null);
  for (const strand of [...seen, ...piece.strands]) {
    for (const step of strand.steps) {
      const param = paramsOf(step).find(fits);
      if (param) return { strand: strand.id, step: step.id, param: param.id };
    }
  }
  return null;
}

/** A parameter of a step that is added to the end of the strand that is seen, of a kind. */
function addedTo(kind: 'stage' | 'finish', op: string, param: string): ParamAt | null {
  const strand = shownBy(state().piece)[kind];
  if (!strand) return null;
  state().edit((p) => addStep(p, strand.id, strand.steps.length, op));
  return { strand: strand.id, step: strandById(state().piece, strand.id)!.steps.at(-1)!.id, param };
}

const picture: Taker = async (file) => {
  const asset = await importPicture(file);
  const own = selectedParam((p) => p.type === 'picture' && !p.table);
  const at = own ?? { ...newStrand('field', nameOf(file), ['field.uv', 'field.picture']), param: 'picture' };
  state().edit((p) => putPicture(p, at, asset));
  return placeWords(at);
};

const panorama: Taker = async (file) => {
  const asset = await importPicture(file);
  const fits = (p: Param) => p.type === 'picture' && p.panorama === true;
  const at = selectedParam(fits) ?? firstParam(fits) ?? addedTo('stage', 'stage.surroundings', 'picture');
  if (!at) return null;
  state().edit((p) => putPicture(p, at, asset));
  return `as the surroundings ${placeWords(at)}`;
};

const mesh: Taker = async (file) => {
  const asset = await importMesh(file);
  const own = selectedParam((p) => p.type === 'mesh');
  const at = own ?? { ...newStrand('form', nameOf(file), ['form.file']), param: 'file' };
  state().edit((p) => putPicture(p, at, asset));
  return placeWords(at);
};

const sound: Taker = async (file) => {
  const asset = await importSound(file);
  state().edit((p) => setSound(p, asset));
  return 'as the sound of the loop';
};

const table: Taker = async (file) => {
  const asset = await importTable(file);
  const fits = (p: Param) => p.type === 'picture' && p.table === true;
  const at = selectedParam(fits) ?? firstParam(fits) ?? addedTo('finish', 'finish.table', 'table');
  if (!at) return null;
  state().edit((p) => putPicture(p, at, asset));
  return placeWords(at);
};

const moments: Taker = async (file) => {
  if (file.size > MIDI_BYTES) throw new MidiError('It is larger than 4 MB.');
  const { moments: taken } = momentsOfTriggers(await readMidiFile(file), state().piece.loop);
  if (taken.length === 0) throw new MidiError('Nothing is triggered in it before the loop ends.');
  const own = selectedParam((p) => p.type === 'keys' && p.moments === true);
  const at = own ?? { ...newStrand('signal', nameOf(file), ['signal.moments']), param: 'moments' };
  state().edit((p) => setParam(p, at.strand, at.step, at.param, taken));
  return `as ${taken.length === 1 ? '1 moment' : `${taken.length} moments`} ${placeWords(at)}`;
};

const drawing: Taker = async (file, open) => {
  const own = selectedParam((p) => p.type === 'path');
  if (!own || file.size > SVG_BYTES) return picture(file, open);
  takePath(own, svgPath(await file.text()));
  return placeWords(own);
};

const part: Taker = async (file) => {
  const { readPart } = await import('@/core/formats/part-file');
  const data = readPart(await file.text());
  await useParts.getState().add(data);
  return 'among your parts (Ctrl+K)';
};

const wholePiece: Taker = async (file, open) => {
  const piece = await readPieceFile(file);
  const id = newId();
  await keepKnown(id, piece);
  notify('done', `"${piece.name}" is saved on the shelf now.`, {
    label: 'Open it',
    run: () => open(`/piece/${id}`),
  });
  return '';
};

const endings = (list: string, taker: Taker): [string, Taker][] => list.split(' ').map((e) => [e, taker]);

/** What is done with a file, by the ending of its name; longer endings come first. */
const TAKERS: readonly [ending: string, taker: Taker][] = [
  [PART_ENDING, part],
  [PIECE_ENDING, wholePiece],
  ...endings('.png .jpg .jpeg .webp', picture),
  ['.svg', drawing],
  ['.hdr', panorama],
  ...endings('.obj .ply .stl .glb .gltf', mesh),
  ...SOUND_ENDINGS.map((e): [string, Taker] => [e, sound]),
  ['.cube', table],
  ...endings('.mid .midi', moments),
];

const NO_PLACE: Record<string, string> = {
  '.hdr': 'There is no stage yet for it to surround; make one first.',
  '.cube': 'There is no finish yet for it to colour; make one first.',
};

/** Takes in a file that was dropped on the workbench, or says why not. */
export async function takeDropped(file: File, open: Open): Promise<void> {
  const name = file.name.toLowerCase();
  const found = TAKERS.find(([ending]) => name.endsWith(ending));
  if (!found) {
    notify(
      'error',
      name.endsWith('.zip')
        ? `"${file.name}" may be a backup: drop it on the shelf.`
        : `"${file.name}" is nothing that goes into a piece. Pictures, .hdr, meshes, sounds, .cube, MIDI, SVG, ` +
            'pieces and parts do.',
    );
    return;
  }
  const [ending, taker] = found;
  try {
    const where = await taker(file, open);
    if (where === null) notify('error', `"${file.name}" was not imported. ${NO_PLACE[ending] ?? ''}`.trim());
    else if (where) notify('done', `"${file.name}" is ${where}.`);
  } catch (error) {
    notify('error', `"${file.name}" was not imported. ${errorSentence(error)}`);
  }
}
