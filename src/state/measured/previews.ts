import { errorSentence } from '@/core/error-sentence';
import { once } from '@/core/once';
import { create } from 'zustand';
import { strandById, isLink, type Piece, type Strand } from '@/core/piece/types';
import type { Skin } from '@/core/mesh/skin';
import type { Preview } from '@/core/preview';
import { patchAcross, patchFor, type Patch, type Patches } from '@/core/preview/where-used';
import { linkedStrands } from '@/core/weave';
import { withoutAssetData, studio } from '@/workers/remotes';
import { Ended } from '@/workers/thread';
import { useTransport } from '../playback/transport';
import { useWorkbench } from '../workbench';

/** While the loop plays, cells are drawn again after this many milliseconds at the earliest. */
const REFRESH_MS = 900;

interface Previews {
  /** By strand and step: `strand/step`. */
  drawn: Record<string, Preview>;
  /** Where fields are shown: across the forms that stand on the stage. */
  patches: Patches;
  /** Pixels of a cell's drawing. */
  size: { width: number; height: number };
}

const NOTHING = { drawn: {}, patches: {} };

export const usePreviews = create<Previews>()(() => ({ ...NOTHING, size: { width: 84, height: 36 } }));

/** Has drawings made in this size. */
export function setDrawingSize(size: Previews['size']): void {
  const now = usePreviews.getState().size;
  if (now.width === size.width && now.height === size.height) return;
  usePreviews.setState({ size });
  nudge?.();
}

/** Forgets what was drawn. */
export const clearPreviews = (): void => usePreviews.setState(NOTHING);

type Across = Pick<Skin, 'positions' | 'copies'>;

/** Meshes are large and mostly the same as before. */
const patchOn = once<Across, Patch>(patchAcross);

/** Shows fields across the forms as they are made now. */
export function showAcross(piece: Piece, meshOf: (form: string) => Across | undefined): void {
  const patches: Record<string, Patch> = {};
  for (const { id, kind } of piece.strands) {
    const mesh = kind === 'form' ? meshOf(id) : undefined;
    if (mesh && mesh.positions.length > 0) patches[id] = patchOn(mesh);
  }
  usePreviews.setState({ patches });
  nudge?.();
}

export const previewKey = (strand: string, step: string) => `${strand}/${step}`;

/** Puts drawings in place of those before. */
export function putPreviews(entries: [string, Preview][]): void {
  usePreviews.setState(({ drawn }) => ({ drawn: { ...drawn, ...Object.fromEntries(entries) } }));
}

/** Everything that a strand's drawings depend on, besides the phase. */
export function dependsOn(piece: Piece, strand: Strand): string {
  const seen = new Map<string, Strand>();
  const visit = (s: Strand) => {
    if (seen.has(s.id)) return;
    seen.set(s.id, s);
    for (const id of linkedStrands(s)) {
      const next = strandById(piece, id);
      if (next) visit(next);
    }
  };
  visit(strand);
  const rows = [...seen.values()].map((s) => [s.id, s.steps]);
  return JSON.stringify([rows, piece.controls.map((c) => c.value), piece.loop]);
}

/** Counts up when pictures have been decoded: drawings made without them are made again. */
let pictures = 0;
let nudge: (() => void) | null = null;
export function bumpPictures(): void {
  pictures++;
  nudge?.();
}

/** Does anything in the strand (or what it takes from) depend on links? Used to order the work. */
const isPlain = (strand: Strand) => !strand.steps.some((s) => Object.values(s.params).some(isLink));

/**
 * The strand that is drawn next: the selected one first, then those that need no others.
 * @param when told by drawings that move with the loop or have a size
 * @param drawn the key under which a strand was drawn last
 * @returns null where all drawings are up to date. Stages and finishes are drawn with the picture.
 */
export function nextDrawing(
  { piece, selected }: { piece: Piece; selected: { strand: string } | null },
  when: string,
  drawn: (strand: string) => string | undefined,
  patches: Patches = {},
): { strand: Strand; key: string } | null {
  const strands = [...piece.strands].sort(
    (a, b) =>
      Number(b.id === selected?.strand) - Number(a.id === selected?.strand) || Number(isPlain(b)) - Number(isPlain(a)),
  );
  for (const strand of strands) {
    if (strand.kind === 'stage' || strand.kind === 'finish') continue;
    const across = strand.kind === 'field' ? JSON.stringify(patchFor(piece, strand, patches)) : '';
    const key = `${strand.kind === 'signal' ? '' : when} ${pictures} ${across} ${dependsOn(piece, strand)}`;
    if (drawn(strand.id) !== key) return { strand, key };
  }
  return null;
}

/**
 * Keeps the cells' drawings up to date in the background, one strand at a time, the selected
 * one first. @returns what ends it.
 */
export function startPreviews(): () => void {
  const done = new Map<string, string>();
  let ended = false;
  let wake: (() => void) | null = null;
  const wakeUp = () => wake?.();
  nudge = wakeUp;
  const stops = [
    useWorkbench.subscribe(wakeUp),
    useTransport.subscribe((now, before) =>
      now.playing ? undefined : now.frame !== before.frame || before.playing ? wakeUp() : undefined,
    ),
  ];

  const run = async () => {
    while (!ended) {
      const { playing, frame } = useTransport.getState();
      const { patches, size } = usePreviews.getState();
      // While the loop plays, drawings follow it now and then.
      const moment = playing ? Math.floor(performance.now() / REFRESH_MS) : frame;
      const when = `${moment} ${size.width}x${size.height}`;
      const job = nextDrawing(useWorkbench.getState(), when, (strand) => done.get(strand), patches);
      if (!job) {
        await new Promise<void>((resolve) => {
          wake = resolve;
          setTimeout(resolve, REFRESH_MS);
        });
        continue;
      }
      done.set(job.strand.id, job.key);
      const { piece } = useWorkbench.getState();
      const phase = useTransport.getState().frame / piece.loop.frames;
      try {
        const drawn = await studio().previews({
          piece: withoutAssetData(piece),
          strand: job.strand.id,
          steps: job.strand.steps.map((s) => s.id),
          size,
          phase,
          patch: patchFor(piece, job.strand, patches),
        });
        putPreviews(drawn.map(([step, preview]) => [previewKey(job.strand.id, step), preview]));
      } catch (error) {
        // Stopped because of another form: it is drawn again.
        if (error instanceof Ended && job.strand.kind !== 'form') done.delete(job.strand.id);
        putPreviews(
          job.strand.steps.map((s) => [previewKey(job.strand.id, s.id), { kind: 'none', why: errorSentence(error) }]),
        );
      }
    }
  };
  void run();
  return () => {
    ended = true;
    nudge = null;
    for (const stop of stops) stop();
    wakeUp();
  };
}
