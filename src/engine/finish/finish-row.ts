import * as THREE from 'three';
import type { Piece } from '@/core/piece/types';
import { drawnEnds, type Analysis, type StepTypes, type Target } from '@/core/weave';
import type { Follow } from '../card/follow';
import type { Shared } from '../surface/surface-material';
import { FinishPass, type PassPlan } from './finish-pass';

/** A pass in its row. */
interface Planned extends PassPlan {
  /** It begins a step: what came before it is what came into the step. */
  begins: boolean;
  /** What comes before it has to have its averages. */
  averages: boolean;
}

/**
 * The passes in which a finish is drawn: steps of one pixel go together, a step that reads the picture elsewhere
 * begins a new one, and is drawn as often as it asks for.
 * @param target null for a picture that goes through as it is
 */
export function passesOf(analysis: Analysis, target: Target | null): Planned[] {
  if (!target) return [{ target, shown: true, begins: true, averages: false }];
  const { strand } = target;
  const all = analysis.types.get(strand) ?? [];
  const at = target.step ? all.findIndex((r) => r.step.id === target.step) : -1;
  const rows = all.slice(0, at < 0 ? all.length : at + 1);
  const readers = drawnEnds(rows)
    .slice(0, -1)
    .map((end) => end + 1);
  const upTo = (end: number): Target => ({ strand, step: rows[end]?.step.id });
  const passes: Planned[] = [];
  const [first] = readers;
  if (first === undefined || drawsBefore(rows, first))
    passes.push({ target: upTo((first ?? rows.length) - 1), shown: false, begins: true, averages: false });
  for (const [k, index] of readers.entries()) {
    const { passes: count = 1, averages = false } = rows[index]!.definition!;
    const end = (readers[k + 1] ?? rows.length) - 1;
    for (let pass = 0; pass < count; pass++)
      passes.push({
        target: upTo(pass === count - 1 ? end : index),
        pass,
        shown: false,
        begins: pass === 0,
        averages,
      });
  }
  passes[passes.length - 1]!.shown = true;
  return passes;
}

/** Has anything to be drawn before a step that reads elsewhere? A bare shot is there already, without its averages. */
function drawsBefore(rows: StepTypes[], index: number): boolean {
  const bare = rows.slice(0, index).every((r) => !r.active || r.step.op === 'finish.shoot');
  return !bare || rows[index]!.definition!.averages === true;
}

/** Targets of one size that passes draw into in turn, with averages and without. */
export class PassTargets {
  private readonly made: { averages: boolean; target: THREE.WebGLRenderTarget }[] = [];

  /** A target that none of these textures is of. */
  take(width: number, height: number, averages: boolean, used: readonly THREE.Texture[]): THREE.WebGLRenderTarget {
    const free = this.made.find((m) => m.averages === averages && !used.includes(m.target.texture));
    const target =
      free?.target ??
      new THREE.WebGLRenderTarget(width, height, {
        type: THREE.HalfFloatType,
        depthBuffer: false,
        generateMipmaps: averages,
        minFilter: averages ? THREE.LinearMipmapLinearFilter : THREE.LinearFilter,
        magFilter: THREE.LinearFilter,
      });
    if (!free) this.made.push({ averages, target });
    target.setSize(width, height);
    return target;
  }

  dispose(): void {
    for (const { target } of this.made) target.dispose();
    this.made.length = 0;
  }
}

/** A finish up to one of its steps: all its passes. */
export class FinishRow {
  readonly key: string;
  private readonly passes: { plan: Planned; pass: FinishPass }[];

  constructor(piece: Piece, analysis: Analysis, target: Target | null, shared: Shared) {
    this.passes = passesOf(analysis, target).map((plan) => ({
      plan,
      pass: new FinishPass(piece, analysis, plan, shared),
    }));
    this.key = this.passes.map(({ pass }) => pass.key).join('\n////\n');
  }

  static keyOf(piece: Piece, analysis: Analysis, target: Target | null): string {
    return passesOf(analysis, target)
      .map((plan) => FinishPass.keyOf(FinishPass.weave(piece, analysis, plan), plan))
      .join('\n////\n');
  }

  /** @param shot light multiplied by its opacity, of the size that is drawn */
  draw(
    renderer: THREE.WebGLRenderer,
    targets: PassTargets,
    shot: THREE.WebGLRenderTarget,
    drawing: { piece: Piece; follow: Follow; to: THREE.WebGLRenderTarget | null; checker: boolean },
  ): void {
    let before = shot.texture;
    let took = before;
    for (const [i, { plan, pass }] of this.passes.entries()) {
      if (plan.begins) took = before;
      const averages = this.passes[i + 1]?.plan.averages ?? false;
      const to = plan.shown ? drawing.to : targets.take(shot.width, shot.height, averages, [before, took]);
      pass.draw(renderer, { ...drawing, before, took, to });
      if (to && !plan.shown) before = to.texture;
    }
  }

  dispose(): void {
    for (const { pass } of this.passes) pass.dispose();
  }
}
