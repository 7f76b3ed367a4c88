import { AssetStore } from '@/core/assets/assets';
import type { PageContents } from '@/core/export/page';
import { nextTask } from '@/core/next-task';
import { programsReady } from '@/engine/card/programs';
import { makeRenderer } from '@/engine/card/renderer';
import { Memory } from '@/engine/finish/memory';
import { PictureRenderer } from '@/engine/picture';

/** Draws the frames of a page on its canvas, with the engine that draws the stage. */
export class PagePicture {
  private readonly picture: PictureRenderer;
  private memory = new Memory();
  /** Counts what was asked for: a later frame ends the settling of an earlier one. */
  private latest = 0;

  private constructor(
    private readonly contents: PageContents,
    canvas: HTMLCanvasElement,
  ) {
    const renderer = makeRenderer(canvas);
    renderer.setSize(contents.width, contents.height, false);
    const files = new AssetStore();
    for (const [id, file] of Object.entries(contents.files)) files.set(id, file);
    this.picture = new PictureRenderer(renderer, files, 'black');
  }

  /** @throws NoGraphics with a sentence */
  static async open(contents: PageContents, canvas: HTMLCanvasElement): Promise<PagePicture> {
    const { piece, skins, width, height } = contents;
    const page = new PagePicture(contents, canvas);
    const { picture } = page;
    await picture.setPiece(piece, (form) => skins[form]);
    picture.compile({ phase: 0, width, height });
    await programsReady(picture.renderer);
    return page;
  }

  private draw(frame: number, mode: 'add' | 'settle', runsOn: boolean, rounds = false): void {
    const { piece, width, height, samples } = this.contents;
    const remembering = { memory: this.memory, mode, fillIn: mode === 'add', runsOn, rounds } as const;
    this.picture.draw({ phase: frame / piece.loop.frames, width, height, samples, remembering });
  }

  /** Draws a frame of a loop that runs: what earlier frames left runs on. */
  run(frame: number): void {
    this.latest++;
    this.draw(frame, 'add', true);
  }

  /** Draws a frame with all that it remembers drawn before it. @returns whether it was still wanted then */
  async stand(frame: number): Promise<boolean> {
    const turn = ++this.latest;
    const phase = frame / this.contents.piece.loop.frames;
    const missing = this.picture.missing(this.memory, phase);
    if (missing.length > 0) this.memory.clear();
    for (const before of missing) {
      this.draw(before, 'settle', false, missing.length > this.picture.frames);
      await nextTask();
      if (turn !== this.latest) return false;
    }
    this.draw(frame, 'add', false);
    // The page puts it on the screen with its next frame.
    await new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)));
    return turn === this.latest;
  }
}
