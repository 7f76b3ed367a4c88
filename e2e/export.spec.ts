import { expect } from '@playwright/test';
import { ALL_FORMATS, BufferSource, EncodedPacketSink, Input } from 'mediabunny';
import { PNG } from 'pngjs';
import { difference, inWorkbench, openPiece, smallStarter, taken, unzippedFrames, variety } from './artist';
import { decodedFilm, filmDifference, probe, stored } from './films';
import { test, testAlone } from './lasting-page';

const FRAMES = 12;
const SCRIPTS = /\.js(#|$)/;

async function open(page: import('@playwright/test').Page, width = 128, height = 72): Promise<void> {
  await openPiece(page, smallStarter('tidewater-veil', width, height, FRAMES));
  await inWorkbench(page);
  await page.getByRole('button', { name: 'Export' }).click();
}

const take = (page: import('@playwright/test').Page, name: string) =>
  taken(page, () => page.getByRole('button', { name: `Export the ${name}` }).click());

/** Frames, size and length of a film, read back from its packets. */
async function film(bytes: Buffer): Promise<{ codec: string | null; frames: number; size: number[]; seconds: number }> {
  const input = new Input({ source: new BufferSource(bytes), formats: ALL_FORMATS });
  const track = (await input.getPrimaryVideoTrack())!;
  let frames = 0;
  for await (const packet of new EncodedPacketSink(track).packets()) if (packet.byteLength > 0) frames++;
  return {
    codec: track.codec,
    frames,
    size: [track.displayWidth, track.displayHeight],
    seconds: await input.computeDuration(),
  };
}

test('a still has the size of the picture, whatever the preview shows', async ({ page }) => {
  await open(page, 200, 120);
  const { name, bytes } = await take(page, 'Still');
  expect(name).toBe('tidewater-veil_0000.png');
  const still = PNG.sync.read(bytes);
  expect([still.width, still.height]).toEqual([200, 120]);
  expect(variety(still)).toBeGreaterThan(8);
});

test('the frames come as numbered PNGs that move and run round', async ({ page }) => {
  await open(page);
  const { bytes } = await take(page, 'Frames');
  const files = unzippedFrames(bytes);
  expect(Object.keys(files)).toEqual(
    Array.from({ length: FRAMES }, (_, i) => `tidewater-veil_${String(i).padStart(4, '0')}.png`),
  );
  const frames = Object.values(files).map((f) => PNG.sync.read(Buffer.from(f)));
  const steps = frames.map((f, i) => difference(f, frames[(i + 1) % FRAMES]!));
  for (const step of steps) expect(step).toBeGreaterThan(0.2);
  // The step over the seam is no larger than the others.
  expect(steps[FRAMES - 1]).toBeLessThanOrEqual(Math.max(...steps.slice(0, -1)));
  const again = unzippedFrames((await take(page, 'Frames')).bytes);
  for (const [name, file] of Object.entries(again))
    expect(
      PNG.sync.read(Buffer.from(file)).data.equals(PNG.sync.read(Buffer.from(files[name]!)).data),
      `${name} is the same on every run`,
    ).toBe(true);
});

test('a WebM has exactly the frames of the loop', async ({ page }) => {
  await open(page);
  expect(await film((await take(page, 'WebM')).bytes)).toEqual({
    codec: 'vp9',
    frames: FRAMES,
    size: [128, 72],
    seconds: expect.closeTo(FRAMES / 24, 1),
  });
});

test('films have the colours of the frames, for players that read what they say and for those that do not', async ({
  page,
}, info) => {
  await open(page, 320, 180);
  const frames = Object.values(unzippedFrames((await take(page, 'Frames')).bytes)).map((f) =>
    PNG.sync.read(Buffer.from(f)),
  );
  for (const name of ['WebM', 'MP4']) {
    const file = stored(info.outputPath(name), (await take(page, name)).bytes);
    expect(probe(file)).toMatchObject({
      pix_fmt: 'yuv420p',
      color_range: 'tv',
      color_space: 'bt709',
      color_primaries: 'bt709',
      color_transfer: 'iec61966-2-1',
    });
    for (const as of ['tagged', 'ignoring'] as const)
      expect(filmDifference(decodedFilm(file, as), frames), `${name}, ${as}`).toBeLessThan(2);
  }
});

test('an encoder that fails in mid-film says so, and the next export is whole', async ({ page }) => {
  await open(page);
  // The encoder lies in a thread, so it is spoilt in the thread's own script.
  const spoilt = `if (typeof window === 'undefined' && self.VideoEncoder && !('spoilt' in self)) {
    self.spoilt = 0;
    self.VideoEncoder = class extends VideoEncoder {
      encode(...frame) {
        if (++self.spoilt > 5) throw new DOMException('Aborted', 'OperationError');
        super.encode(...frame);
      }
    };
  }\n`;
  await page.context().route(SCRIPTS, async (route) => {
    const response = await route.fetch();
    await route.fulfill({ response, body: spoilt + (await response.text()) });
  });
  await page.getByRole('button', { name: 'Export the WebM' }).click();
  await expect(
    page.getByText(/VP9 encoder of this browser failed at frame ([6-9]|1\d) of 12, so no file/),
  ).toBeVisible();
  await page.context().unroute(SCRIPTS);
  const { frames } = await film((await take(page, 'WebM')).bytes);
  expect(frames).toBe(FRAMES);
});

/** The first frame of a film as the browser decodes it, in RGBA. */
async function firstFrame(page: import('@playwright/test').Page, film: Buffer): Promise<PNG> {
  const input = new Input({ source: new BufferSource(film), formats: ALL_FORMATS });
  const track = (await input.getPrimaryVideoTrack())!;
  const { codec, description } = (await track.getDecoderConfig())!;
  const packet = (await new EncodedPacketSink(track).getFirstPacket())!;
  const { width, height, data } = await page.evaluate(
    async ({ codec, description, bytes }) => {
      const frame = await new Promise<VideoFrame>((output, error) => {
        const decoder = new VideoDecoder({ output, error });
        decoder.configure({ codec, description: new Uint8Array(description) });
        decoder.decode(new EncodedVideoChunk({ type: 'key', timestamp: 0, data: new Uint8Array(bytes) }));
        void decoder.flush();
      });
      const canvas = new OffscreenCanvas(frame.displayWidth, frame.displayHeight);
      const context = canvas.getContext('2d')!;
      context.drawImage(frame, 0, 0);
      frame.close();
      const { width, height } = canvas;
      return { width, height, data: Array.from(context.getImageData(0, 0, width, height).data) };
    },
    { codec, description: [...new Uint8Array(description as ArrayBuffer)], bytes: [...packet.data] },
  );
  const picture = new PNG({ width, height });
  picture.data = Buffer.from(data);
  return picture;
}

test('an MP4 of odd size is the picture without its last row and column', async ({ page }) => {
  await open(page, 129, 73);
  const { bytes } = await take(page, 'MP4');
  expect(await film(bytes)).toEqual({
    codec: 'avc',
    frames: FRAMES,
    size: [128, 72],
    seconds: expect.closeTo(FRAMES / 24, 1),
  });
  const still = PNG.sync.read((await take(page, 'Still')).bytes);
  const cut = new PNG({ width: 128, height: 72 });
  PNG.bitblt(still, cut, 0, 0, 128, 72, 0, 0);
  const shown = await firstFrame(page, bytes);
  // Compression takes a little; a picture drawn again at the even size is off by half a pixel at the far edges.
  const off = difference(cut, shown);
  const shifted = new PNG({ width: 128, height: 72 });
  PNG.bitblt(still, shifted, 1, 1, 128, 72, 0, 0);
  expect(off).toBeLessThan(4);
  expect(off).toBeLessThan(difference(shifted, shown));
});

testAlone('a card that is lost while it works says so, keeps what it has, and works again', async ({ page }) => {
  await page.addInitScript(() => {
    const getContext = OffscreenCanvas.prototype.getContext as (this: OffscreenCanvas, ...args: unknown[]) => unknown;
    OffscreenCanvas.prototype.getContext = function (this: OffscreenCanvas, ...args: unknown[]) {
      const context = getContext.apply(this, args);
      if (args[0] === 'webgl2') (window as unknown as { card: unknown }).card = context;
      return context;
    } as typeof OffscreenCanvas.prototype.getContext;
  });
  await openPiece(page, smallStarter('tidewater-veil', 320, 180, 400));
  await inWorkbench(page);
  await page.getByRole('button', { name: 'Export' }).click();
  const { name, bytes } = await taken(page, async () => {
    await page.getByRole('button', { name: 'Export the Frames' }).click();
    await expect(page.getByText(/^([3-9]|\d{2,}) of 400 frames/)).toBeVisible();
    await page.evaluate(() =>
      (window as unknown as { card: WebGL2RenderingContext }).card.getExtension('WEBGL_lose_context')!.loseContext(),
    );
  });
  const count = Number(/^tidewater-veil_first-(\d+)-frames\.zip$/.exec(name)![1]);
  const frames = unzippedFrames(bytes);
  expect(Object.keys(frames)).toEqual(
    Array.from({ length: count }, (_, i) => `tidewater-veil_${String(i).padStart(4, '0')}.png`),
  );
  for (const frame of Object.values(frames)) expect(variety(PNG.sync.read(Buffer.from(frame)))).toBeGreaterThan(8);
  await expect(page.getByText(`The graphics card was lost at frame ${count} of 400.`)).toBeVisible();
  expect((await take(page, 'Still')).name).toBe('tidewater-veil_0000.png');
});

test('long work shows how far it is and can be stopped', async ({ page }) => {
  await openPiece(page, smallStarter('tidewater-veil', 640, 360, 600));
  await inWorkbench(page);
  await page.getByRole('button', { name: 'Export' }).click();
  await page.getByRole('button', { name: 'Export the Frames' }).click();
  await expect(page.getByText(/^([3-9]|\d{2,}) of 600 frames, about .* left$/)).toBeVisible();
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByText('Stopped. No file was written.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Export the Still' })).toBeEnabled();
});

