import * as THREE from 'three';
import { linearOf } from '@/core/colour';
import { strandById, type Piece, type Strand } from '@/core/piece/types';
import type { Skin } from '@/core/mesh/skin';
import type { Shutter } from '@/core/steps';
import { isActive, plainParams, shotBehind, type Analysis, type Target } from '@/core/weave';
import type { Follow } from '../card/follow';
import type { DrawnPart, Shot } from '../card/shot';
import type { AssetTextures, FinishTexture } from '../card/textures';
import type { Shared } from '../card/shared';
import type { SurfaceMaterials } from '../surface/surface-materials';
import { Exposure } from './exposure';
import { momentOf } from './moments';
import type { SceneDrawing, View } from './stage-scene';
import { RoundShots } from './round-shots';
import { shotTarget, stageTarget, StageShot, type ShotSize } from './stage-shot';

/** What stages are shot with. */
export interface Shooting extends ShotSize {
  piece: Piece;
  analysis: Analysis;
  phase: number;
  /** Values of signals of a piece at a phase. */
  followAt: (piece: Piece, phase: number) => Follow;
  /** Draws the pictures of other finishes that are worn on a stage, and gives them. */
  wear: (stage: StageShot, target: THREE.WebGLRenderTarget) => FinishTexture;
  /** For this stage alone. */
  view: { stage: Strand | null; view: View | null };
  /** The loop is gone through more than once; unsaid for pictures beside the running one. */
  rounds?: boolean;
  /** Told of each stage that was shot. */
  drew?: (part: DrawnPart) => void;
}

/** What the programs of stages are made for. */
export interface Compiling extends Pick<
  Shooting,
  'piece' | 'analysis' | 'phase' | 'width' | 'height' | 'followAt' | 'view'
> {
  /** Has the programs made of a finish that is worn on a stage. */
  compileBranch: (worn: Target) => void;
}

/** A shot and what it was taken of. */
interface Taken {
  shot: Shot;
  /** The last frame that began with it. */
  frame: number;
  subject: Pick<Shooting, 'piece' | 'analysis' | 'width' | 'height' | 'samples' | 'depth'> & { view: View | null };
  phase: number;
}

/** A shot that is asked for. */
interface Asked {
  /** The same for all that begin with one picture. */
  key: string;
  /** The background where null. */
  stage: Strand | null;
  /** The finish whose shutter is open for longer than an instant. */
  exposed: { finish: string; shutter: Shutter } | null;
  subject: Taken['subject'];
}

/**
 * The pictures of stages that finishes begin with, each taken once a frame, and not again while the stage stands still:
 * what a memory needs of earlier frames is the same picture many times then.
 */
export class Shots {
  private readonly stages = new Map<string, StageShot>();
  /** The background, where a finish begins with no stage. */
  private readonly bare = new Map<number, THREE.WebGLRenderTarget>();
  private readonly empty = new THREE.Scene();
  private readonly camera = new THREE.Camera();
  /** In place of pictures that are worn, where none are drawn. */
  private readonly nothing = new THREE.Texture();
  private readonly ground = new THREE.Color(0, 0, 0);
  private exposure: Exposure | null = null;
  private readonly taken = new Map<string, Taken>();
  private readonly round = new RoundShots(sameOf);
  /** Counts the frames. */
  private frame = 0;
  private readonly latest = new Map<string, Shot>();
  private readonly shared: Shared;

  constructor(
    private readonly materials: SurfaceMaterials,
    private readonly renderer: THREE.WebGLRenderer,
    private readonly textures: AssetTextures,
  ) {
    this.shared = materials.shared;
    this.empty.background = this.ground;
  }

  /** Works out what has to be known before stages of a piece are built. @returns builds them, and releases others */
  async prepare(
    piece: Piece,
    analysis: Analysis,
    shown: readonly string[],
    meshOf: (form: string) => Skin | undefined,
  ): Promise<() => void> {
    for (const id of shown) if (!this.stages.has(id)) this.stages.set(id, new StageShot(this.materials, this.renderer));
    const builds = await Promise.all(
      shown.map((id) =>
        this.stages.get(id)!.prepare(piece, this.textures.assets, analysis, strandById(piece, id)!, meshOf),
      ),
    );
    return () => {
      this.ground.setRGB(...linearOf(piece.picture.background), THREE.LinearSRGBColorSpace);
      this.endRounds();
      this.taken.clear();
      for (const build of builds) build();
      for (const [id, stage] of this.stages) {
        if (shown.includes(id)) continue;
        stage.dispose();
        this.stages.delete(id);
        this.latest.delete(id);
      }
    };
  }

