import { once } from '../once';
import type { ResolvedStep, StepDefinition } from './definition';
import { number } from './params';
import type { RunType } from './run-type';

/**
 * Whether a step in a row works: a number, so that keys, signals and fields turn it on and off. It is a parameter of
 * those steps alone in which it is set, so that no others take longer.
 */
export const enabledParam = number({
  id: 'there',
  name: 'Enabled',
  description: '1 where the step works, 0 where it is skipped: keys, signals and fields turn it on and off.',
  default: 1,
  min: 0,
  max: 1,
  hard: [0, 1],
  whole: true,
});

/** What runs from step to step as values of GLSL. */
const VALUES: readonly (RunType | null)[] = ['float', 'vec2', 'vec3', 'form', 'surface', 'image'];

/**
 * Can a step be skipped from frame to frame? It has to give what it takes, at the place itself and in one pass, and
 * to say nothing beside that.
 */
export const canBeDisabled = (definition: StepDefinition, takes: RunType | null, gives: RunType | null): boolean =>
  takes === gives &&
  VALUES.includes(takes) &&
  definition.takes.length > 0 &&
  definition.glsl !== undefined &&
  !definition.passes &&
  !definition.overLoop &&
  !definition.attributes &&
  !definition.params.some((p) => p.id === enabledParam.id);

/** The step with that parameter. */
export const withEnabled = once(
  (definition: ResolvedStep) =>
    ({
      ...definition,
      params: [...definition.params, enabledParam],
      glsl: `  if (${enabledParam.id} < 0.5) return v;\n${definition.glsl!.replace(/^\n/, '')}`,
    }) as ResolvedStep,
);
