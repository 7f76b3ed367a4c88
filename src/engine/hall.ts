import * as THREE from 'three';
import { EYE_MINUTES, placeOnWall, wallAxes, type Standpoint } from '@/core/piece/walls';
import { metresOf } from '@/core/piece/outputs';
import type { Output, Picture, Vector } from '@/core/piece/types';
import { makeRenderer } from './card/renderer';

/** The hall's own colours: they are painted, not lit, so that one sees where one is whatever the walls show. */
const COLOURS = { dark: 0x0f1312, floor: 0x161b19, lines: 0x2e3633, people: 0x46524d, back: 0x1d2422 };
/** Metres. */
const FLOOR_SIDE = 80;
const PERSON = { height: 1.72, radius: 0.2, before: 1.5 };
const NEAR = 0.05;
const FAR = 4000;

/** Part of a pixel's side that its lamp is wide. */
const LAMP_WIDTH = 0.7;

/** Hall places have "away from the door" as their third number, the library's the other way round. */
const toScene = ([x, y, z]: Vector) => new THREE.Vector3(x, y, -z);

const WALL_VERTEX = `
out vec2 at;
out vec3 world;
void main() {
  at = uv;
  vec4 placed = modelMatrix * vec4(position, 1.0);
  world = placed.xyz;
  gl_Position = projectionMatrix * viewMatrix * placed;
}`;

/**
 * A wall as an eye sees it. What is finer than a minute of arc, or than a pixel of the screen, is averaged, in light;
 * what is coarser is seen: a pixel of a wall is a lamp with the dark around it.
 */
const WALL_FRAGMENT = `
precision highp float;
uniform sampler2D clPicture;
uniform vec4 clPart;
uniform vec2 clPixels;
uniform float clPitch;
uniform float clShare;
uniform float clBlack;
uniform float clArc;
in vec2 at;
in vec3 world;
layout(location = 0) out vec4 pixel;
const float LAMP = ${LAMP_WIDTH / 2};
vec3 encode(vec3 v) {
  return mix(1.055 * pow(v, vec3(1.0 / 2.4)) - 0.055, 12.92 * v, vec3(lessThan(v, vec3(0.0031308))));
}
vec3 lightOf(vec2 place, float pixels) {
  vec2 texels = vec2(textureSize(clPicture, 0)) * clPart.zw / clPixels;
  float level = log2(max(pixels * max(texels.x, texels.y), 1.0));
  return textureLod(clPicture, clPart.xy + clPart.zw * place, level).rgb;
}
void main() {
  vec2 place = at * clPixels;
  // How many pixels of the wall the eye cannot tell apart, and how many a pixel of this screen has.
  float byEye = distance(cameraPosition, world) * clArc / clPitch;
  vec2 byScreen = fwidth(place);
  float blurred = max(byEye, max(byScreen.x, byScreen.y));
  vec3 light = lightOf(at, blurred);
  float seen = 1.0 - smoothstep(0.35, 0.9, blurred);
  if (seen > 0.0) {
    vec2 cell = floor(place);
    float edge = 0.5 * max(byScreen.x, byScreen.y) + 0.02;
    float lamp = 1.0 - smoothstep(LAMP - edge, LAMP + edge, distance(place, cell + 0.5));
    // The lamps give all of the light, so that the wall is as bright from near as from afar.
    vec3 lit = lightOf((cell + 0.5) / clPixels, 1.0) * lamp / (3.14159265 * LAMP * LAMP);
    light = mix(light, lit, seen);
  }
  pixel = vec4(encode(clamp(light * clShare + clBlack, 0.0, 1.0)), 1.0);
}`;

/** The walls of a piece in a plain hall, seen from a place in it; drawn when it is told to be. */
export class HallScene {
  private readonly renderer: THREE.WebGLRenderer;
  private readonly scene = new THREE.Scene();
  private readonly camera = new THREE.PerspectiveCamera(50, 1, NEAR, FAR);
  private readonly shown: THREE.CanvasTexture;
  private readonly built = new THREE.Group();
  /** Walls of before: released once the new ones are drawn, as all share their programs. */
  private readonly replaced: THREE.Object3D[] = [];
  private readonly floor = makeFloor();
  /** Pixels of the picture that was taken last. */
  private taken: [number, number] = [0, 0];

  /**
   * @param picture the canvas that shows the running picture
   * @throws NoGraphics
   */
  constructor(canvas: HTMLCanvasElement, picture: HTMLCanvasElement) {
    this.renderer = makeRenderer(canvas, true);
    this.renderer.setClearColor(COLOURS.dark);
    this.shown = new THREE.CanvasTexture(picture);
    this.shown.colorSpace = THREE.SRGBColorSpace;
    this.shown.minFilter = THREE.LinearMipmapLinearFilter;
    this.scene.add(this.floor, this.built);
  }

  /** @param black luminance of a dark wall, by the hall's light on it: cd/m² */
  setWalls(outputs: readonly Output[], { width, height }: Picture, black: number): void {
    this.replaced.push(...this.built.children);
    this.built.clear();
    const white = Math.max(...outputs.map((o) => o.peak)) + black;
    for (const output of outputs) {
      const [across, down] = metresOf(output);
      const material = new THREE.ShaderMaterial({
        glslVersion: THREE.GLSL3,
        vertexShader: WALL_VERTEX,
        fragmentShader: WALL_FRAGMENT,
        uniforms: {
          clPicture: { value: this.shown },
          clPart: {
            value: new THREE.Vector4(
              output.x / width,
              1 - (output.y + output.height) / height,
              output.width / width,
              output.height / height,
            ),
          },
          clPixels: { value: new THREE.Vector2(output.width, output.height) },
          clPitch: { value: output.pitch / 1000 },
          clShare: { value: output.peak / white },
          clBlack: { value: black / white },
          clArc: { value: Math.tan((EYE_MINUTES * Math.PI) / (60 * 180)) },
        },
      });
      const mesh = new THREE.Mesh(new THREE.PlaneGeometry(across, down), material);
      mesh.position.copy(toScene(placeOnWall(output, 0.5, 0.5)));
      mesh.rotation.y = facingInScene(output);
      this.built.add(mesh, backOf(mesh), personBefore(output));
    }
  }

