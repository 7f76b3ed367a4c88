import { NO_ASSETS } from '@/core/assets/assets';
import * as THREE from 'three';
import { beforeAll, describe, expect, it } from 'vitest';
import { bakeSkin } from '@/core/forms/bake';
import type { Skin } from '@/core/mesh/skin';
import { setParam, setPicture, toggleStep } from '@/core/piece/edit';
import type { Piece, Step } from '@/core/piece/types';
import { analyse } from '@/core/weave';
import { STARTERS } from '@/demo';
import { Follower } from '../card/follow';
import { AssetTextures } from '../card/textures';
import { shownBy } from '@/core/weave';
import { makeShared } from '../card/shared';
import { SurfaceMaterials } from '../surface/surface-materials';
import { Layout } from './layout';
import { StageScene, wornOn } from './stage-scene';

/** Surroundings are baked by a card; here they are left out, which touches nothing else. */
const NO_CARD = undefined as unknown as THREE.WebGLRenderer;
const withoutSurroundings = (piece: Piece): Piece =>
  piece.strands
    .flatMap((s) => s.steps.map((t) => [s.id, t] as const))
    .filter(([, t]) => t.op === 'stage.surroundings' && !t.off)
    .reduce((p, [strand, t]) => toggleStep(p, strand, t.id), piece);

/** Few vertices: what is tested here is what stands where. */
function coarse(piece: Piece): Piece {
  const few = structuredClone(piece);
  for (const { params } of few.strands.flatMap((s) => s.steps))
    for (const count of ['columns', 'rows']) if (typeof params[count] === 'number') params[count] = 6;
  return withoutSurroundings(few);
}

const STAGES = STARTERS.map(({ id, piece }) => ({ id, piece: coarse(piece) })).filter(
  ({ piece }) => shownBy(piece).stage,
);

async function skinsOf(piece: Piece): Promise<Map<string, Skin>> {
  const skins = new Map<string, Skin>();
  for (const strand of piece.strands.filter((s) => s.kind === 'form')) {
    const skin = await bakeSkin(piece, NO_ASSETS, strand);
    if (skin) skins.set(strand.id, skin);
  }
  return skins;
}

/** A stage as the picture has it at a phase. */
async function stageOf(
  piece: Piece,
  skins: Map<string, Skin>,
  scene = new StageScene(new SurfaceMaterials(makeShared()), NO_CARD),
  phase = 0,
) {
  const analysis = analyse(piece);
  const { stage } = shownBy(piece);
  const follower = await Follower.make(piece, NO_ASSETS, analysis);
  scene.build(
    piece,
    analysis,
    wornOn(piece, analysis, stage!, (form) => skins.get(form)),
    new Map(),
  );
  scene.update({
    piece,
    analysis,
    strand: stage!,
    aspect: 16 / 9,
    phase,
    followAs: (p) => follower.at(p, phase),
    pictures: new AssetTextures(NO_ASSETS).with(() => new THREE.Texture()),
    view: null,
  });
  return scene;
}

const lightsIn = (scene: THREE.Scene) => scene.children.filter((c): c is THREE.Light => c instanceof THREE.Light);
const groupsIn = (scene: THREE.Scene) => scene.children.filter((c): c is THREE.Group => c instanceof THREE.Group);
const drawn = (scene: THREE.Scene) => groupsIn(scene).flatMap((g) => g.children as THREE.Mesh[]);
const LIGHTS = new Set(['stage.sun', 'stage.fill', 'stage.point', 'stage.spot']);
const stepsOn = (piece: Piece): Step[] => shownBy(piece).stage!.steps.filter((s) => !s.off);
const numbers = (scene: THREE.Scene) =>
  drawn(scene)
    .flatMap((m) => [...m.matrixWorld.elements, m.userData.far as number])
    .concat(lightsIn(scene).map((l) => l.intensity));

