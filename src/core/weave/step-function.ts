import { glslType } from './weave';
import type { Param, RunType, StepDefinition } from '../steps';

/** `field.fractal` is called `fieldFractal` in GLSL. */
export function stepFunctionName(definition: StepDefinition): string {
  return definition.op.replace(/[.-]([a-z])/g, (_, c: string) => c.toUpperCase());
}

const PARAM_TYPE: Record<Param['type'], string | null> = { number: 'float', vector: 'vec3', colour: 'vec3', ramp: 'vec3', choice: 'int', strand: null };

/** The GLSL function of a step for one running type: the signature follows from its parameters. */
export function stepFunction(definition: StepDefinition, takes: RunType | null, gives: RunType): string {
  const params = definition.params.flatMap((p) => (PARAM_TYPE[p.type] ? [`${PARAM_TYPE[p.type]} ${p.id}`] : []));
  const running = takes ? [`${glslType(takes)} v`] : [];
  return `${glslType(gives)} ${stepFunctionName(definition)}(${['Place p', ...running, ...params].join(', ')}) {\n${definition.glsl!.replace(/^\n/, '')}\n}\n`;
}
