import { errorSentence } from '@/core/error-sentence';
import { PAGE_IDS, type PageContents } from '@/core/export/page';
import { fromBase64 } from '@/core/formats/base64';
import { unpacked } from '@/core/formats/packed';
import { Clock } from './clock';
import { PagePicture } from './page-picture';
import { PageSound } from './page-sound';

/** Plays the piece that is packed into its page. */

const KEYS = 'Space plays and stops, F fills the screen, B is black, arrows go frame by frame, Home to the first.';
/** Milliseconds without a key or the mouse after which words and pointer go away. */
const QUIET_AFTER = 4000;
/** Milliseconds after which a page whose graphics card was lost loads itself again. */
const AGAIN_AFTER = 2000;

const part = (id: keyof typeof PAGE_IDS) => document.getElementById(PAGE_IDS[id])!;
const canvas = part('canvas') as HTMLCanvasElement;
const words = part('words');

async function contentsOf(): Promise<PageContents> {
  const packedBytes = new Blob([fromBase64(part('data').textContent.trim())]);
  const whole = packedBytes.stream().pipeThrough(new DecompressionStream('gzip'));
  return unpacked(new Uint8Array(await new Response(whole).arrayBuffer())) as PageContents;
}

/** Hides words and pointer, until a key or the mouse is used. */
function quieten(): void {
  let timer = 0;
  const wake = () => {
    document.body.classList.remove('quiet');
    clearTimeout(timer);
    timer = window.setTimeout(() => document.body.classList.add('quiet'), QUIET_AFTER);
  };
  for (const kind of ['keydown', 'pointermove', 'pointerdown']) window.addEventListener(kind, wake);
  wake();
}

const fillScreen = () =>
  document.fullscreenElement ? document.exitFullscreen() : document.documentElement.requestFullscreen();

/** The frame that the address asks for, as in `loop.html#frame=12`; null where it asks for none. */
function askedFrame(): number | null {
  const asked = new URLSearchParams(location.hash.slice(1)).get('frame');
  return asked !== null && /^\d+$/.test(asked) ? Number(asked) : null;
}

async function play(): Promise<void> {
  const contents = await contentsOf();
  const { loop } = contents.piece;
  const picture = await PagePicture.open(contents, canvas);
  const sound = contents.sound && new PageSound(contents.sound, loop.play === 'loop');
  const clock = new Clock(loop);
  let shown = -1;

  const say = () => {
    words.textContent = `${clock.isPlaying ? 'Playing' : `Frame ${shown} of ${loop.frames}`}. ${KEYS}`;
  };
  const stand = async (frame: number) => {
    clock.standAt(frame);
    sound?.stop();
    shown = clock.frame(0);
    say();
    document.body.dataset.settled = String((await picture.stand(shown)) && !clock.isPlaying);
  };
  const start = () => {
    clock.start(performance.now());
    sound?.start(clock.frame(performance.now()) / loop.frames);
    delete document.body.dataset.settled;
    say();
  };
  const tick = (now: number) => {
    const frame = clock.frame(now);
    if (clock.isPlaying && frame !== shown) picture.run((shown = frame));
    requestAnimationFrame(tick);
  };
  const keys: Record<string, () => void> = {
    ' ': () => {
      const now = performance.now();
      if (clock.isPlaying && !clock.isOver(now)) void stand(clock.frame(now));
      else start();
    },
    f: () => void fillScreen(),
    b: () => document.body.classList.toggle('black'),
    ArrowLeft: () => void stand(clock.frame(performance.now()) - 1),
    ArrowRight: () => void stand(clock.frame(performance.now()) + 1),
    Home: () => void stand(0),
  };
  window.addEventListener('keydown', (event) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const run = keys[event.key.length === 1 ? event.key.toLowerCase() : event.key];
    if (!run) return;
    event.preventDefault();
    run();
  });
  canvas.addEventListener('dblclick', () => void fillScreen());
  // What the browser did not let be heard begins with the first press.
  for (const kind of ['keydown', 'pointerdown'])
    window.addEventListener(kind, () => {
      if (sound && !sound.isAllowed && clock.isPlaying) sound.start(clock.frame(performance.now()) / loop.frames);
    });
  window.addEventListener('hashchange', () => void stand(askedFrame() ?? 0));
  canvas.addEventListener('webglcontextlost', () => setTimeout(() => location.reload(), AGAIN_AFTER));
  const asked = askedFrame();
  await stand(asked ?? 0);
  if (asked === null && !matchMedia('(prefers-reduced-motion: reduce)').matches) start();
  requestAnimationFrame(tick);
  quieten();
}

play().catch((error: unknown) => {
  words.setAttribute('role', 'alert');
  words.textContent = errorSentence(error, 'This page is damaged. Export it again.');
});
