import * as THREE from 'three';
import type { Assets } from '@/core/assets/assets';
import { measureMemory, settlingFrames, type MemoryReading } from '@/core/checks/memory';
import { readsDepth } from '@/core/glsl/lib';
import { nextTask, nextTaskIfLong } from '@/core/next-task';
import type { Skin } from '@/core/mesh/skin';
import { strandById, type Piece } from '@/core/piece/types';
import { analyse, shownBy, stageBehind, withTracks, type Analysis, type Shown, type Target } from '@/core/weave';
import type { DrawnPart } from './card/shot';
import type { Shared } from './card/shared';
import { CompiledParts } from './compiled';
import { Follower } from './card/follow';
import { AssetTextures } from './card/textures';
import { FinishTree, type CompiledTree, type TreeDrawing } from './finish/finish-tree';
import type { PictureValues } from './finish/finish-pass';
import { Memory } from './finish/memory';
import { LoopTexture } from './card/loop-texture';
import { Layout } from './stage/layout';
import type { Placement, View } from './stage/stage-scene';
import { Shots, type Shooting } from './stage/shots';
import type { Shot } from './card/shot';
import type { StageShot } from './stage/stage-shot';
import { farFirst } from './stage/standing';

/** Samples a pixel for edges. Software drawing pays for each, so the preview takes fewer. */
export const EXPORT_SAMPLES = 4;

/** Frames that are drawn of those that a frame remembers. */
export interface Settling {
  done: number;
  total: number;
}

/** What earlier frames are read from, and whether this one joins them. */
export interface MemoryUse {
  memory: Memory;
  /**
   * `add`: the frame is remembered; `settle`: it is drawn to be remembered, and not to be seen; `read`: nothing is
   * added.
   */
  mode: 'add' | 'settle' | 'read';
  /** What it does not know of earlier frames is filled in with the present one, but for steps that never fade. */
  fillIn?: boolean;
  /** The loop plays: frames that were left out belong to what is remembered. */
  runsOn?: boolean;
  /** It is one of many for which the loop is gone through more than once. */
  rounds?: boolean;
}

/** What is drawn in place of the output of the piece that was set. */
export interface DrawnSubject {
  /** This finish, or one as far as this step. */
  upTo?: Target;
  /** Another piece of the same structure, whose numbers are drawn. */
  piece?: Piece;
  /** Nothing differs from what was drawn before but this subject and the target: its shots are there still. */
  sameShot?: boolean;
}

/** One frame to be drawn. */
export interface FrameRequest {
  /** 0 to 1. */
  phase: number;
  /** Pixels. */
  width: number;
  height: number;
  /** The canvas where null. */
  target?: THREE.WebGLRenderTarget | null;
  /** Samples of each pixel; 0 for one. */
  samples?: number;
  /** What the target gets. */
  values?: Extract<PictureValues, 'encoded' | 'light'>;
  /** Without it earlier frames are nothing. */
  remembering?: MemoryUse;
  subject?: DrawnSubject;
  /** Told of each part that was drawn. */
  drew?: (part: DrawnPart) => void;
}

/** What of a frame its programs depend on. */
type FrameToCompile = Pick<FrameRequest, 'phase' | 'width' | 'height'> & Pick<DrawnSubject, 'upTo'>;

/** Draws frames of a piece with a renderer of the library. */
export class PictureRenderer {
  private readonly shared: Shared;
  /** What was compiled for it alone. */
  private readonly own: CompiledParts | null;
  private readonly textures: AssetTextures;
  private readonly shots: Shots;
  private readonly finishes: FinishTree;
  private readonly nothingRemembered: MemoryUse = { memory: new Memory(), mode: 'read' };
  private follower: Follower | null = null;
  private remembered: MemoryReading[] = [];
  private latest = 0;
  private piece: Piece | null = null;
  private analysis: Analysis | null = null;
  private output: Shown = { finish: null, stage: null };
  /** A finish reads how far away things are. */
  private readsDepth = false;
  private readonly loop = new LoopTexture();
  view: View | null = null;
  /** Shots tell how far away things are, whether a finish asks for it or not. */
  measures = false;

