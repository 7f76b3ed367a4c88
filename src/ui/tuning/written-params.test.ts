import { describe, expect, it } from 'vitest';
import { exposeAll } from '@/actions/controllable';
import { addStep, addStrand, blankPiece } from '@/core/piece/edit';
import { writePlayed } from '@/core/weave';
import { paramOf, paramsOf } from '@/core/steps';
import { declaredId } from '@/core/steps/field/code';
import { varyStep } from '@/core/steps/vary';

const TEXT = 'const float height = 0.5; // 0 to 2\nreturn pointOf(v).x * height;';
const height = declaredId('height');
const piece = addStep(addStrand(blankPiece(), 'field', 'own', 'field.position'), 's1', 1, 'field.code', { text: TEXT });
const strand = piece.strands[0]!;
const step = strand.steps[1]!;

describe('what a text declares', () => {
  it('is a parameter of the step like any other', () => {
    expect(paramOf(step, height)).toMatchObject({ name: 'height', min: 0, max: 2, default: 0.5 });
    expect(paramsOf(step).map((p) => p.id)).toContain(height);
    // A text that cannot be read leaves the step its own.
    expect(paramsOf({ op: 'field.code', params: { text: '{'.repeat(10_000) } }).map((p) => p.id)).toContain('text');
    expect(paramsOf({ op: 'field.unheard-of', params: {} })).toEqual([]);
  });

  it('is exposed, varied and recorded', () => {
    const { piece: exposed, count } = exposeAll(piece, strand, step);
    expect(count).toBe(1);
    expect(exposed.strands[0]!.steps[1]!.params[height]).toEqual({ control: exposed.controls[0]!.id });
    expect(exposed.controls[0]).toMatchObject({ name: 'height', value: 0.5, min: 0, max: 2 });
    const varied = varyStep(piece, { strand: 's1', step: step.id }, 3).strands[0]!.steps[1]!.params[height];
    expect(varied).not.toBe(0.5);
    const written = writePlayed(exposed, exposed.controls[0]!.id, [0, 0.5, 1, 0.5], 0);
    expect(written).toMatchObject({ params: 1, left: 0 });
  });
});
