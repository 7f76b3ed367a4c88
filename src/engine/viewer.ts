import type * as THREE from 'three';
import type { Assets } from '@/core/assets/assets';
import { nextTaskIfLong } from '@/core/next-task';
import type { Skin } from '@/core/mesh/skin';
import type { Piece, Vector } from '@/core/piece/types';
import type { Target } from '@/core/weave';
import { PictureRenderer, type FrameRequest, type Settling } from './picture';
import { ExtraPictures, type DrawnPixels } from './extra-pictures';
import { Remembering } from './remembering';
import { ShotProbe } from './capture/shot-probe';
import { BackBuffer } from './card/back-buffer';
import { ScaleChooser } from './card/scale';
import { Presentation } from './card/presentation';
import { CardWork } from './card/work';
import { releaseScreen, type Screen } from './screen';
import type { Layout } from './stage/layout';
import type { Placement, View } from './stage/stage-scene';

export interface ViewerEvents {
  /** The size in pixels and the phase of what is on the canvas now. */
  drawn: (width: number, height: number, phase: number) => void;
  /** Whether what is on the canvas is what was asked for last, with its meshes and pictures. */
  resting: (rest: boolean) => void;
  /** How far the memory of the present frame is settled; null where it is. */
  settling: (progress: Settling | null) => void;
  lost: () => void;
  restored: () => void;
  failed: (sentence: string) => void;
}

/** What is drawn to the right of a split (0..1). */
export interface Compared {
  split: number;
  /** Another piece of the same structure: its settings. */
  piece?: Piece;
  /** The finish as far as a step. */
  upTo?: Target;
}

/** Milliseconds for frames that are drawn behind what is shown, and how many there are at most between two looks. */
const BEHIND_BUDGET_MS = 16;
const MAX_FRAMES_AT_ONCE = 8;

/**
 * The running picture on a canvas. Looks at the card and draws only from a change until all of it is on the canvas,
 * never while the card is still busy with the frame before, and comes back after a lost context.
 */
export class Viewer {
  readonly scale = new ScaleChooser();
  private readonly renderer: THREE.WebGLRenderer;
  private picture: PictureRenderer;
  private piece: Piece | null = null;
  private phase = 0;
  private dirty = false;
  /** Drawn into, and put on the canvas once the graphics card is done with it. */
  private readonly back = new BackBuffer();
  private readonly presentation = new Presentation();
  /** Phase of the frame that was drawn last. */
  drawnPhase = 0;
  private readonly work: CardWork;
  /** The frame of the page at which it looks next; 0 while nothing changes. */
  private timer = 0;
  private lost = false;
  private ended = false;
  /** Pictures beside the running one: cells, the seam, the whole frame. */
  readonly beside: ExtraPictures;
  /** What the last picture was before the finish: what a looked-at step comes to, and how far away it is. */
  readonly shot: ShotProbe;
  /** Has any frame been put on the canvas? */
  private hasShown = false;
  /** How the stage lies in the picture that is shown. */
  layout: Layout | null = null;
  private compared: Compared | null = null;
  private meshOf: (form: string) => Skin | undefined = () => undefined;
  private complete = false;
  /** Counts the pieces that were set: what is drawn while it changes is of two pieces. */
  private version = 0;
  /** The piece that was set last, as the picture takes it. */
  private setting: Promise<void> = Promise.resolve();
  private readonly remembering: Remembering;
  private isPlaying = false;

  /** @param screen is released with the viewer, not disposed of */
  constructor(
    private readonly screen: Screen,
    private readonly assets: Assets,
    private readonly events: ViewerEvents,
  ) {
    const { canvas } = screen;
    this.renderer = screen.renderer;
    this.renderer.debug.onShaderError = (gl, _program, vertex, fragment) => {
      const log = gl.getShaderInfoLog(vertex) || gl.getShaderInfoLog(fragment) || '';
      events.failed(`The graphics card refused a program: ${log.split('\n')[0]?.slice(0, 200) ?? ''}`);
    };
    this.remembering = new Remembering(this.renderer, events.settling);
    this.work = new CardWork(this.renderer);
    this.picture = new PictureRenderer(this.renderer, assets, 'checker', screen.compiled);
    this.beside = new ExtraPictures(this.renderer, {
      now: () => (this.lost || this.ended || !this.piece ? null : this.now()),
      whenSet: this.whenSet,
      whenFree: this.presentation.whenFree,
    });
    this.shot = new ShotProbe(this.renderer, () => (this.lost ? null : this.picture.lastShot));
    canvas.addEventListener('webglcontextlost', this.onLost);
    canvas.addEventListener('webglcontextrestored', this.onRestored);
    this.wake();
  }

