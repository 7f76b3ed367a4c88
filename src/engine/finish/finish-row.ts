import * as THREE from 'three';
import type { Piece } from '@/core/piece/types';
import type { StepDefinition } from '@/core/steps';
import { drawnBefore, type Analysis, type StepTypes, type Target } from '@/core/weave';
import type { Follow } from '../card/follow';
import type { DrawnPart, Shot } from '../card/shot';
import type { Pictures } from '../card/textures';
import type { Shared } from '../card/shared';
import { FinishPass, type PassPlan, type PictureValues } from './finish-pass';
import { FARTHEST, NOT_REMEMBERED, NOTHING, type Memory } from './memory';

/** A pass in its row. */
interface Planned extends PassPlan {
  /** It begins a step: what came before it is what came into the step. */
  begins: boolean;
  /** The steps that it works out. */
  steps: string[];
  /** What comes before it has to have its averages. */
  averages: boolean;
  /** How many times smaller than the picture it is drawn. */
  smaller: number;
  /** The step (as `strand/step`) that reads what came into it earlier, and whose pass this is. */
  ago?: string;
  /** The step that ends it, whose result is kept for the next frame. */
  keeps?: string;
  /** The step behind it that reads earlier what this draws. */
  stores?: string;
}

/**
 * The passes in which a finish is drawn: steps of one pixel go together. A step that reads the picture elsewhere, or
 * earlier, begins a new one, and is drawn as often as it asks for; one that keeps its own result ends one.
 * @param target null for a picture that goes through as it is
 * @param shown the last one is shown; else others take its picture in
 */
export function passesOf(analysis: Analysis, target: Target | null, shown = true): Planned[] {
  const through: Planned = { target: null, shown, begins: true, steps: [], averages: false, smaller: 1 };
  if (!target) return [through];
  const rows = rowsUpTo(analysis, target);
  const begins = [0, ...drawnBefore(rows)];
  const passes = begins.flatMap((begin, k): Planned[] => {
    const end = (begins[k + 1] ?? rows.length) - 1;
    const isNeeded = k > 0 || !rows[end + 1]?.definition || drawsBefore(rows, end + 1);
    return isNeeded ? passesBetween(target.strand, rows, begin, end) : [];
  });
  // What is kept is kept as it is, and shown by a pass of its own.
  const kept = passes.at(-1)?.keeps !== undefined;
  if (kept || passes.length === 0) return [...passes, through];
  passes.at(-1)!.shown = shown;
  return passes;
}

/** The steps of a finish, as far as a target. */
function rowsUpTo(analysis: Analysis, { strand, step }: Target): StepTypes[] {
  const all = analysis.types.get(strand) ?? [];
  const at = step ? all.findIndex((r) => r.step.id === step) : -1;
  return all.slice(0, at < 0 ? all.length : at + 1);
}

/** The passes of steps that go together: as many as the first of them asks for. */
function passesBetween(strand: string, rows: StepTypes[], begin: number, end: number): Planned[] {
  const key = (row: StepTypes) => `${strand}/${row.step.id}`;
  const [first, last, next] = [rows[begin]!, rows[end]!, rows[end + 1]];
  const reads: Partial<StepDefinition> = begin > 0 && first.active ? first.definition : {};
  const { passes = 1, averages = false, reaches, smaller } = reads;
  return Array.from({ length: passes }, (_, pass) => {
    const isLast = pass === passes - 1;
    return {
      target: { strand, step: (isLast ? last : first).step.id },
      pass: reads.passes && pass,
      shown: false,
      begins: pass === 0,
      steps: rows.slice(begin, end + 1).map((r) => r.step.id),
      averages: averages === true || (averages !== false && averages.includes(pass)),
      smaller: isLast ? 1 : (smaller?.[pass] ?? 1),
      ago: reaches && key(first),
      keeps: isLast && last.active && last.definition.stays ? key(last) : undefined,
      stores: isLast && next?.active && next.definition.reaches ? key(next) : undefined,
    };
  });
}

/** Does a step ask for averages of what comes into it? */
const asksAverages = ({ averages }: Partial<StepDefinition>) => averages === true || (averages?.includes(0) ?? false);

/** Has anything to be drawn before a step? A bare shot is there already, without its averages, and for now alone. */
function drawsBefore(rows: StepTypes[], index: number): boolean {
  const bare = rows.slice(0, index).every((r) => !r.active || r.definition.shoots !== undefined);
  const { active, definition } = rows[index]!;
  return !bare || (active && (asksAverages(definition) || definition.reaches !== undefined));
}

/** A picture of fewer rows is not made smaller: what is soft in it would become coarse. */
const MIN_ROWS = 128;

/** Targets that passes draw into in turn, with averages and without, of the picture's size or a part of it. */
export class PassTargets {
  private readonly made: { averages: boolean; smaller: number; target: THREE.WebGLRenderTarget }[] = [];

