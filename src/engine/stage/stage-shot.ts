import * as THREE from 'three';
import type { Assets } from '@/core/assets/assets';
import type { Skin } from '@/core/mesh/skin';
import { CopySpots } from '@/core/forms/copy-spots';
import { nextTaskIfLong } from '@/core/next-task';
import { isLink, strandById, type Piece, type Strand } from '@/core/piece/types';
import { formText, type Analysis } from '@/core/weave';
import { needsOrder, surfaceState } from '../surface/surface-state';
import { weaveSurface } from '../surface/woven-surface';
import type { Shared } from '../card/shared';
import type { SurfaceMaterials } from '../surface/surface-materials';
import { MAX_ORDERED_COPIES } from './copy-order';
import { Fisheye } from './fisheye';
import { StageScene, wornOn, type SceneDrawing, type Worn } from './stage-scene';

/**
 * Where copies stand, for the forms whose copies light shines through, and that have so few that they can be put in
 * order.
 */
async function spotsOf(
  piece: Piece,
  assets: Assets,
  analysis: Analysis,
  stage: Strand,
  meshOf: (form: string) => Skin | undefined,
  before: ReadonlyMap<string, CopySpots>,
): Promise<Map<string, CopySpots>> {
  const found = new Map<string, CopySpots>();
  const seeThrough = piece.strands
    .filter((s) => s.kind === 'surface' && needsOrder(surfaceState(piece, analysis, s.id)))
    .map((s) => s.id);
  if (seeThrough.length === 0) return found;
  for (const step of stage.steps) {
    const { form } = step.params;
    const strand = isLink(form) ? strandById(piece, form.link) : undefined;
    const skin = strand && meshOf(strand.id);
    if (!skin?.copies || skin.copies.at.length / 3 > MAX_ORDERED_COPIES || found.has(strand!.id)) continue;
    const known = { most: MAX_ORDERED_COPIES, analysis, before: before.get(strand!.id) };
    const spots = await CopySpots.make(piece, assets, strand!, skin, known);
    if (spots) found.set(strand!.id, spots);
  }
  return found;
}

/** Weaves the text of each thing on a stage, in several tasks where that takes long. Its material finds it woven. */
async function weaveInTurn(piece: Piece, analysis: Analysis, worn: readonly Worn[]): Promise<void> {
  let since = performance.now();
  for (const { surfaces, skin } of worn)
    for (const pair of surfaces) {
      formText(weaveSurface(piece, analysis, { ...pair, skin }).form);
      since = await nextTaskIfLong(since);
    }
}

/** Of a picture of a stage. */
export interface ShotSize {
  /** Pixels. */
  width: number;
  height: number;
  /** Samples of each pixel; 0 for one. */
  samples: number;
  /** How far away things are is kept as well. */
  depth: boolean;
}

/** A stage and the targets that it is shot into: linear light multiplied by its opacity. */
export class StageShot {
  readonly scene: StageScene;
  private readonly shared: Shared;
  private readonly shots = new Map<string, THREE.WebGLRenderTarget>();
  /** What lies behind the surfaces that read it, with its depth; made when one does. */
  private behind: THREE.WebGLRenderTarget | null = null;
  private fisheye: Fisheye | null = null;
  private spots: ReadonlyMap<string, CopySpots> = new Map();

  constructor(
    materials: SurfaceMaterials,
    private readonly renderer: THREE.WebGLRenderer,
  ) {
    this.shared = materials.shared;
    this.scene = new StageScene(materials, renderer);
  }

  /** Works out what has to be known before a piece is built. */
  async prepare(
    piece: Piece,
    assets: Assets,
    analysis: Analysis,
    strand: Strand,
    meshOf: (form: string) => Skin | undefined,
  ): Promise<() => void> {
    const spots = await spotsOf(piece, assets, analysis, strand, meshOf, this.spots);
    const worn = wornOn(piece, analysis, strand, meshOf);
    await weaveInTurn(piece, analysis, worn);
    return () => {
      this.spots = spots;
      this.scene.build(piece, analysis, worn, spots);
    };
  }

