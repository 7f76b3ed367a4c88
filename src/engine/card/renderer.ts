import * as THREE from 'three';

/** No usable WebGL2 here. */
export class NoGraphics extends Error {
  override readonly name = 'NoGraphics';
}

/** The graphics card went away while something was drawn. */
export class GraphicsLost extends Error {
  override readonly name = 'GraphicsLost';
}

/** @throws NoGraphics with a sentence for the artist. */
export function makeRenderer(canvas: HTMLCanvasElement | OffscreenCanvas, antialias = false): THREE.WebGLRenderer {
  try {
    const renderer = new THREE.WebGLRenderer({
      canvas,
      antialias,
      alpha: false,
      powerPreference: 'high-performance',
    });
    if (!renderer.extensions.has('EXT_color_buffer_float') && !renderer.extensions.has('EXT_color_buffer_half_float'))
      throw new Error('no float targets');
    return renderer;
  } catch {
    throw new NoGraphics(
      'This browser gives no WebGL2 graphics, so nothing can be drawn. Turn hardware acceleration ' +
        'on, or use a current browser.',
    );
  }
}