  /**
   * A target that none of these textures is of.
   * @param smaller how many times smaller than the picture it is
   */
  take(
    picture: { width: number; height: number },
    { averages, smaller }: { averages: boolean; smaller: number },
    used: readonly THREE.Texture[],
  ): THREE.WebGLRenderTarget {
    const by = Math.min(smaller, Math.max(1, picture.height / MIN_ROWS));
    const part = (side: number) => Math.max(1, Math.ceil(side / by));
    const [width, height] = [part(picture.width), part(picture.height)];
    const free = this.made.find(
      (m) => m.averages === averages && m.smaller === smaller && !used.includes(m.target.texture),
    );
    const target =
      free?.target ??
      new THREE.WebGLRenderTarget(width, height, {
        type: THREE.HalfFloatType,
        depthBuffer: false,
        generateMipmaps: averages,
        minFilter: averages ? THREE.LinearMipmapLinearFilter : THREE.LinearFilter,
        magFilter: THREE.LinearFilter,
      });
    if (!free) this.made.push({ averages, smaller, target });
    target.setSize(width, height);
    return target;
  }

  dispose(): void {
    for (const { target } of this.made) target.dispose();
    this.made.length = 0;
  }
}

/** What a finish is drawn with. */
export interface RowDrawing {
  piece: Piece;
  follow: Follow;
  shot: Shot;
  /** Gives the picture of another finish. */
  pictures: Pictures;
  memory: Memory;
  /** What is drawn is remembered; else it only reads what is. */
  remembers: boolean;
  /** What is only shown need not be drawn. */
  unseen: boolean;
  /** Is what a step does not know of earlier frames filled in with the present one? */
  fillsIn: (step: string) => boolean;
  /** By how many frames a step reads back. */
  reach: (step: string) => number;
  /** The canvas where null. */
  target: THREE.WebGLRenderTarget | null;
  values: PictureValues;
  /** Told of each part that was drawn. */
  drew?: (part: DrawnPart) => void;
}

/** A finish up to one of its steps: all its passes. */
export class FinishRow {
  readonly key: string;
  private readonly strand: string;
  private readonly passes: { plan: Planned; pass: FinishPass }[];
  /** Copies a picture into the store of a step. */
  private readonly copier: FinishPass | null;

  constructor(piece: Piece, analysis: Analysis, target: Target | null, shared: Shared, shown = true) {
    this.strand = target?.strand ?? '';
    this.passes = passesOf(analysis, target, shown).map((plan) => ({
      plan,
      pass: new FinishPass(piece, analysis, plan, shared),
    }));
    const stores = this.passes.some(({ plan }) => plan.stores);
    this.copier = stores ? new FinishPass(piece, analysis, { target: null, shown: false }, shared) : null;
    this.key = this.passes.map(({ pass }) => pass.key).join('\n////\n');
  }

  static keyOf(piece: Piece, analysis: Analysis, target: Target | null, shown = true): string {
    return passesOf(analysis, target, shown)
      .map((plan) => FinishPass.keyOf(FinishPass.weave(piece, analysis, plan), plan))
      .join('\n////\n');
  }

  /** Other finishes whose pictures it reads. */
  get branches(): Target[] {
    return this.passes.flatMap(({ pass }) => pass.branches);
  }

  /** Has its programs made. */
  compile(renderer: THREE.WebGLRenderer): void {
    for (const { pass } of this.passes) pass.compile(renderer);
    this.copier?.compile(renderer);
  }

  draw(renderer: THREE.WebGLRenderer, targets: PassTargets, drawing: RowDrawing): void {
    const { memory, remembers, reach, fillsIn } = drawing;
    const { target: shot, lens } = drawing.shot;
    const depth = shot.depthTexture ?? FARTHEST;
    const { strand } = this;
    let before: THREE.Texture = shot.texture;
    let took = before;
    for (const [i, { plan, pass }] of this.passes.entries()) {
      if (plan.begins) took = before;
      const isLast = i === this.passes.length - 1;
      if (plan.shown && drawing.unseen) break;
      const averages = this.passes[i + 1]?.plan.averages ?? false;
      const passing = () => targets.take(shot, { averages, smaller: plan.smaller }, [before, took]);
      const target = isLast ? drawing.target : plan.keeps && remembers ? memory.keep(plan.keeps) : passing();
      // Until it is settled, what came into a step stands in for what it does not know of earlier frames.
      const earlier = (plan.keeps ? memory.earlier(plan.keeps, fillsIn(plan.keeps)) : NOTHING) ?? took;
      const ago = plan.ago ? memory.ago(plan.ago, fillsIn(plan.ago)) : NOT_REMEMBERED;
      pass.draw(renderer, { ...drawing, before, took, earlier, ago, depth, lens, target });
      if (plan.steps.length > 0) drawing.drew?.({ strand, steps: plan.steps });
      if (target && !isLast) before = target.texture;
      if (plan.stores && remembers) {
        const stored = memory.store(plan.stores, reach(plan.stores));
        this.copier!.draw(renderer, { ...drawing, before, took, earlier, ago, depth, lens, ...stored });
      }
    }
  }

  dispose(): void {
    for (const { pass } of this.passes) pass.dispose();
    this.copier?.dispose();
  }
}