  /** @param complete whether its meshes and pictures are all there: until then nothing is said of its seam */
  async setPiece(piece: Piece, meshOf: (form: string) => Skin | undefined, complete: boolean): Promise<void> {
    this.version++;
    this.piece = piece;
    this.meshOf = meshOf;
    this.complete = complete;
    // Where it is not complete that is said at once.
    this.wake();
    this.setting = this.make(piece, meshOf);
    await this.setting;
    this.forget();
  }

  /** Makes what a piece is drawn with, and begins its programs. */
  private async make(piece: Piece, meshOf: (form: string) => Skin | undefined): Promise<void> {
    const since = performance.now();
    await this.picture.setPiece(piece, meshOf);
    this.presentation.hold();
    await nextTaskIfLong(since);
    this.compile();
  }

  /** Has the programs made of what is drawn next: until the card is done with them what is shown stays. */
  private compile(): void {
    if (this.lost || this.ended || !this.piece) return;
    const [width, height] = this.scale.sizeOf(this.piece.picture);
    const { phase, compared } = this;
    this.picture.compile({ phase, width, height });
    if (compared?.upTo) this.picture.compile({ phase, width, height, upTo: compared.upTo });
    this.back.compile(this.renderer);
    this.presentation.begun(this.renderer);
  }

  /** Waits until the piece that was set last is what is drawn. */
  private readonly whenSet = async (): Promise<void> => {
    let waited: Promise<void>;
    do {
      waited = this.setting;
      await waited.catch(() => undefined);
    } while (waited !== this.setting);
  };

  private forget(): void {
    this.remembering.changed();
    this.drawAgain();
  }

  private drawAgain(): void {
    this.dirty = true;
    this.wake();
  }

  /** Looks at the card and at what there is to draw from the next frame of the page on. */
  private wake(): void {
    if (!this.ended) this.timer ||= requestAnimationFrame(this.tick);
  }

  /** Has the card draw, and looks when it is done. @param frames how many `draw` draws */
  private begin(draw: () => void, frames?: number): void {
    this.work.begin(draw, frames);
    this.wake();
  }

  /** Begins with nothing remembered. */
  clearMemory(): void {
    this.remembering.clear();
    this.drawAgain();
  }

  get canvas(): HTMLCanvasElement {
    return this.screen.canvas;
  }

  /** Size in pixels of the picture that is drawn now. */
  get drawn(): [number, number] {
    return this.back.size;
  }

  /** Bytes of the graphics card that hold earlier frames. */
  get memoryBytes(): number {
    return this.remembering.memory.bytes;
  }

  /** While it plays, memory runs on; when it stands it is made exact. */
  set playing(playing: boolean) {
    this.isPlaying = playing;
    this.wake();
  }

  setPhase(phase: number): void {
    if (phase === this.phase) return;
    this.phase = phase;
    this.remembering.stop();
    this.drawAgain();
  }

  /** Are its meshes and pictures all there? */
  get isComplete(): boolean {
    return this.complete;
  }

  get view(): View | null {
    return this.picture.view;
  }

  set view(view: View | null) {
    this.picture.view = view;
    this.forget();
  }

  /** Shots tell how far away things are, whether the piece asks for it or not: see `shot`. */
  set measures(measures: boolean) {
    this.picture.measures = measures;
    if (!this.ended) this.drawAgain();
  }

  /** What the picture lies over where it is open: a checkerboard, or the black of a wall. */
  set ground(ground: 'checker' | 'black') {
    this.picture.shownAs = ground;
    this.drawAgain();
  }

  compare(with_: Compared | null): void {
    this.compared = with_;
    this.compile();
    this.drawAgain();
  }

  /** What stands on the stage. */
  placements(): Placement[] {
    return this.picture.placements();
  }

  /** Middle and radius of all that stands on the stage, by the forms at rest. */
  bounds(): { centre: Vector; radius: number } | null {
    const sphere = this.picture.bounds();
    return sphere && { centre: sphere.center.toArray(), radius: sphere.radius };
  }

  pinScale(scale: number | null): void {
    this.scale.pinned = scale;
    this.drawAgain();
  }

  dispose(): void {
    this.ended = true;
    this.presentation.end();
    cancelAnimationFrame(this.timer);
    this.canvas.removeEventListener('webglcontextlost', this.onLost);
    this.canvas.removeEventListener('webglcontextrestored', this.onRestored);
    this.picture.dispose();
    this.remembering.dispose();
    this.beside.dispose();
    this.shot.dispose();
    this.back.dispose();
    this.work.dispose();
    releaseScreen(this.screen);
  }