  /**
   * @param shownAs how every frame is drawn, whatever its request says
   * @param compiled what the renderer has compiled before; it is not disposed of with the picture
   */
  constructor(
    readonly renderer: THREE.WebGLRenderer,
    private readonly assets: Assets,
    public shownAs: PictureValues | null = null,
    compiled?: CompiledParts,
  ) {
    renderer.setTransparentSort(farFirst);
    renderer.setClearColor(0x000000, 0);
    renderer.outputColorSpace = THREE.LinearSRGBColorSpace;
    renderer.toneMapping = THREE.NoToneMapping;
    renderer.shadowMap.enabled = true;
    renderer.shadowMap.type = THREE.PCFShadowMap;
    this.own = compiled ? null : new CompiledParts();
    const { shared, materials, rows } = (compiled ?? this.own)!;
    this.shared = shared;
    this.textures = new AssetTextures(assets);
    this.shots = new Shots(materials, renderer, this.textures);
    this.finishes = new FinishTree(shared, rows, this.textures);
  }

  /** Takes a piece; only what its text or meshes changed is made again. */
  async setPiece(stored: Piece, meshOf: (form: string) => Skin | undefined): Promise<void> {
    const turn = ++this.latest;
    // The first piece is set while the page puts the interface together, which is work enough for one task.
    if (!this.piece) await nextTask();
    const since = performance.now();
    const piece = withTracks(stored);
    const analysis = analyse(piece);
    const output = shownBy(piece);
    const follower = await Follower.make(piece, this.assets, analysis);
    const remembered = await measureMemory(piece, this.assets, analysis);
    const shown = this.stagesOf(piece, output);
    const build = await this.shots.prepare(piece, analysis, shown, meshOf);
    await nextTaskIfLong(since);
    // A later piece may have been ready sooner.
    if (turn !== this.latest) return;
    this.piece = piece;
    this.analysis = analysis;
    this.output = output;
    this.follower = follower;
    this.remembered = remembered;
    this.readsDepth = piece.strands
      .filter((s) => s.kind === 'finish')
      .some((s) => analysis.types.get(s.id)?.some((r) => r.active && readsDepth(r.definition?.glsl ?? '')));
    this.finishes.changed();
    this.textures.keepOnly(piece.assets);
    build();
  }

  get ready(): boolean {
    return this.output.finish !== null || this.output.stage !== null;
  }

  /** Bytes of the graphics card that earlier frames take at a size in pixels. */
  memoryBytes(width: number, height: number): number {
    const pictures = this.remembered.reduce((sum, { reach }) => sum + (reach > 0 ? reach + 1 : 2), 0);
    return 8 * width * height * pictures;
  }

  get frames(): number {
    return this.piece!.loop.frames;
  }

  /** The frame of the loop in which a phase lies. */
  frameAt(phase: number): number {
    const { frames, play } = this.piece!.loop;
    const frame = Math.floor(phase * frames + 1e-4);
    return play === 'once' ? Math.min(frame, frames - 1) : frame % frames;
  }

  /**
   * Frames to be drawn into a memory, one after the other, before a phase, so that it is the picture of a loop that has
   * been running forever. Where a step never fades there is no such picture: it is that after one loop.
   */
  missing(memory: Memory, phase: number): number[] {
    if (!this.piece || this.remembered.length === 0) return [];
    const { frames, play } = this.piece.loop;
    return memory.missing(this.frameAt(phase), frames, settlingFrames(this.remembered) ?? frames, play);
  }

  /**
   * Has the programs made that a frame is drawn with, and draws nothing: see `programsBegun`.
   * @param upTo a finish as far as a step, in place of the output
   */
  compile({ phase, width, height, upTo }: FrameToCompile): void {
    const { piece, analysis, follower } = this;
    if (!piece || !analysis || !follower) return;
    this.shared.clLoop.value = this.loop.take(follower.loopValues(piece));
    const { finish, stage } = this.output;
    const tree: CompiledTree = {
      piece,
      analysis,
      compileShot: (of) =>
        this.shots.compile((of !== null && strandById(piece, of)) || null, stage, {
          piece,
          analysis,
          phase,
          width,
          height,
          followAt: (other, moment) => follower.at(other, moment),
          view: { stage, view: this.view },
          compileBranch: (worn) => this.finishes.compileBranch(this.renderer, worn, tree),
        }),
    };
    this.finishes.compile(this.renderer, upTo ?? (finish && { strand: finish.id }), tree);
  }