describe.each(STAGES)('the stage of $id', ({ piece }) => {
  let skins: Map<string, Skin>;
  let stage: StageScene;
  beforeAll(async () => {
    skins = await skinsOf(piece);
    stage = await stageOf(piece, skins);
  });

  it('holds what its steps put there: each form in what it wears, each light', () => {
    const { scene } = stage;
    const standing = stepsOn(piece).filter((s) => s.op === 'stage.place' || s.op === 'stage.floor');
    expect(groupsIn(scene)).toHaveLength(standing.length);
    expect(drawn(scene).length).toBeGreaterThanOrEqual(standing.length);
    for (const object of drawn(scene)) expect(object.geometry.getAttribute('position').count).toBeGreaterThan(0);
    expect(lightsIn(scene)).toHaveLength(stepsOn(piece).filter((s) => LIGHTS.has(s.op)).length);
    for (const value of numbers(scene)) expect(value).not.toBeNaN();
  });

  it('is seen from its camera, and all that stands is within its bounds', () => {
    const camera = stepsOn(piece).findLast((s) => s.op === 'stage.camera');
    const { position } = camera?.params ?? {};
    if (Array.isArray(position) && position.every((p) => typeof p === 'number'))
      position.forEach((p, i) => expect(stage.cameras.now.position.toArray()[i]).toBeCloseTo(p));
    const bounds = stage.bounds()!;
    expect(bounds.radius).toBeGreaterThan(0);
    const forms = stepsOn(piece).filter((s) => s.op === 'stage.place');
    for (const { params } of forms) expect(stage.frames().has((params.form as { link: string }).link)).toBe(true);
    expect(new Layout(stage).places('gone')).toBeNull();
  });

  it('keeps what did not change, takes down what goes, and puts it up again', async () => {
    const scene = await stageOf(piece, skins);
    const before = drawn(scene.scene);
    await stageOf(piece, skins, scene, 0.25);
    expect(drawn(scene.scene)).toEqual(before);
    const strand = shownBy(piece).stage!;
    const place = stepsOn(piece).find((s) => s.op === 'stage.place')!;
    await stageOf(toggleStep(piece, strand.id, place.id), skins, scene);
    expect(groupsIn(scene.scene)).toHaveLength(groupsIn(stage.scene).length - 1);
    await stageOf(piece, skins, scene);
    expect(drawn(scene.scene)).toHaveLength(before.length);
    const light = stepsOn(piece).find((s) => LIGHTS.has(s.op));
    if (light) {
      await stageOf(toggleStep(piece, strand.id, light.id), skins, scene);
      expect(lightsIn(scene.scene)).toHaveLength(lightsIn(stage.scene).length - 1);
    }
    scene.dispose();
    expect(drawn(scene.scene)).toHaveLength(0);
    expect(lightsIn(scene.scene)).toHaveLength(0);
  });

  it('stands the same at both sides of the seam', async () => {
    const begin = numbers((await stageOf(piece, skins, undefined, 0)).scene);
    const end = numbers((await stageOf(piece, skins, undefined, 1)).scene);
    begin.forEach((value, i) => expect(end[i]).toBeCloseTo(value, 4));
  });
});

