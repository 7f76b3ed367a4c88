import * as THREE from 'three';
import { linearOf } from '@/core/colour';
import { CopySpots } from '@/core/forms/copy-spots';
import type { Skin } from '@/core/mesh/skin';
import { isLink, strandById, type Piece, type Strand } from '@/core/piece/types';
import { analyse, type Analysis, type Target } from '@/core/weave';
import { makeShared } from './surface/surface-material';
import { MOST_ORDERED } from './stage/copy-order';
import { Fisheye } from './stage/fisheye';
import { FinishRow, PassTargets } from './finish/finish-row';
import { Follower } from './card/follow';
import { StageScene, type View } from './stage/stage-scene';
import { farFirst } from './stage/standing';
import { needsOrder, surfaceState } from './surface/surface-state';

/** Samples a pixel for edges. Software drawing pays for each, so the preview takes fewer. */
export const EXPORT_SAMPLES = 4;

/** The piece's output: its first finish, or its first stage while there is no finish. */
export function outputOf(piece: Piece): { finish: Strand | null; stage: Strand | null } {
  const finish = piece.strands.find((s) => s.kind === 'finish') ?? null;
  if (!finish) return { finish, stage: piece.strands.find((s) => s.kind === 'stage') ?? null };
  const source = finish.steps[0];
  const link = source?.op === 'finish.shoot' ? source.params.stage : undefined;
  return { finish, stage: isLink(link) ? (piece.strands.find((s) => s.id === link.link) ?? null) : null };
}

/**
 * Where copies stand, for the forms whose copies light shines through, and that have so few that they can be put in
 * order.
 */
async function spotsOf(
  piece: Piece,
  analysis: Analysis,
  stage: Strand | null,
  meshOf: (form: string) => Skin | undefined,
  before: ReadonlyMap<string, CopySpots>,
): Promise<Map<string, CopySpots>> {
  const found = new Map<string, CopySpots>();
  const seeThrough = piece.strands
    .filter((s) => s.kind === 'surface' && needsOrder(surfaceState(piece, analysis, s.id)))
    .map((s) => s.id);
  if (seeThrough.length === 0) return found;
  for (const step of stage?.steps ?? []) {
    const { form } = step.params;
    const strand = isLink(form) ? strandById(piece, form.link) : undefined;
    const skin = strand && meshOf(strand.id);
    if (!skin?.copies || skin.copies.at.length / 3 > MOST_ORDERED || found.has(strand!.id)) continue;
    const spots = await CopySpots.make(piece, strand!, skin, MOST_ORDERED, analysis, before.get(strand!.id));
    if (spots) found.set(strand!.id, spots);
  }
  return found;
}

/** One frame to be drawn. */
export interface Frame {
  /** 0 to 1. */
  phase: number;
  /** Pixels. */
  width: number;
  height: number;
  /** The canvas where null. */
  to?: THREE.WebGLRenderTarget | null;
  /** Samples of each pixel; 0 for one. */
  samples?: number;
  /** The finish is drawn only as far as this step. */
  upTo?: string;
  /** The shot of the frame before is there still: nothing but `to` and `upTo` differs. */
  sameShot?: boolean;
  /** Another piece of the same structure whose numbers are drawn. */
  as?: Piece;
}

/** Draws frames of a piece with a renderer of the library. */
export class Picture {
  private readonly shared = makeShared();
  private readonly stageScene: StageScene;
  /** Finishes, whole and up to a step. */
  private readonly finishes = new Map<string, FinishRow>();
  private readonly targets = new PassTargets();
  /** Finishes known to fit the present piece. */
  private readonly fresh = new Set<string>();
  private readonly shots = new Map<number, THREE.WebGLRenderTarget>();
  /** What lies behind the surfaces that read it, with its depth; made when one does. */
  private behind: THREE.WebGLRenderTarget | null = null;
  private fisheye: Fisheye | null = null;
  private readonly empty = new THREE.Scene();
  private readonly ground = new THREE.Color(0, 0, 0);
  private follower: Follower | null = null;
  private spots: ReadonlyMap<string, CopySpots> = new Map();
  private latest = 0;
  private piece: Piece | null = null;
  private analysis: Analysis | null = null;
  private output: ReturnType<typeof outputOf> = { finish: null, stage: null };
  view: View | null = null;
  /** Light of the picture that was drawn last, before its finish. */
  lastShot: THREE.WebGLRenderTarget | null = null;

  /** @param looking shows a checkerboard where the picture is open */
  constructor(
    readonly renderer: THREE.WebGLRenderer,
    private readonly looking = false,
  ) {
    this.stageScene = new StageScene(this.shared, renderer);
    renderer.setTransparentSort(farFirst);
    renderer.setClearColor(0x000000, 0);
    renderer.outputColorSpace = THREE.LinearSRGBColorSpace;
    renderer.toneMapping = THREE.NoToneMapping;
    renderer.shadowMap.enabled = true;
    renderer.shadowMap.type = THREE.PCFShadowMap;
    this.empty.background = this.ground;
  }