  private readonly onLost = (event: Event) => {
    event.preventDefault();
    this.lost = true;
    this.work.lost();
    this.presentation.lost();
    this.wake();
    this.events.lost();
  };

  private readonly onRestored = () => {
    this.lost = false;
    const { view, measures, shownAs } = this.picture;
    this.remembering.lost();
    this.screen.lost();
    this.picture = new PictureRenderer(this.renderer, this.assets, shownAs, this.screen.compiled);
    Object.assign(this.picture, { view, measures });
    const again = this.piece ? this.setPiece(this.piece, this.meshOf, this.complete) : Promise.resolve();
    void again.then(this.events.restored);
  };

  /** What pictures beside the running one are drawn of. */
  private now(): DrawnPixels {
    const { picture, version, complete, phase, presentFrame: frame } = this;
    return { picture, piece: this.piece!, version, complete, phase, frame };
  }

  /** The present frame, with what is remembered and nothing added to it. */
  private get presentFrame(): Pick<FrameRequest, 'phase' | 'remembering'> {
    return { phase: this.phase, remembering: { memory: this.remembering.memory, mode: 'read', fillIn: true } };
  }

  private readonly tick = () => {
    this.timer = 0;
    const { presentation } = this;
    if (this.lost) this.events.resting(false);
    else if (this.work.isBusy(this.frameTook)) {
      this.events.resting(false);
      this.wake();
    } else if (!presentation.isDrawn) this.drawNext();
    else if (this.beside.isBusy || !presentation.isReady) this.wake();
    else presentation.present(this.present, this.drawNext);
  };

  private readonly drawNext = () => {
    if (this.lost || this.ended) return;
    if (!this.presentation.isReady) {
      this.events.resting(false);
      return this.wake();
    }
    this.presentation.free();
    const settles = !this.dirty && this.complete && this.settle();
    this.events.resting(!settles && !this.dirty && this.complete);
    if (settles || !this.dirty || !this.piece) return;
    this.dirty = false;
    const [w, h] = this.scale.sizeOf(this.piece.picture);
    if (this.back.size[0] !== w || this.back.size[1] !== h) {
      this.back.setSize(w, h);
      this.remembering.dropAlong();
    }
    this.begin(() => {
      const { target } = this.back;
      const { phase, isPlaying: runsOn } = this;
      const { memory } = this.remembering;
      const remembering = { memory, mode: 'add', fillIn: true, runsOn } as const;
      this.picture.draw({ phase, width: w, height: h, target, remembering });
      this.layout = this.picture.layout();
      if (this.compared) this.drawCompared(this.compared, w, h);
      this.remembering.drew(this.picture, this.phase);
      this.remembering.keepAlong(this.picture, this.phase);
    });
    this.drawnPhase = this.phase;
    this.presentation.isDrawn = true;
  };

  /** Puts what was drawn last on the canvas once more, for who has begun to follow it. */
  presentAgain(): void {
    this.presentation.isDrawn ||= this.hasShown;
    this.wake();
  }

  private readonly present = (): void => {
    this.back.present(this.renderer);
    this.hasShown = true;
    this.events.drawn(...this.back.size, this.drawnPhase);
  };

  /**
   * Draws some more of the frames that the present one remembers, behind what is shown; after the last of them the
   * picture is drawn again. @returns whether there was anything to do
   */
  private settle(): boolean {
    if (!this.piece || this.isPlaying) return false;
    const most = Math.max(1, Math.min(MAX_FRAMES_AT_ONCE, Math.floor(BEHIND_BUDGET_MS / this.work.took)));
    const next = this.remembering.next(this.picture, this.phase, most);
    if (!next) return false;
    const { memory, frames, rounds } = next;
    const [width, height] = this.scale.sizeOf(this.piece.picture);
    const remembering = { memory, mode: 'settle', rounds } as const;
    if (frames.length === 0) this.drawAgain();
    else
      this.begin(() => {
        for (const frame of frames)
          this.picture.draw({ phase: frame / this.picture.frames, width, height, remembering });
      }, frames.length);
    return true;
  }

  private drawCompared({ piece, upTo, split }: Compared, width: number, height: number): void {
    const from = Math.round(split * width);
    this.back.clip(from);
    this.picture.draw({ ...this.presentFrame, width, height, subject: { piece, upTo }, target: this.back.target });
    this.back.clip(null);
  }

  private readonly frameTook = () => {
    // A change of size would make all that was settled useless.
    if (!this.remembering.isSettling && this.scale.took(this.work.took)) this.drawAgain();
  };
}
