import * as THREE from 'three';
import type { SurroundingsPart } from '@/core/steps/stage/stage-part';
import type { Pictures } from '../card/textures';

const STYLES: SurroundingsPart['style'][] = ['gradient', 'colour', 'sky', 'picture'];

const VERTEX = `
varying vec3 clWay;
void main() {
  clWay = (modelMatrix * vec4(position, 0.0)).xyz;
  vec4 at = projectionMatrix * vec4(mat3(viewMatrix) * clWay, 1.0);
  gl_Position = at.xyww;
}
`;

/** The sky: a run from the horizon up, paler towards the sun, and the sun's disc with its halo. */
const FRAGMENT = `
uniform int style;
uniform vec3 above;
uniform vec3 level;
uniform vec3 below;
uniform vec3 sun;
uniform float strength;
uniform float turn;
uniform sampler2D picture;
varying vec3 clWay;
void main() {
  vec3 way = normalize(clWay);
  vec3 c = above;
  if (style == 0) c = way.y > 0.0 ? mix(level, above, pow(way.y, 0.6)) : mix(level, below, pow(-way.y, 0.6));
  if (style == 2) {
    float near = max(dot(way, sun), 0.0);
    float day = smoothstep(-0.12, 0.25, sun.y);
    c = way.y > 0.0 ? mix(level, above, pow(way.y, 0.45)) : mix(level, below, pow(-way.y, 0.35));
    c *= 0.15 + 0.85 * day;
    vec3 warm = mix(vec3(1.0, 0.42, 0.16), vec3(1.0, 0.93, 0.82), day);
    c += warm * (0.35 * pow(near, 12.0) + 1.5 * pow(near, 220.0) + 60.0 * smoothstep(0.9994, 0.9998,
      near)) * smoothstep(-0.1, 0.02, way.y);
  }
  if (style == 3) {
    vec2 uv = vec2(atan(way.x, -way.z) * 0.15915494 + 0.5 + turn, acos(clamp(way.y, -1.0, 1.0)) * 0.31830989);
    c = texture2D(picture, vec2(fract(uv.x), uv.y)).rgb;
  }
  gl_FragColor = vec4(c * strength, 1.0);
}
`;

/** Texels of a side of what reflects and lights, in a picture that is not small. */
const SIDE_TEXELS = 256;

/** How the library filters: these are its own, and may be named otherwise in another version of it. */
interface FilterWithin {
  _allocateTarget: () => THREE.WebGLCubeRenderTarget;
  _getSourceTarget: (depth: boolean) => THREE.WebGLCubeRenderTarget;
  _applyPMREM: (target: THREE.WebGLCubeRenderTarget) => void;
  _compileMaterial: (material: THREE.ShaderMaterial) => void;
}
type RenderCube = (target: THREE.WebGLCubeRenderTarget, level: number, material: THREE.ShaderMaterial) => void;

/**
 * The library's filter, which goes down to `SIDE_TEXELS` by itself; in a small picture nobody sees the difference. Its
 * programs can be made before it is used.
 */
export class AmbientFilter extends THREE.PMREMGenerator {
  /** Texels of a side of what it makes: a power of two, 16 at least. */
  side = SIDE_TEXELS;
  private compiling = false;

  _setSize(): void {
    Object.assign(this, { _cubeSize: this.side });
  }

  _renderCube(...[target, level, material]: Parameters<RenderCube>): void {
    if (this.compiling) (this as unknown as FilterWithin)._compileMaterial(material);
    else
      (THREE.PMREMGenerator.prototype as unknown as { _renderCube: RenderCube })._renderCube.call(
        this,
        target,
        level,
        material,
      );
  }

  /** Has its programs made. @returns an empty target, which is read as those that it makes are */
  compile(): THREE.WebGLCubeRenderTarget {
    const within = this as unknown as FilterWithin;
    this._setSize();
    const target = within._allocateTarget();
    within._getSourceTarget(true);
    this.compiling = true;
    within._applyPMREM(target);
    this.compiling = false;
    return target;
  }
}