  /** Takes a piece; only what its text or meshes changed is made anew. */
  async setPiece(piece: Piece, meshOf: (form: string) => Skin | undefined): Promise<void> {
    const turn = ++this.latest;
    const analysis = analyse(piece);
    const output = outputOf(piece);
    const follower = await Follower.make(piece, analysis);
    const spots = await spotsOf(piece, analysis, output.stage, meshOf, this.spots);
    // A later piece may have been ready sooner.
    if (turn !== this.latest) return;
    this.piece = piece;
    this.analysis = analysis;
    this.output = output;
    this.follower = follower;
    this.spots = spots;
    this.fresh.clear();
    this.ground.setRGB(...linearOf(piece.picture.background), THREE.LinearSRGBColorSpace);
    if (output.stage) this.stageScene.build(piece, analysis, output.stage, meshOf, spots);
  }

  get ready(): boolean {
    return this.output.finish !== null || this.output.stage !== null;
  }

  /** Draws one frame. */
  draw({ phase, width, height, to = null, samples = 0, upTo, sameShot, as }: Frame): void {
    const { analysis } = this;
    const piece = as ?? this.piece;
    const { follower } = this;
    if (!piece || !analysis || !follower) return;
    const followAs = (other: Piece) => follower.at(other, phase);
    this.shared.clPhase.value = phase;
    this.shared.clSize.value.set(width, height);
    const shot = this.shot(width, height, samples);
    this.lastShot = shot;
    if (!sameShot && this.output.stage) {
      this.stageScene.update(piece, analysis, this.output.stage, width / height, phase, followAs, this.view);
      this.shoot(shot);
    } else if (!sameShot) {
      this.renderer.setRenderTarget(shot);
      this.renderer.render(this.empty, this.stageScene.cameras.now);
    }
    const drawing = { piece, follow: followAs(piece), to, checker: this.looking };
    this.finish(piece, analysis, upTo).draw(this.renderer, this.targets, shot, drawing);
    this.renderer.setRenderTarget(null);
  }

  /** Bounds of what stands on the stage as it was drawn last; null where nothing does. */
  bounds(): THREE.Sphere | null {
    return this.output.stage ? this.stageScene.bounds() : null;
  }

  /** How a form lies in the hall as it was drawn last; null where it does not stand. */
  frameOf(form: string): THREE.Matrix4 | null {
    return this.output.stage ? this.stageScene.frameOf(form) : null;
  }

  /** The camera as it was set last. */
  get camera(): THREE.Camera {
    return this.stageScene.cameras.now;
  }

  private shoot(shot: THREE.WebGLRenderTarget): void {
    const { scene, cameras } = this.stageScene;
    if (cameras.fisheye !== null) {
      const side = Math.max(shot.width, shot.height) >> 1;
      if (this.fisheye?.side !== side) {
        this.fisheye?.dispose();
        this.fisheye = new Fisheye(side);
      }
      // Six directions share no one picture of what is behind, so nothing bends or fades there.
      this.stageScene.showBehind(true);
      this.fisheye.draw(this.renderer, scene, cameras.now, cameras.fisheye, shot);
      this.stageScene.showBehind(false);
      return;
    }
    if (this.stageScene.readsBehind) this.shootBehind(shot.width, shot.height);
    this.renderer.setRenderTarget(shot);
    this.renderer.render(scene, cameras.now);
  }

  private shootBehind(width: number, height: number): void {
    this.behind ??= new THREE.WebGLRenderTarget(width, height, {
      type: THREE.HalfFloatType,
      depthTexture: new THREE.DepthTexture(width, height, THREE.FloatType),
    });
    this.behind.setSize(width, height);
    this.shared.clBehind.value = null;
    this.shared.clBehindDepth.value = null;
    this.stageScene.showBehind(true);
    this.renderer.setRenderTarget(this.behind);
    this.renderer.render(this.stageScene.scene, this.stageScene.cameras.now);
    this.stageScene.showBehind(false);
    this.shared.clBehind.value = this.behind.texture;
    this.shared.clBehindDepth.value = this.behind.depthTexture;
  }

  dispose(): void {
    this.stageScene.dispose();
    for (const finish of this.finishes.values()) finish.dispose();
    this.targets.dispose();
    for (const shot of this.shots.values()) shot.dispose();
    this.behind?.dispose();
    this.fisheye?.dispose();
  }

  private shot(width: number, height: number, samples: number): THREE.WebGLRenderTarget {
    const known = this.shots.get(samples);
    if (known) {
      known.setSize(width, height);
      return known;
    }
    const shot = new THREE.WebGLRenderTarget(width, height, {
      type: THREE.HalfFloatType,
      samples,
      minFilter: THREE.LinearFilter,
      magFilter: THREE.LinearFilter,
    });
    this.shots.set(samples, shot);
    return shot;
  }

  private finish(piece: Piece, analysis: Analysis, step?: string): FinishRow {
    const { finish } = this.output;
    const target: Target | null = finish ? { strand: finish.id, step } : null;
    const place = step ?? 'whole';
    const known = this.finishes.get(place);
    if (known && this.fresh.has(place)) return known;
    this.fresh.add(place);
    if (known && known.key === FinishRow.keyOf(piece, analysis, target)) return known;
    known?.dispose();
    const row = new FinishRow(piece, analysis, target, this.shared);
    this.finishes.set(place, row);
    return row;
  }
}