test('the GLSL of a field compiles on its own and paints', async ({ page }) => {
  await open(page);
  await page.getByLabel('Strand to export as GLSL').selectOption({ label: 'tint' });
  const { name, bytes } = await take(page, 'GLSL');
  expect(name).toBe('tidewater-veil-tint.frag');
  const painted = await page.evaluate((source) => {
    const gl = new OffscreenCanvas(32, 18).getContext('webgl2')!;
    const shader = (type: number, text: string) => {
      const s = gl.createShader(type)!;
      gl.shaderSource(s, text);
      gl.compileShader(s);
      if (!gl.getShaderParameter(s, gl.COMPILE_STATUS)) throw new Error(gl.getShaderInfoLog(s)!);
      return s;
    };
    const program = gl.createProgram()!;
    gl.attachShader(
      program,
      shader(
        gl.VERTEX_SHADER,
        '#version 300 es\nvoid main() { gl_Position = vec4(gl_VertexID == 1 ? 3.0 : -1.0, ' +
          'gl_VertexID == 2 ? 3.0 : -1.0, 0.0, 1.0); }',
      ),
    );
    gl.attachShader(program, shader(gl.FRAGMENT_SHADER, source));
    gl.linkProgram(program);
    if (!gl.getProgramParameter(program, gl.LINK_STATUS)) throw new Error(gl.getProgramInfoLog(program)!);
    gl.useProgram(program);
    gl.uniform2f(gl.getUniformLocation(program, 'size'), 32, 18);
    gl.uniform1f(gl.getUniformLocation(program, 'phase'), 0.25);
    gl.drawArrays(gl.TRIANGLES, 0, 3);
    const out = new Uint8Array(32 * 18 * 4);
    gl.readPixels(0, 0, 32, 18, gl.RGBA, gl.UNSIGNED_BYTE, out);
    return Array.from(out);
  }, bytes.toString());
  expect(variety({ data: Buffer.from(painted) })).toBeGreaterThan(5);
});