/** What surroundings ask of the stage that they surround. */
interface Surrounded {
  scene: THREE.Scene;
  renderer: THREE.WebGLRenderer;
  /** Part of the texels that maps have on a side at most. */
  mapShare: number;
  /** Programs are made and nothing is drawn: its light is worked out when it is. */
  compiling: boolean;
  pictures: Pick<Pictures, 'around'>;
}

/** What surrounds the stage: drawn behind everything where it is shown, and baked into soft light and reflections. */
export class Surroundings {
  private readonly material = new THREE.ShaderMaterial({
    vertexShader: VERTEX,
    fragmentShader: FRAGMENT,
    side: THREE.BackSide,
    depthTest: false,
    depthWrite: false,
    toneMapped: false,
    uniforms: {
      style: { value: 0 },
      above: { value: new THREE.Vector3() },
      level: { value: new THREE.Vector3() },
      below: { value: new THREE.Vector3() },
      sun: { value: new THREE.Vector3() },
      strength: { value: 1 },
      turn: { value: 0 },
      picture: { value: null },
    },
  });
  private readonly ball = new THREE.Mesh(new THREE.SphereGeometry(1, 32, 24), this.material);
  private readonly alone = new THREE.Scene();
  private filter: AmbientFilter | null = null;
  private baked: { key: string; target: THREE.WebGLRenderTarget } | null = null;
  /** What is read before anything of a size is baked. */
  private empty: { target: THREE.WebGLRenderTarget } | null = null;

  constructor() {
    this.ball.frustumCulled = false;
    this.ball.renderOrder = -1;
  }

  /** Hands light and background to the scene; null takes them away. */
  set({ scene, renderer, mapShare, compiling, pictures }: Surrounded, part: SurroundingsPart | null): void {
    if (!part) {
      scene.environment = null;
      scene.remove(this.ball);
      return;
    }
    const { uniforms } = this.material;
    uniforms.style!.value = STYLES.indexOf(part.style);
    for (const name of ['above', 'level', 'below', 'sun'] as const)
      (uniforms[name]!.value as THREE.Vector3).set(...part[name]);
    uniforms.strength!.value = part.strength;
    uniforms.turn!.value = part.turn / 360;
    uniforms.picture!.value = part.picture ? pictures.around(part.picture) : null;
    const side = SIDE_TEXELS * mapShare;
    const key = `${JSON.stringify(part)} ${(uniforms.picture!.value as THREE.Texture | null)?.id ?? ''} ${side}`;
    if (compiling) this.compile(renderer, side);
    else if (this.baked?.key !== key) this.bake(renderer, key, side);
    const read = this.baked?.target.width === side ? this.baked : this.empty;
    scene.environment = (read ?? this.baked)!.target.texture;
    if (part.shown) scene.add(this.ball);
    else scene.remove(this.ball);
  }

  /** Filtered by roughness by the library, once for each change. */
  private bake(renderer: THREE.WebGLRenderer, key: string, side: number): void {
    const filter = this.filterOf(renderer, side);
    this.baked?.target.dispose();
    this.withBallAlone(() => (this.baked = { key, target: filter.fromScene(this.alone, 0, 0.1, 10) }));
  }

  /** Has the programs made of its light, once for a size. */
  private compile(renderer: THREE.WebGLRenderer, side: number): void {
    if (this.empty?.target.width === side) return;
    const filter = this.filterOf(renderer, side);
    this.empty?.target.dispose();
    this.empty = { target: filter.compile() };
    this.withBallAlone(() => renderer.compile(this.alone, new THREE.PerspectiveCamera()));
  }

  private filterOf(renderer: THREE.WebGLRenderer, side: number): AmbientFilter {
    this.filter ??= new AmbientFilter(renderer);
    this.filter.side = side;
    return this.filter;
  }

  private withBallAlone(act: () => void): void {
    const { parent } = this.ball;
    this.alone.add(this.ball);
    act();
    this.alone.remove(this.ball);
    parent?.add(this.ball);
  }

  dispose(): void {
    this.baked?.target.dispose();
    this.empty?.target.dispose();
    this.filter?.dispose();
    this.material.dispose();
    this.ball.geometry.dispose();
  }
}