  /** Draws one frame. */
  draw(request: FrameRequest): void {
    const { phase, width, height, target = null, samples = 0, values = 'encoded' } = request;
    const { remembering, subject = {}, drew } = request;
    const { analysis, follower } = this;
    const piece = subject.piece ?? this.piece;
    if (!piece || !analysis || !follower) return;
    const { memory, mode, fillIn = false, runsOn = false, rounds = false } = remembering ?? this.nothingRemembered;
    this.shared.clPhase.value = phase;
    this.shared.clSize.value.set(width, height);
    this.shared.clLoop.value = this.loop.take(follower.loopValues(piece));
    const { frames, play } = piece.loop;
    if (mode !== 'read') memory.turnTo(this.frameAt(phase), { frames, play, width, height, runsOn });
    if (!subject.sameShot) {
      this.shots.begin();
      this.finishes.begin();
    }
    const shooting: Shooting = {
      piece,
      analysis,
      phase,
      width,
      height,
      samples,
      depth: this.readsDepth || this.measures,
      followAt: (other, moment) => follower.at(other, moment),
      wear: (stage, target) => {
        for (const worn of stage.scene.branches) this.finishes.drawBranch(this.renderer, worn, drawing, target);
        return (worn) => this.finishes.textureOf(worn);
      },
      view: { stage: this.output.stage, view: this.view },
      rounds: mode === 'read' ? undefined : rounds,
      drew,
    };
    const drawing: TreeDrawing = {
      piece,
      analysis,
      follow: follower.at(piece, phase),
      shotOf: (finish) =>
        this.shots.shotFor((finish !== null && strandById(piece, finish)) || null, this.output.stage, shooting),
      memory,
      remembers: mode !== 'read',
      unseen: mode === 'settle',
      fillsIn: (step) => fillIn && this.readingOf(step)?.frames !== null,
      reach: (step) => this.readingOf(step)?.reach ?? 0,
      target,
      values: this.shownAs ?? values,
      drew,
    };
    const { finish } = this.output;
    this.finishes.draw(this.renderer, subject.upTo ?? (finish && { strand: finish.id }), drawing);
    this.renderer.setRenderTarget(null);
  }

  /** @param step as `strand/step` */
  private readingOf(step: string): MemoryReading | undefined {
    return this.remembered.find((r) => `${r.strand}/${r.step}` === step);
  }

  /** The stage as it was drawn last, before its finish. */
  get lastShot(): Shot | null {
    return this.shots.last(this.output.stage?.id ?? null);
  }

  /** What stands on the stage that is seen. */
  placements(): Placement[] {
    return this.main?.scene.placements() ?? [];
  }

  /** Bounds of what stands on the stage as it was drawn last; null where nothing does. */
  bounds(): THREE.Sphere | null {
    return this.main?.scene.bounds() ?? null;
  }

  /** The stage before its camera as it was drawn last; null without one. */
  layout(): Layout | null {
    return this.main ? new Layout(this.main.scene) : null;
  }

  /** The stage that the output begins with. */
  private get main(): StageShot | undefined {
    return this.shots.stage(this.output.stage?.id);
  }

  /** Stages that any finish of the output begins with. */
  private stagesOf(piece: Piece, { finish, stage }: Shown): string[] {
    const found = new Set(stage ? [stage.id] : []);
    const finishes = finish ? piece.strands.filter((s) => s.kind === 'finish') : [];
    for (const strand of finishes) {
      const behind = stageBehind(piece, strand);
      if (behind) found.add(behind.id);
    }
    return [...found];
  }

  dispose(): void {
    this.shots.dispose();
    this.finishes.dispose();
    this.nothingRemembered.memory.dispose();
    this.loop.dispose();
    this.textures.dispose();
    this.own?.dispose();
  }
}