describe('what stands', () => {
  const { piece } = STAGES.find((s) => s.id === 'tidewater-veil')!;
  const { stage } = shownBy(piece);
  const place = stage!.steps.find((s) => s.op === 'stage.place')!;

  it('is where its step puts it, turned and sized', async () => {
    const moved = setParam(setParam(piece, stage!.id, place.id, 'position', [1, 2, 3]), stage!.id, place.id, 'size', 2);
    const scene = await stageOf(setParam(moved, stage!.id, place.id, 'turn', [0, 90, 0]), await skinsOf(piece));
    const frame = scene.frames().get('sea')!;
    const at = new THREE.Vector3(1, 0, 0).applyMatrix4(frame).toArray();
    // A quarter turn about the upright axis brings x to -z.
    [1, 2, 1].forEach((v, i) => expect(at[i]).toBeCloseTo(v));
  });

  it('is there or not, as its keys say; so is a light', async () => {
    const keys = [
      { at: 0, value: 0, ease: 'held' as const },
      { at: 0.5, value: 1, ease: 'held' as const },
    ];
    const sun = stage!.steps.find((s) => LIGHTS.has(s.op))!;
    const going = setParam(setParam(piece, stage!.id, place.id, 'there', { keys }), stage!.id, sun.id, 'there', {
      keys,
    });
    const skins = await skinsOf(piece);
    const scene = await stageOf(going, skins, undefined, 0.25);
    const gone = groupsIn(scene.scene).filter((g) => !g.visible).length;
    const dark = lightsIn(scene.scene).filter((l) => l.intensity === 0).length;
    expect([gone, dark]).toEqual([1, 1]);
    await stageOf(going, skins, scene, 0.75);
    expect(groupsIn(scene.scene).every((g) => g.visible)).toBe(true);
    expect(lightsIn(scene.scene).every((l) => l.intensity > 0)).toBe(true);
  });

  it('lies in a layout as it was drawn, whatever phase is drawn after it', async () => {
    const camera = stage!.steps.find((s) => s.op === 'stage.camera')!;
    const turning = setParam(piece, stage!.id, camera.id, 'orbit', 1);
    const skins = await skinsOf(piece);
    const scene = await stageOf(turning, skins);
    const layout = new Layout(scene);
    const corner = () => layout.places('sea')!.project([1, 0, 0])!;
    const before = [corner(), layout.places(null)!.distance([1, 2, 3])];
    await stageOf(setParam(turning, stage!.id, place.id, 'position', [0, 3, 0]), skins, scene, 0.3);
    expect([corner(), layout.places(null)!.distance([1, 2, 3])]).toEqual(before);
    expect(new Layout(scene).places('sea')!.project([1, 0, 0])).not.toEqual(corner());
  });

  it('is found again from where it is seen: by its distance, and by its height', async () => {
    const scene = await stageOf(piece, await skinsOf(piece));
    const { now } = scene.cameras;
    const layout = new Layout(scene);
    for (const space of ['sea', null])
      for (const at of [
        [1, 0, 0],
        [-0.4, 0.3, 0.8],
      ] as [number, number, number][]) {
        const places = layout.places(space)!;
        const { x, y } = places.project(at)!;
        const [hall] = [new THREE.Vector3(...at)];
        const matrix = space === null ? new THREE.Matrix4() : scene.frames().get(space)!;
        const metres = -hall.applyMatrix4(matrix).applyMatrix4(now.matrixWorldInverse).z;
        const found = [places.seenAt(x, y, metres), places.atHeight(x, y, at[1])!];
        for (const place of found) place.forEach((v, i) => expect(v).toBeCloseTo(at[i]!, 3));
      }
    expect(layout.places(null)!.atHeight(0.5, 0.01, -1e6), 'above the horizon').toBeNull();
  });

  it('is hidden while what lies behind it is drawn, if it reads that', async () => {
    const reading = STAGES.filter(({ piece: p }) => JSON.stringify(p).includes('surface.bend'));
    for (const { piece: p } of reading) {
      const scene = await stageOf(p, await skinsOf(p));
      if (!scene.readsBehind) continue;
      scene.showBehind(true);
      expect(drawn(scene.scene).some((m) => !m.visible)).toBe(true);
      scene.showBehind(false);
      expect(drawn(scene.scene).every((m) => m.visible)).toBe(true);
    }
    expect((await stageOf(piece, await skinsOf(piece))).readsBehind).toBe(false);
  });
});

it('small pictures get small shadow maps, whose softness covers as much of the stage', async () => {
  const { piece } = STAGES.find((s) => s.id === 'tidewater-veil')!;
  const skins = await skinsOf(piece);
  const [large, small] = await Promise.all(
    [1920, 128].map(async (width) => {
      const { scene } = await stageOf(setPicture(piece, { width, height: width / 2 }), skins);
      return lightsIn(scene).find((l): l is THREE.DirectionalLight => l instanceof THREE.DirectionalLight)!.shadow;
    }),
  );
  expect([large!.mapSize.x, small!.mapSize.x]).toEqual([1024, 256]);
  expect(small!.radius / small!.mapSize.x).toBeCloseTo(large!.radius / large!.mapSize.x);
});
