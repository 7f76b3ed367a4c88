import { beforeEach, describe, expect, it, vi } from 'vitest';
import { blankPiece, setLoop } from '@/core/piece/edit';
import { expose, storeLook } from '@/core/piece/desk';
import type { Piece, Vector } from '@/core/piece/types';
import type { PictureSeam } from '@/engine/capture/picture-seam';
import type { Viewer } from '@/engine/viewer';
import { STARTERS } from '@/demo';
import { useChecks, type PictureAnswer } from '@/state/measured/checks';
import { usePanels } from '@/state/panels/panels';
import { clearPreviews, usePreviews } from '@/state/measured/previews';
import { useTransport } from '@/state/playback/transport';
import { useWorkbench } from '@/state/workbench';
import { dragView, keyView } from './orbit';
import { pictureIn, placeIn } from '@/actions/picture-box';
import { cameraOf, putCamera } from '@/actions/piece-camera';
import { SNAPSHOT_DELAY_MS, ViewerFeed, type Fed } from '@/actions/viewer-feed';
import { pictureSeam, setViewer } from '@/actions/viewer-handle';

const { piece: veil } = STARTERS.find((s) => s.id === 'tidewater-veil')!;
const length = (v: Vector) => Math.hypot(...v);
const minus = (a: Vector, b: Vector) => a.map((x, i) => x - b[i]!) as Vector;

describe('the camera of a piece', () => {
  it('is that of the stage that is seen, and opens as its lens says', () => {
    const camera = cameraOf(veil)!;
    const { position, lens } = camera.step.params as { position: Vector; lens?: number };
    expect(camera.view.position).toEqual(position);
    // 36 x 24 mm: twice the angle whose tangent is half the height over the focal length.
    expect(Math.tan(camera.angle / 2)).toBeCloseTo(12 / (lens ?? 35));
    expect(cameraOf(blankPiece())).toBeNull();
  });

  it('is put where the view is, to the millimetre', () => {
    const moved = putCamera(veil, cameraOf(veil)!, { position: [1.23456, 2, 3], target: [0, 0.5, 0] });
    expect(cameraOf(moved)!.view).toEqual({ position: [1.235, 2, 3], target: [0, 0.5, 0] });
  });
});

describe('a view', () => {
  const view = { position: [0, 1, 4] as Vector, target: [0, 1, 0] as Vector };
  const stage = { width: 400, height: 200 };

  it('keeps its distance while it is turned, and its direction while it is moved', () => {
    const turned = dragView(view, [30, -12], stage, false);
    expect(length(minus(turned.position, turned.target))).toBeCloseTo(4);
    expect(turned.target).toEqual(view.target);
    const moved = dragView(view, [100, 50], stage, true);
    const [before, after] = [minus(view.target, view.position), minus(moved.target, moved.position)];
    after.forEach((x, i) => expect(x).toBeCloseTo(before[i]!));
    // A quarter of the width to the right is a quarter of the distance to the left.
    expect(moved.target[0]).toBeCloseTo(-1);
    expect(moved.target[1]).toBeCloseTo(2);
  });

  it('is turned back by the opposite key, and leaves other keys alone', () => {
    for (const [key, back] of [
      ['ArrowLeft', 'ArrowRight'],
      ['ArrowUp', 'ArrowDown'],
    ] as const) {
      const there = keyView(view, key)!;
      expect(length(minus(there.position, view.position))).toBeGreaterThan(0.1);
      keyView(there, back)!.position.forEach((x, i) => expect(x).toBeCloseTo(view.position[i]!));
    }
    expect(length(minus(keyView(view, 'PageUp')!.position, view.target))).toBeCloseTo(3.6);
    expect(length(minus(keyView(view, 'PageDown')!.position, view.target))).toBeCloseTo(4.4);
    expect(keyView(view, 'x')).toBeNull();
  });
});