  /** A frame is drawn again. */
  begin(): void {
    this.frame++;
  }

  /** The stage as it was drawn last. */
  stage(id: string | undefined): StageShot | undefined {
    return this.stages.get(id ?? '');
  }

  /** A stage as it was drawn last, before its finish; the background where null. */
  last(stage: string | null): Shot | null {
    return this.latest.get(stage ?? '') ?? null;
  }

  /** The picture that a finish begins with; that of a stage where there is no finish. */
  shotFor(finish: Strand | null, stageAlone: Strand | null, shooting: Shooting): Shot {
    const asked = askedFor(finish, stageAlone, shooting);
    const { key, stage, subject } = asked;
    const known = this.taken.get(key);
    if (known?.frame === this.frame) return known.shot;
    if (known && hasStood(known, asked, shooting)) {
      known.frame = this.frame;
      return known.shot;
    }
    if (shooting.rounds === false) this.endRounds();
    // What is worn on a stage may remember other frames in the next round.
    const repeats = shooting.rounds && stage && this.stages.get(stage.id)!.scene.branches.length === 0;
    const shot = repeats
      ? this.ofRound(asked, shooting)
      : this.shotInto(this.targetFor(asked, shooting), asked, shooting);
    this.taken.set(key, { shot, frame: this.frame, subject, phase: shooting.phase });
    this.latest.set(stage?.id ?? '', shot);
    return shot;
  }

  /** One of a loop that is gone through more than once: shot in the first round alone, where there is room for it. */
  private ofRound(asked: Asked, shooting: Shooting): Shot {
    const key = `${asked.key} ${shooting.phase}`;
    const before = this.round.find(key, asked.subject);
    if (before) return before;
    const own = this.round.room(asked.subject, stageTarget);
    const shot = this.shotInto(own ?? this.targetFor(asked, shooting), asked, shooting);
    if (own) this.round.keep(key, shot, asked.subject);
    return shot;
  }

  private targetFor({ stage, exposed }: Asked, shooting: Shooting): THREE.WebGLRenderTarget {
    const { width, height, samples } = shooting;
    if (!stage) return this.bareTarget(width, height, samples);
    return this.stages.get(stage.id)!.target(shooting, exposed?.finish ?? '');
  }

  private shotInto(target: THREE.WebGLRenderTarget, { stage, exposed }: Asked, shooting: Shooting): Shot {
    const { piece, phase } = shooting;
    if (!stage) {
      this.renderer.setRenderTarget(target);
      this.renderer.render(this.empty, this.camera);
    } else if (exposed) {
      this.exposure ??= new Exposure(this.renderer);
      this.exposure.take(target, exposed.shutter, (later) =>
        this.shoot(stage, target, shooting, phaseAfter(piece, phase, later)),
      );
    } else this.shoot(stage, target, shooting, phase);
    if (stage) shooting.drew?.({ strand: stage.id, steps: [] });
    return { target, lens: this.shared.clLens.value.clone() };
  }

  /** Has the programs made of the stage that a finish begins with; draws nothing. */
  compile(finish: Strand | null, stageAlone: Strand | null, shooting: Compiling): void {
    const { piece, analysis, phase, followAt, width, height } = shooting;
    const behind = finish && shotBehind(piece, finish);
    const stage = finish ? (behind?.stage ?? null) : stageAlone;
    const shot = stage && this.stages.get(stage.id);
    if (!shot) return;
    for (const worn of shot.scene.branches) shooting.compileBranch(worn);
    if (behind && shutterOf(piece, analysis, behind.finish, followAt(piece, phase), phase))
      (this.exposure ??= new Exposure(this.renderer)).compile();
    shot.compile(
      this.drawingOf(stage, shooting, phase, () => this.nothing),
      { width, height },
    );
  }

