import * as THREE from 'three';
import { FAR, NEAR } from './cameras';

/**
 * Equidistant projection: the distance from the middle of the picture is the angle from the
 * axis (ISO 19262; K. Miyamoto, "Fish Eye Lens", Journal of the Optical Society of America 54,
 * 1964). The circle touches the shorter side; around it nothing is drawn.
 */
const FRAGMENT = `
uniform samplerCube around;
uniform float halfAngle;
uniform vec2 size;
uniform mat3 turn;
void main() {
  vec2 at = (2.0 * gl_FragCoord.xy - size) / min(size.x, size.y);
  float r = length(at);
  if (r > 1.0) { gl_FragColor = vec4(0.0, 0.0, 0.0, 1.0); return; }
  float angle = r * halfAngle;
  vec2 way = r > 1e-6 ? at / r : vec2(0.0);
  vec3 d = turn * vec3(sin(angle) * way, -cos(angle));
  gl_FragColor = textureCube(around, vec3(-d.x, d.yz));
}
`;

/** Draws a scene in all directions and unrolls it into a circle. */
export class Fisheye {
  private readonly target: THREE.WebGLCubeRenderTarget;
  private readonly cube: THREE.CubeCamera;
  private readonly material = new THREE.ShaderMaterial({
    vertexShader: 'void main() { gl_Position = vec4(position.xy, 0.0, 1.0); }',
    fragmentShader: FRAGMENT,
    uniforms: {
      around: { value: null },
      halfAngle: { value: 1 },
      size: { value: new THREE.Vector2() },
      turn: { value: new THREE.Matrix3() },
    },
    depthTest: false,
    depthWrite: false,
  });
  private readonly scene = new THREE.Scene();
  private readonly flat = new THREE.Camera();

  constructor(readonly side: number) {
    this.target = new THREE.WebGLCubeRenderTarget(side, {
      type: THREE.HalfFloatType,
      generateMipmaps: false,
      minFilter: THREE.LinearFilter,
    });
    this.cube = new THREE.CubeCamera(NEAR, FAR, this.target);
    const triangle = new THREE.BufferGeometry();
    triangle.setAttribute('position', new THREE.BufferAttribute(new Float32Array([-1, -1, 0, 3, -1, 0, -1, 3, 0]), 3));
    const mesh = new THREE.Mesh(triangle, this.material);
    mesh.frustumCulled = false;
    this.scene.add(mesh);
  }

  /** Has its program made. */
  compile(renderer: THREE.WebGLRenderer): void {
    renderer.compile(this.scene, this.flat);
  }

  draw(
    renderer: THREE.WebGLRenderer,
    scene: THREE.Scene,
    camera: THREE.Camera,
    angle: number,
    to: THREE.WebGLRenderTarget,
  ): void {
    this.cube.position.copy(camera.position);
    this.cube.update(renderer, scene);
    const { uniforms } = this.material;
    uniforms.around!.value = this.target.texture;
    uniforms.halfAngle!.value = THREE.MathUtils.degToRad(angle) / 2;
    (uniforms.size!.value as THREE.Vector2).set(to.width, to.height);
    (uniforms.turn!.value as THREE.Matrix3).setFromMatrix4(camera.matrixWorld);
    renderer.setRenderTarget(to);
    renderer.render(this.scene, this.flat);
  }

  dispose(): void {
    this.target.dispose();
    this.material.dispose();
  }
}