  /** The picture is another one than the one that was taken last; to be called while it is on its canvas. */
  takePicture(): void {
    this.shown.needsUpdate = true;
    // The library makes another texture where the size is another one, but not by itself.
    const { width, height } = this.shown.image as HTMLCanvasElement;
    if (this.taken[0] !== width || this.taken[1] !== height) this.shown.dispose();
    this.taken = [width, height];
  }

  /** Draws what is seen from a place. @param width pixels */
  draw({ eye, turned, raised, angle }: Standpoint, width: number, height: number): void {
    this.renderer.setSize(width, height, false);
    const { camera } = this;
    camera.aspect = width / height;
    camera.fov = (2 * Math.atan(Math.tan((angle * Math.PI) / 360) / camera.aspect) * 180) / Math.PI;
    camera.updateProjectionMatrix();
    camera.position.copy(toScene(eye));
    // Its lines are on whole metres, wherever it is.
    this.floor.position.set(camera.position.x, 0, camera.position.z);
    camera.rotation.set((raised * Math.PI) / 180, (-turned * Math.PI) / 180, 0, 'YXZ');
    this.renderer.render(this.scene, camera);
    for (const object of this.replaced.splice(0)) disposeAll(object);
  }

  dispose(): void {
    for (const object of [...this.replaced, this.built, this.floor]) disposeAll(object);
    this.shown.dispose();
    this.renderer.dispose();
  }
}

/** Releases what an object and all in it are drawn with. */
function disposeAll(object: THREE.Object3D): void {
  object.traverse((part) => {
    if (!(part instanceof THREE.Mesh)) return;
    const { geometry, material } = part as THREE.Mesh<THREE.BufferGeometry, THREE.Material>;
    geometry.dispose();
    material.dispose();
  });
}

/** A plane of the library faces along its third axis, which is towards the door. */
function facingInScene(output: Output): number {
  const { out } = wallAxes(output);
  return Math.atan2(out[0], -out[2]);
}

const plain = (color: number) => new THREE.MeshBasicMaterial({ color });

/** What is seen of a wall from behind. */
function backOf(wall: THREE.Mesh<THREE.PlaneGeometry>): THREE.Mesh {
  const back = new THREE.Mesh(wall.geometry.clone(), plain(COLOURS.back));
  back.position.copy(wall.position);
  back.rotation.y = wall.rotation.y + Math.PI;
  return back;
}

/** Someone who stands before a wall, at the right end of it, to see how large it is. */
function personBefore(output: Output): THREE.Group {
  const person = new THREE.Group();
  const { height, radius, before } = PERSON;
  const head = height / 7.5;
  const body = new THREE.CapsuleGeometry(radius, height - head - 2 * radius, 4, 12);
  const bodyMesh = new THREE.Mesh(body, plain(COLOURS.people));
  bodyMesh.position.y = (height - head) / 2;
  const headMesh = new THREE.Mesh(new THREE.SphereGeometry(head / 2, 16, 12), plain(COLOURS.people));
  headMesh.position.y = height - head / 2;
  person.add(bodyMesh, headMesh);
  const { out } = wallAxes(output);
  const [x, , z] = placeOnWall(output, 0.92, 0);
  person.position.copy(toScene([x + before * out[0], 0, z + before * out[2]]));
  return person;
}

const FLOOR_FRAGMENT = `
precision highp float;
uniform vec3 clFloor;
uniform vec3 clLines;
uniform vec3 clDark;
in vec3 world;
layout(location = 0) out vec4 pixel;
void main() {
  vec2 wide = fwidth(world.xz);
  vec2 nearest = abs(fract(world.xz - 0.5) - 0.5);
  vec2 line = 1.0 - smoothstep(wide, 1.5 * wide, nearest);
  // Where lines are closer than pixels they are left out, before they flicker.
  line *= 1.0 - smoothstep(0.1, 0.4, wide);
  float far = smoothstep(0.2, 1.0, distance(world.xz, cameraPosition.xz) / ${(FLOOR_SIDE / 2).toFixed(1)});
  pixel = vec4(mix(mix(clFloor, clLines, max(line.x, line.y)), clDark, far), 1.0);
}`;

/** Colours as they are on the screen: what is painted is not lit. */
const onScreen = (colour: number) => ({ value: new THREE.Color().setHex(colour, THREE.LinearSRGBColorSpace) });

/** A floor with a line for each metre. */
function makeFloor(): THREE.Mesh<THREE.PlaneGeometry, THREE.ShaderMaterial> {
  const material = new THREE.ShaderMaterial({
    glslVersion: THREE.GLSL3,
    vertexShader: WALL_VERTEX,
    fragmentShader: FLOOR_FRAGMENT,
    uniforms: {
      clFloor: onScreen(COLOURS.floor),
      clLines: onScreen(COLOURS.lines),
      clDark: onScreen(COLOURS.dark),
    },
  });
  const floor = new THREE.Mesh(new THREE.PlaneGeometry(FLOOR_SIDE, FLOOR_SIDE), material);
  floor.rotation.x = -Math.PI / 2;
  return floor;
}