  /** Has all programs made that it is drawn with; draws nothing. */
  compile(drawing: Omit<SceneDrawing, 'aspect'>, size: Pick<ShotSize, 'width' | 'height'>): void {
    this.scene.update({ ...drawing, aspect: size.width / size.height }, true);
    const { scene, cameras } = this.scene;
    this.renderer.compile(scene, cameras.now);
    this.renderer.compile(this.scene.shadows(), cameras.now);
    if (cameras.fisheye !== null) this.fisheyeFor(size).compile(this.renderer);
  }

  private fisheyeFor({ width, height }: Pick<ShotSize, 'width' | 'height'>): Fisheye {
    const side = Math.max(width, height) >> 1;
    if (this.fisheye?.side !== side) {
      this.fisheye?.dispose();
      this.fisheye = new Fisheye(side);
    }
    return this.fisheye;
  }

  draw(shot: THREE.WebGLRenderTarget, drawing: Omit<SceneDrawing, 'aspect'>): void {
    this.scene.update({ ...drawing, aspect: shot.width / shot.height });
    const { scene, cameras } = this.scene;
    if (cameras.fisheye !== null) {
      const fisheye = this.fisheyeFor(shot);
      // Six directions share no one picture of what is behind, so nothing bends or fades there.
      this.scene.showBehind(true);
      fisheye.draw(this.renderer, scene, cameras.now, cameras.fisheye, shot);
      this.scene.showBehind(false);
      return;
    }
    if (this.scene.readsBehind) this.drawBehind(shot.width, shot.height);
    this.renderer.setRenderTarget(shot);
    this.renderer.render(scene, cameras.now);
  }

  /** The target for pictures of a size. @param named tells those apart that are kept at the same time */
  target({ width, height, samples, depth }: ShotSize, named: string): THREE.WebGLRenderTarget {
    const key = `${samples}${named}`;
    const known = this.shots.get(key);
    if (known && (known.depthTexture !== null) === depth) {
      known.setSize(width, height);
      return known;
    }
    known?.dispose();
    const made = stageTarget({ width, height, samples, depth });
    this.shots.set(key, made);
    return made;
  }

  private drawBehind(width: number, height: number): void {
    this.behind ??= new THREE.WebGLRenderTarget(width, height, {
      type: THREE.HalfFloatType,
      depthTexture: new THREE.DepthTexture(width, height, THREE.FloatType),
    });
    this.behind.setSize(width, height);
    this.shared.clBehind.value = null;
    this.shared.clBehindDepth.value = null;
    this.scene.showBehind(true);
    this.renderer.setRenderTarget(this.behind);
    this.renderer.render(this.scene.scene, this.scene.cameras.now);
    this.scene.showBehind(false);
    this.shared.clBehind.value = this.behind.texture;
    this.shared.clBehindDepth.value = this.behind.depthTexture;
  }

  dispose(): void {
    this.scene.dispose();
    for (const shot of this.shots.values()) shot.dispose();
    this.behind?.dispose();
    this.fisheye?.dispose();
  }
}

/** @param samples of each pixel; 0 for one */
export const shotTarget = (width: number, height: number, samples: number) =>
  new THREE.WebGLRenderTarget(width, height, {
    type: THREE.HalfFloatType,
    samples,
    minFilter: THREE.LinearFilter,
    magFilter: THREE.LinearFilter,
  });

/** The same, with how far away things are where that is wanted. */
export function stageTarget({ width, height, samples, depth }: ShotSize): THREE.WebGLRenderTarget {
  const made = shotTarget(width, height, samples);
  if (depth) made.depthTexture = new THREE.DepthTexture(width, height, THREE.FloatType);
  return made;
}