  private drawingOf(
    strand: Strand,
    { piece, analysis, followAt, view }: Pick<Shooting, 'piece' | 'analysis' | 'followAt' | 'view'>,
    phase: number,
    branch: FinishTexture,
  ): Omit<SceneDrawing, 'aspect'> {
    return {
      piece,
      analysis,
      strand,
      pictures: this.textures.with(branch),
      phase,
      followAs: (other) => followAt(other, phase),
      view: strand === view.stage ? view.view : null,
    };
  }

  private shoot(strand: Strand, target: THREE.WebGLRenderTarget, shooting: Shooting, phase: number): void {
    const stage = this.stages.get(strand.id)!;
    const drawing = this.drawingOf(strand, shooting, phase, shooting.wear(stage, target));
    this.shared.clPhase.value = phase;
    stage.draw(target, drawing);
    this.shared.clPhase.value = shooting.phase;
  }

  /** What was shot for rounds is not there any more. */
  private endRounds(): void {
    for (const [key, { shot }] of this.taken) if (this.round.holds(shot)) this.taken.delete(key);
    for (const [key, shot] of this.latest) if (this.round.holds(shot)) this.latest.delete(key);
    this.round.clear();
  }

  private bareTarget(width: number, height: number, samples: number): THREE.WebGLRenderTarget {
    const known = this.bare.get(samples) ?? shotTarget(width, height, samples);
    this.bare.set(samples, known);
    known.setSize(width, height);
    return known;
  }

  /** Lets go of the materials of its stages, and disposes of the rest. */
  dispose(): void {
    for (const stage of this.stages.values()) stage.dispose();
    for (const shot of this.bare.values()) shot.dispose();
    this.round.clear();
    this.exposure?.dispose();
  }
}

/** Which shot a finish begins with. */
function askedFor(finish: Strand | null, stageAlone: Strand | null, shooting: Shooting): Asked {
  const { piece, analysis, phase, followAt, width, height, samples, depth } = shooting;
  const behind = finish && shotBehind(piece, finish);
  const stage = finish ? (behind?.stage ?? null) : stageAlone;
  const shutter = behind && shutterOf(piece, analysis, behind.finish, followAt(piece, phase), phase);
  const view = stage && stage === shooting.view.stage ? shooting.view.view : null;
  return {
    key: `${stage?.id ?? ''}${shutter ? ` ${shutter.open} ${shutter.pictures}` : ''}`,
    stage,
    exposed: shutter && { finish: behind.finish.id, shutter },
    subject: { piece, analysis, width, height, samples, depth, view },
  };
}

/** Is a shot that was taken before what would be taken now? */
function hasStood(
  known: Taken,
  { stage, exposed, subject }: Asked,
  { piece, analysis, phase, followAt, drew }: Shooting,
) {
  // What is measured is drawn every time. An open shutter sees other phases as well.
  if (exposed || drew || !sameOf(known.subject, subject)) return false;
  const momentAt = (at: number) => stage && momentOf(piece, analysis, stage, followAt(piece, at), at);
  const moment = momentAt(phase);
  return moment !== null && moment === momentAt(known.phase);
}

const sameOf = (a: Taken['subject'], b: Taken['subject']) =>
  (Object.keys(a) as (keyof Taken['subject'])[]).every((k) => a[k] === b[k]);

/** The phase so many frames later: over the seam where the piece goes round, held at its end where it plays once. */
function phaseAfter({ loop }: Piece, phase: number, frames: number): number {
  const later = phase + frames / loop.frames;
  if (loop.play === 'once') return Math.min(later, 1);
  return later < 1 || phase >= 1 ? later : later - 1;
}

/** For how long the stage that a finish begins with is exposed; null for an instant. */
function shutterOf(piece: Piece, analysis: Analysis, finish: Strand, follow: Follow, phase: number): Shutter | null {
  const row = analysis.types
    .get(finish.id)
    ?.filter(isActive)
    .find((r) => r.definition.shutter);
  if (!row) return null;
  const shutter = row.definition.shutter!(plainParams(piece, row.step, row.definition, follow, phase));
  return shutter.open > 0 ? shutter : null;
}
