import * as THREE from 'three';
import type { Vector } from '@/core/piece/types';
import type { PlainParams } from '@/core/steps';
import { setColour } from '../card/colours';

const radians = THREE.MathUtils.degToRad;

/** One kind of light: how it is made, and how it takes its numbers. `reach` is the radius of what stands. */
interface LightKind {
  make: () => THREE.Light;
  set: (light: never, params: PlainParams, reach: number) => void;
}

function withShadow<L extends THREE.Light & { shadow: THREE.LightShadow }>(
  light: L,
  side: number,
  normalBias: number,
): L {
  light.shadow.mapSize.set(side, side);
  light.shadow.bias = -5e-4;
  light.shadow.normalBias = normalBias;
  return light;
}

function setShadow(light: THREE.Light & { shadow?: THREE.LightShadow }, params: PlainParams): void {
  light.castShadow = params.shadow === 'cast';
  light.shadow!.radius = params.softness as number;
}

const sun: LightKind = {
  make: () => withShadow(new THREE.DirectionalLight(), 1024, 0.06),
  set: (light: THREE.DirectionalLight, params, reach) => {
    setColour(light.color, params.colour as Vector);
    const [turn, height] = [radians(params.turn as number), radians(params.height as number)];
    light.position
      .set(Math.sin(turn) * Math.cos(height), Math.sin(height), Math.cos(turn) * Math.cos(height))
      .multiplyScalar(reach * 2);
    setShadow(light, params);
    const { camera } = light.shadow;
    if (camera.right === reach) return;
    Object.assign(camera, {
      left: -reach,
      right: reach,
      bottom: -reach,
      top: reach,
      near: reach * 0.2,
      far: reach * 4,
    });
    camera.updateProjectionMatrix();
  },
};

const spot: LightKind = {
  make: () => withShadow(new THREE.SpotLight(), 1024, 0.03),
  set: (light: THREE.SpotLight, params) => {
    setColour(light.color, params.colour as Vector);
    light.position.set(...(params.position as Vector));
    light.target.position.set(...(params.target as Vector));
    light.angle = radians(params.opening as number) / 2;
    light.penumbra = params.edge as number;
    setShadow(light, params);
  },
};

const point: LightKind = {
  make: () => withShadow(new THREE.PointLight(), 512, 0.03),
  set: (light: THREE.PointLight, params) => {
    setColour(light.color, params.colour as Vector);
    light.position.set(...(params.position as Vector));
    light.distance = params.reach as number;
    setShadow(light, params);
  },
};

const fill: LightKind = {
  make: () => new THREE.HemisphereLight(),
  set: (light: THREE.HemisphereLight, params) => {
    setColour(light.color, params.above as Vector);
    setColour(light.groundColor, params.below as Vector);
  },
};

const KINDS: Record<string, LightKind> = {
  'stage.sun': sun,
  'stage.spot': spot,
  'stage.point': point,
  'stage.fill': fill,
};

/** The lights of a stage, by the step that hangs them. */
export class Lights {
  private readonly hung = new Map<string, { op: string; light: THREE.Light }>();

  constructor(private readonly scene: THREE.Scene) {}

  /** Hangs a light for each of these steps, and takes down the others. */
  hang(steps: { id: string; op: string }[]): void {
    for (const [id, { op }] of this.hung) if (!steps.some((s) => s.id === id && s.op === op)) this.takeDown(id);
    for (const { id, op } of steps) {
      if (!KINDS[op] || this.hung.has(id)) continue;
      const light = KINDS[op].make();
      this.scene.add(light);
      if ('target' in light) this.scene.add(light.target as THREE.Object3D);
      this.hung.set(id, { op, light });
    }
  }

  set(id: string, params: PlainParams, reach: number): void {
    const found = this.hung.get(id);
    if (!found) return;
    found.light.intensity = params.strength as number;
    KINDS[found.op]!.set(found.light as never, params, reach);
  }

  dispose(): void {
    for (const id of [...this.hung.keys()]) this.takeDown(id);
  }

  private takeDown(id: string): void {
    const { light } = this.hung.get(id)!;
    this.scene.remove(light);
    if ('target' in light) this.scene.remove(light.target as THREE.Object3D);
    light.dispose();
    this.hung.delete(id);
  }
}
