import * as THREE from 'three';

/** Draws and waits for the graphics card by reading one target back. */
function timed(runs: number, draw: (phase: number) => void, wait: () => void): number {
  draw(0);
  wait();
  let least = Infinity;
  for (let i = 0; i < runs; i++) {
    const began = performance.now();
    draw((i + 1) / (runs + 2));
    wait();
    least = Math.min(least, performance.now() - began);
  }
  return least;
}

/** The shortest frame of each, in turns, so that a slow spell of the machine meets both. */
export function inTurns(
  rounds: number,
  runs: number,
  ours: (phase: number) => void,
  theirs: (phase: number) => void,
  wait: () => void,
): [ours: number, theirs: number] {
  const least: [number, number] = [Infinity, Infinity];
  for (let round = 0; round < rounds; round++)
    [ours, theirs].forEach((draw, i) => (least[i] = Math.min(least[i]!, timed(runs, draw, wait))));
  return least;
}

/** Exposure, shoulder and contrast written by hand, from one target into another. */
export function finishQuad(
  renderer: THREE.WebGLRenderer,
  shot: THREE.WebGLRenderTarget,
  target: THREE.WebGLRenderTarget,
): () => void {
  const quad = new THREE.Mesh(
    new THREE.PlaneGeometry(2, 2),
    new THREE.ShaderMaterial({
      uniforms: { shot: { value: shot.texture } },
      vertexShader: 'varying vec2 at; void main() { at = uv; gl_Position = vec4(position.xy, 0.0, 1.0); }',
      fragmentShader:
        'uniform sampler2D shot; varying vec2 at; void main() { vec3 x = texture2D(shot, at).rgb * ' +
        '1.19; vec3 over = max(x - 0.52, 0.0); x = min(x, 0.52) + over * 0.48 / (over + 0.48); x = ' +
        'pow(x / 0.18, vec3(1.15)) * 0.18; gl_FragColor = vec4(pow(x, vec3(1.0 / 2.2)), 1.0); }',
    }),
  );
  const screen = new THREE.Scene().add(quad);
  const camera = new THREE.OrthographicCamera();
  return () => {
    renderer.setRenderTarget(target);
    renderer.render(screen, camera);
  };
}