it('a picture lies whole in the middle of its box, and its corners are 0 and 1', () => {
  const box = { left: 10, top: 20, width: 400, height: 100 };
  const wide = pictureIn(box, 8);
  expect(wide).toEqual({ left: 10, top: 45, width: 400, height: 50 });
  const tall = pictureIn(box, 0.5);
  expect(tall).toEqual({ left: 185, top: 20, width: 50, height: 100 });
  expect(placeIn(tall, 185, 20)).toEqual([0, 0]);
  expect(placeIn(tall, 235, 120)).toEqual([1, 1]);
  expect(placeIn(tall, 10, 70)[0]).toBeLessThan(0);
});

const CLOSES: PictureSeam = { most: 0, before: 1, after: 1, closes: true };

it('the seam is measured by the viewer that is there in the end', async () => {
  const answers: ((answer: PictureAnswer) => void)[] = [];
  const made = () => ({ beside: { seam: () => new Promise((a) => answers.push(a)) } }) as unknown as Viewer;
  setViewer(null);
  expect(await pictureSeam()).toBe('making');
  setViewer(made());
  const seam = pictureSeam();
  setViewer(made());
  // The first is gone before it was done, and says so.
  answers[0]!('making');
  await vi.waitFor(() => expect(answers).toHaveLength(2), { timeout: 20_000 });
  answers[1]!(CLOSES);
  expect(await seam).toBe(CLOSES);
  setViewer(null);
});

