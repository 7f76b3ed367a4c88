import type * as THREE from 'three';
import { pauseFor } from './pause';

/** What the library says of a program beside its types: whether the card has linked it, where a card tells. */
type CardProgram = THREE.WebGLProgram & { isReady: () => boolean };
/** Of a renderer, what tells of its programs. */
type Card = Pick<THREE.WebGLRenderer, 'info' | 'getContext'>;

/** Programs of which the library knows what they take. */
const known = new WeakSet<CardProgram>();
/** Milliseconds for which programs are asked at once. */
const BUDGET_MS = 8;

/**
 * All programs that a renderer has begun so far. Before the library draws with a program for the first time it asks the
 * card what that takes, and the answer comes after all that the card was told before: so it is asked here, while the
 * card has nothing else to do. A card that compiles beside its other work says when it is done
 * (KHR_parallel_shader_compile); another one does what it is told in order, so that a fence tells.
 * @returns whether they can be drawn with and nothing waits
 */
export function programsBegun(renderer: Card): () => boolean {
  const gl = renderer.getContext() as WebGL2RenderingContext;
  const left = ((renderer.info.programs ?? []) as CardProgram[]).filter((program) => !known.has(program));
  let fence = gl.fenceSync(gl.SYNC_GPU_COMMANDS_COMPLETE, 0);
  gl.flush();
  return () => {
    if (fence && gl.getSyncParameter(fence, gl.SYNC_STATUS) !== gl.SIGNALED) return false;
    gl.deleteSync(fence);
    fence = null;
    const since = performance.now();
    while (left.length > 0 && performance.now() - since < BUDGET_MS) {
      const program = left.at(-1)!;
      if (program.program !== undefined) {
        if (!program.isReady()) return false;
        program.getUniforms();
      }
      known.add(program);
      left.pop();
    }
    return left.length === 0;
  };
}

/** Milliseconds between two looks at programs. */
const PAUSE_MS = 12;

/** Waits until all programs that were begun so far can be drawn with, or nobody wants them any more. */
export async function programsReady(renderer: Card, wanted: () => boolean = () => true): Promise<void> {
  const ready = programsBegun(renderer);
  while (wanted() && !renderer.getContext().isContextLost() && !ready()) await pauseFor(PAUSE_MS);
}
