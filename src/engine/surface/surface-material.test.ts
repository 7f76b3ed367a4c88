import { NO_ASSETS } from '@/core/assets/assets';
import * as THREE from 'three';
import { describe, expect, it } from 'vitest';
import { setParam } from '@/core/piece/edit';
import { analyse, Evaluator, placeRows } from '@/core/weave';
import { STARTERS } from '@/demo';
import { makeShared } from '../card/shared';
import { SurfaceMaterial } from './surface-material';
import { FinishPass } from '../finish/finish-pass';
import { Follower } from '../card/follow';
import { AssetTextures } from '../card/textures';
import { geometryOf } from '../stage/geometry';
import { shownBy } from '@/core/weave';
import { fillUniforms, uniformsOf } from '../card/uniforms';
import { bake } from '@/core/forms/bake';
import { skinOf } from '@/core/mesh/skin';
import { weave } from '@/core/weave';

const { piece } = STARTERS[0]!;
const shared = makeShared;
const still = () => [0];
const skin = skinOf(
  (await bake(
    piece,
    NO_ASSETS,
    piece.strands.find((s) => s.id === 'sea')!,
  ))!,
);
const SILK = { form: 'sea', surface: 'wet-silk', skin };
const made = (p = piece) => new SurfaceMaterial(p, analyse(p), SILK, shared());

/** The library's own shader text with ours in place of its chunks, as `onBeforeCompile` makes it. */
function compiled(material: THREE.Material) {
  const { vertexShader, fragmentShader } = THREE.ShaderLib.standard;
  const text = { vertexShader, fragmentShader, uniforms: {} as Record<string, THREE.IUniform> };
  material.onBeforeCompile(text as never, undefined as never);
  return text;
}

describe('materials of a form in a surface', () => {
  it('weave the displacement into the lit pass and into the pass that draws shadows', () => {
    const material = made();
    const lit = compiled(material.materials[0]!);
    for (const text of [lit.vertexShader, material.shadow.vertexShader])
      expect(text).toContain('vec3 form_sea(Place p)');
    expect(lit.vertexShader).toContain('vec3 transformed = clMovedTo;');
    expect(lit.vertexShader).not.toContain('#include <begin_vertex>');
    expect(material.shadow.vertexShader).toContain('modelViewMatrix * vec4(clMovedTo, 1.0)');
    // What it takes of the piece's numbers it takes from where the lit pass does.
    expect(material.shadow.uniforms.clPhase).toBe(lit.uniforms.clPhase);
    expect(lit.vertexShader).toContain('vec3 objectNormal = clNormalTo;');
    expect(lit.fragmentShader).toContain('Surface clSurface = surface_wet_silk(clPlaceHere());');
    for (const slot of ['clPhase', 'clSize', 'clEye', 'field_swell_Step2_scale'])
      expect(lit.uniforms).toHaveProperty(slot);
  });

  it('keep their key while numbers change, and take the new numbers', () => {
    const material = made();
    const { uniforms } = compiled(material.materials[0]!);
    const after = setParam(piece, 'swell', 't2', 'scale', 3.5);
    expect(SurfaceMaterial.keyOf(after, analyse(after), SILK)).toBe(material.key);
    material.update(
      after,
      still,
      new AssetTextures(NO_ASSETS).with(() => new THREE.Texture()),
    );
    expect(uniforms.field_swell_Step2_scale!.value).toBe(3.5);
    const other = setParam(piece, 'sea', 't2', 'along', 'x');
    expect(SurfaceMaterial.keyOf(other, analyse(other), SILK)).not.toBe(material.key);
  });

  it('share one clock', () => {
    const clock = shared();
    const material = new SurfaceMaterial(piece, analyse(piece), { form: 'sea', surface: null, skin }, clock);
    const { uniforms, fragmentShader } = compiled(material.materials[0]!);
    clock.clPhase.value = 0.75;
    expect(uniforms.clPhase!.value).toBe(0.75);
    expect(fragmentShader).toContain('#include <color_fragment>');
  });
});