describe('what the viewer is fed with', () => {
  const pixels = new Uint8ClampedArray(4);
  let shown: { piece: Piece; complete: boolean }[];
  let compared: Parameters<Fed['compare']>[0][];
  let phases: number[];
  let seams: number;
  let known: boolean;
  const viewer: Fed = {
    get isComplete() {
      return known;
    },
    setPiece: async (piece, _meshes, complete) => void shown.push({ piece, complete }),
    playing: false,
    drawnPhase: 0,
    setPhase: (phase) => void phases.push(phase),
    compare: (to) => void compared.push(to),
    beside: {
      seam: async () => {
        seams++;
        return CLOSES;
      },
      snapshots: async (steps, width, height) => steps.map(() => ({ kind: 'picture', width, height, pixels })),
    },
  };
  const meshes = {
    get: () => undefined,
    has: () => known,
    update: async () => {
      known = true;
      return true;
    },
  };
  const fed = async () => {
    await vi.waitFor(() => expect(seams).toBeGreaterThan(0), { timeout: 20_000 });
  };

  beforeEach(() => {
    [shown, compared, phases, seams, known] = [[], [], [], 0, false];
    useWorkbench.getState().open('id', setLoop(veil, { frames: 10, rate: 24 }));
    usePanels.setState({ looking: null, compare: null });
    useTransport.setState({ frame: 0, playing: false });
    useChecks.setState({ making: true, picture: null });
    clearPreviews();
  });

  it('is the piece, first as it is, then with its meshes, whose seam is measured', async () => {
    const feed = new ViewerFeed(viewer, meshes);
    await fed();
    expect(shown.map((s) => s.complete)).toEqual([false, true]);
    expect(useChecks.getState()).toMatchObject({ making: false, picture: { closes: true } });
    useTransport.getState().goTo(3, { frames: 10, play: 'loop' });
    expect(phases.at(-1)).toBeCloseTo(0.3);
    feed.end();
    useTransport.getState().goTo(5, { frames: 10, play: 'loop' });
    useWorkbench.getState().edit((p) => ({ ...p, name: 'other' }));
    expect(phases.at(-1)).toBeCloseTo(0.3);
    expect(shown).toHaveLength(2);
  });

  it('is the step that is looked at, which has no seam', async () => {
    const feed = new ViewerFeed(viewer, meshes);
    await fed();
    const before = seams;
    usePanels.setState({ looking: { strand: 'swell', step: 't2', shownOn: 'frame' } });
    await vi.waitFor(() => expect(shown).toHaveLength(3), { timeout: 20_000 });
    expect(shown[2]!.piece).not.toBe(useWorkbench.getState().piece);
    usePanels.setState({ looking: null });
    await vi.waitFor(() => expect(seams).toBe(before + 1), { timeout: 20_000 });
    expect(shown[3]!.piece).toBe(useWorkbench.getState().piece);
    feed.end();
  });

  it('is measured again by a viewer that takes over, whatever the one before it still answers', async () => {
    const measures: ((answer: PictureAnswer) => void)[] = [];
    const slow: Fed = { ...viewer, beside: { ...viewer.beside, seam: () => new Promise((a) => measures.push(a)) } };
    const first = new ViewerFeed(slow, meshes);
    await vi.waitFor(() => expect(measures).toHaveLength(1), { timeout: 20_000 });
    useChecks.setState({ making: false });
    first.end();
    const second = new ViewerFeed(slow, meshes);
    await vi.waitFor(() => expect(measures).toHaveLength(2), { timeout: 20_000 });
    measures[1]!(CLOSES);
    measures[0]!('making');
    await vi.waitFor(() => expect(useChecks.getState()).toMatchObject({ making: false, picture: CLOSES }), {
      timeout: 20_000,
    });
    second.end();
  });

  it('is a look to compare with, while there is one', async () => {
    const feed = new ViewerFeed(viewer, meshes);
    await fed();
    const at = { strand: 'swell', step: 't2', param: 'scale' };
    useWorkbench.getState().edit((p) => storeLook(expose(p, at, { name: 'size', value: 2, min: 0, max: 4 }), 'calm'));
    const [look] = useWorkbench.getState().piece.looks;
    expect(look).toBeDefined();
    usePanels.setState({ compare: look!.id, split: 0.25 });
    expect(compared.at(-1)).toMatchObject({ split: 0.25 });
    usePanels.setState({ compare: 'gone' });
    expect(compared.at(-1)).toBeNull();
    feed.end();
  });

  it('gives the cells of finish and stage their drawings, a moment after it has come to rest', async () => {
    vi.useFakeTimers();
    const feed = new ViewerFeed(viewer, meshes);
    await vi.advanceTimersByTimeAsync(SNAPSHOT_DELAY_MS + 50);
    const { piece } = useWorkbench.getState();
    const finish = piece.strands.find((s) => s.kind === 'finish')!;
    const drawn = usePreviews.getState().drawn;
    for (const step of finish.steps) expect(drawn[`${finish.id}/${step.id}`]?.kind).toBe('picture');
    const stage = piece.strands.find((s) => s.kind === 'stage')!;
    const place = stage.steps.find((s) => s.op === 'stage.place')!;
    expect(drawn[`${stage.id}/${place.id}`]?.kind).toBe('picture');

    // They follow the playhead where it stands, and not while it runs.
    const cells = () => usePreviews.getState().drawn[`${stage.id}/${place.id}`];
    const first = cells();
    useTransport.getState().play(true);
    useTransport.getState().goTo(2, { frames: 10, play: 'loop' });
    await vi.advanceTimersByTimeAsync(SNAPSHOT_DELAY_MS + 50);
    expect(cells()).toBe(first);
    useTransport.getState().play(false);
    await vi.advanceTimersByTimeAsync(SNAPSHOT_DELAY_MS + 50);
    const second = cells();
    expect(second).not.toBe(first);

    // What was to be drawn while a step was looked at is drawn afterwards.
    usePanels.setState({ looking: { strand: 'swell', step: 't2', shownOn: 'frame' } });
    useTransport.getState().goTo(4, { frames: 10, play: 'loop' });
    await vi.advanceTimersByTimeAsync(SNAPSHOT_DELAY_MS + 50);
    expect(cells()).toBe(second);
    usePanels.setState({ looking: null });
    await vi.advanceTimersByTimeAsync(SNAPSHOT_DELAY_MS + 50);
    expect(cells()).not.toBe(second);
    useTransport.getState().goTo(6, { frames: 10, play: 'loop' });
    await vi.advanceTimersByTimeAsync(SNAPSHOT_DELAY_MS + 50);
    expect(cells()).not.toBe(second);
    feed.end();
    vi.useRealTimers();
  });
});
