import * as THREE from 'three';
import type { LightPart, ShadowPart } from '@/core/steps/stage/stage-part';
import { setColour } from '../card/colours';

type Sort = LightPart['light'];
type PartOf<S extends Sort> = Extract<LightPart, { light: S }>;
type Shadowed = THREE.Light & { shadow: THREE.LightShadow };

/** What lights ask of the stage they hang over. */
export interface Lit {
  /** Radius about the middle of the stage within which all stands. */
  reach: number;
  /** Part of the texels that shadow maps have on a side at most. */
  mapShare: number;
}

/** One sort of light: how it is made, and how it takes its numbers. */
interface LightSort<S extends Sort, L extends THREE.Light> {
  make: () => L;
  set: (light: L, part: PartOf<S>, lit: Lit) => void;
}

function withShadow<L extends Shadowed>(light: L, normalBias: number): L {
  light.shadow.bias = -5e-4;
  light.shadow.normalBias = normalBias;
  return light;
}

/** @param most texels of a side of a whole map */
function setShadow(light: Shadowed, { cast, softness }: ShadowPart, most: number, share: number): void {
  light.castShadow = cast;
  const { shadow } = light;
  const side = most * share;
  // The library tells softness in texels.
  shadow.radius = softness * share;
  if (shadow.mapSize.x === side) return;
  shadow.mapSize.set(side, side);
  shadow.map?.dispose();
  shadow.map = null;
}

const directional: LightSort<'directional', THREE.DirectionalLight> = {
  make: () => withShadow(new THREE.DirectionalLight(), 0.06),
  set: (light, { colour, from, shadow }, { reach, mapShare: share }) => {
    setColour(light.color, colour);
    light.position.set(...from).multiplyScalar(reach * 2);
    setShadow(light, shadow, 1024, share);
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

const spot: LightSort<'spot', THREE.SpotLight> = {
  make: () => withShadow(new THREE.SpotLight(), 0.03),
  set: (light, { colour, position, target, opening, edge, shadow }, { mapShare: share }) => {
    setColour(light.color, colour);
    light.position.set(...position);
    light.target.position.set(...target);
    light.angle = THREE.MathUtils.degToRad(opening) / 2;
    light.penumbra = edge;
    setShadow(light, shadow, 1024, share);
  },
};

const point: LightSort<'point', THREE.PointLight> = {
  make: () => withShadow(new THREE.PointLight(), 0.03),
  set: (light, { colour, position, reach, shadow }, { mapShare: share }) => {
    setColour(light.color, colour);
    light.position.set(...position);
    light.distance = reach;
    setShadow(light, shadow, 512, share);
  },
};

const hemisphere: LightSort<'hemisphere', THREE.HemisphereLight> = {
  make: () => new THREE.HemisphereLight(),
  set: (light, { above, below }) => {
    setColour(light.color, above);
    setColour(light.groundColor, below);
  },
};

const SORTS = { directional, spot, point, hemisphere } as unknown as Record<Sort, LightSort<Sort, THREE.Light>>;

/** The lights of a stage, by the step that hangs them. */
export class Lights {
  private readonly hung = new Map<string, { sort: Sort; light: THREE.Light }>();

  constructor(private readonly scene: THREE.Scene) {}

  /** Takes the lights of these steps with their numbers; what hung there before and is not among them is taken down. */
  set(parts: ReadonlyMap<string, LightPart>, lit: Lit): void {
    for (const [id, { sort }] of this.hung) if (parts.get(id)?.light !== sort) this.takeDown(id);
    for (const [id, part] of parts) {
      const light = this.hung.get(id)?.light ?? this.hang(id, part.light);
      light.intensity = part.strength;
      SORTS[part.light].set(light, part, lit);
    }
  }

  dispose(): void {
    for (const id of [...this.hung.keys()]) this.takeDown(id);
  }

  private hang(id: string, sort: Sort): THREE.Light {
    const light = SORTS[sort].make();
    this.scene.add(light);
    if ('target' in light) this.scene.add(light.target as THREE.Object3D);
    this.hung.set(id, { sort, light });
    return light;
  }

  private takeDown(id: string): void {
    const { light } = this.hung.get(id)!;
    this.scene.remove(light);
    if ('target' in light) this.scene.remove(light.target as THREE.Object3D);
    light.dispose();
    this.hung.delete(id);
  }
}