describe('dots', () => {
  const drift = STARTERS.find((s) => s.id === 'lantern-drift')!.piece;
  const few = setParam(drift, 'lights', 't1', 'count', 50);
  const made = async (p: typeof drift) =>
    new SurfaceMaterial(
      p,
      analyse(p),
      {
        form: 'lights',
        surface: 'spark',
        skin: skinOf(
          (await bake(
            p,
            NO_ASSETS,
            p.strands.find((s) => s.id === 'lights')!,
          ))!,
        ),
      },
      shared(),
    );

  it('are drawn once, and looked up once, with their move', async () => {
    const material = await made(few);
    expect(material.materials).toHaveLength(1);
    const { vertexShader, fragmentShader, uniforms } = compiled(material.materials[0]!);
    expect(vertexShader).toContain('clTogether(clHere, clMovedTo, clDotSurface);');
    expect(vertexShader.match(/= finite\(fieldNoise_0\(p/g)).toHaveLength(3);
    expect(fragmentShader).not.toContain('gradientNoise4');
    expect(uniforms).toHaveProperty('surface_spark_Step2_strength');
  });

  it('wait for the move where they ask from where they are seen', async () => {
    const facing = {
      ...few,
      strands: few.strands.map((s) =>
        s.id === 'warmth' ? { ...s, steps: [{ id: 't1', op: 'field.screen', params: {} }] } : s,
      ),
    };
    const { vertexShader } = compiled((await made(facing)).materials[0]!);
    expect(vertexShader).not.toContain('clTogether');
    expect(vertexShader.indexOf('clHere.screen =')).toBeGreaterThan(vertexShader.indexOf('vec3 clMovedTo ='));
  });
});

it('uniforms carry numbers, and colours in linear light', () => {
  const woven = weave(piece, analyse(piece), [{ strand: 'wet-silk' }]);
  const uniforms = uniformsOf(woven);
  fillUniforms(uniforms, woven, piece, still);
  expect(uniforms.surface_wet_silk_Step1_roughness!.value).toBe(0.38);
  expect((uniforms.surface_wet_silk_Step3_colour!.value as THREE.Vector3).x).toBeCloseTo(1, 5);
  expect((uniforms.field_tint_Step2_colours_5!.value as THREE.Vector4).w).toBe(1);
});

it('signals come as uniforms filled once a frame', async () => {
  const analysis = analyse(piece);
  const woven = weave(piece, analysis, [{ strand: 'sea' }], { signalUniforms: true });
  expect(woven.glsl).toMatch(/uniform float signal_\w+_Value;/);
  expect(woven.glsl).not.toMatch(/signalCycle\(/);
  const follower = await Follower.make(piece, NO_ASSETS, analysis);
  const uniforms = uniformsOf(woven);
  const { name, target } = woven.signals[0]!;
  const evaluator = await Evaluator.make(piece, NO_ASSETS, [target]);
  for (const phase of [0, 0.3, 0.8]) {
    fillUniforms(uniforms, woven, piece, follower.at(piece, phase));
    expect(uniforms[name]!.value).toBe(evaluator.run(0, placeRows([{ phase }]), 1)[0]);
  }
});

it('a mesh becomes buffers with every attribute that the shader reads', () => {
  const geometry = geometryOf(skin);
  expect(Object.keys(geometry.attributes).sort()).toEqual([
    'clUvIn',
    'normal',
    'normalA',
    'normalB',
    'position',
    'tangentA',
    'tangentB',
    'uvSlope',
  ]);
  expect(geometry.index!.count).toBe(150 * 110 * 6);
  expect(geometry.boundingSphere!.radius).toBeCloseTo(Math.hypot(7.5, 6), 3);
});

describe('the output', () => {
  it('is the first finish and the stage it shoots', () => {
    expect([shownBy(piece).finish?.name, shownBy(piece).stage?.name]).toEqual(['out', 'hall']);
  });

  it('is the first stage while there is no finish, and a painted field needs none', () => {
    const without = { ...piece, strands: piece.strands.filter((s) => s.kind !== 'finish') };
    expect([shownBy(without).finish, shownBy(without).stage?.name]).toEqual([null, 'hall']);
    const cloth = STARTERS.find((s) => s.id === 'estuary-cloth')!.piece;
    expect([shownBy(cloth).finish?.name, shownBy(cloth).stage]).toEqual(['out', null]);
    expect(shownBy({ ...piece, strands: [] })).toEqual({ finish: null, stage: null });
  });

  it('has a pass for each part of the finish', () => {
    const analysis = analyse(piece);
    const keys = [null, { strand: 'out', step: 't1' }, { strand: 'out', step: 't2' }, { strand: 'out' }].map(
      (target) => new FinishPass(piece, analysis, { target, shown: true }, shared()).key,
    );
    expect(new Set(keys).size).toBe(4);
  });
});
