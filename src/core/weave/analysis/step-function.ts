import { glslNameOf, type Param, type RunType, type StepDefinition } from '../../steps';

const GLSL_TYPE: Record<RunType, string> = {
  float: 'float',
  vec2: 'vec2',
  vec3: 'vec3',
  moments: 'vec3',
  form: 'vec3',
  surface: 'Surface',
  stage: 'float',
  image: 'vec4',
};

const WIDTH: Partial<Record<RunType, number>> = { vec2: 2, vec3: 3, moments: 3 };

/** Numbers that run through a row of signals. */
export const widthOf = (type: RunType): number => WIDTH[type] ?? 1;

export const glslType = (type: RunType) => GLSL_TYPE[type];

/**
 * What runs into a step: forms and pictures have something running before their first step, too, and what is worked out
 * over the loop runs into the step that it is of.
 */
export const runningInto = (
  { overLoop }: Pick<StepDefinition, 'overLoop'>,
  takes: RunType | null,
  gives: RunType,
): RunType | null => takes ?? (overLoop || gives === 'form' || gives === 'image' ? gives : null);

/** `field.fractal` is called `fieldFractal` in GLSL. */
export function stepFunctionName(definition: StepDefinition): string {
  return definition.op.replace(/[.-]([a-z])/g, (_, c: string) => c.toUpperCase());
}

const PARAM_TYPE: Record<Param['type'], string | null> = {
  number: 'float',
  vector: 'vec3',
  colour: 'vec3',
  ramp: 'vec3',
  choice: 'int',
  curve: 'float',
  keys: 'float',
  path: 'vec3',
  picture: 'int',
  mesh: null,
  text: null,
  strand: null,
};

/** Another finish whose picture a step reads: its GLSL knows it by its slot, or -1. */
export const isBranch = (param: Param) => param.type === 'strand' && param.kind === 'finish';

/** GLSL type under which a step's function takes a parameter; null where it does not see it. */
export function paramType(param: Param): string | null {
  if (isBranch(param)) return 'int';
  if ((param.type === 'curve' && param.each) || (param.type === 'keys' && param.moments)) return 'vec3';
  return param.type === 'choice' && param.shapes ? null : PARAM_TYPE[param.type];
}

/**
 * Parameters that the function of a step takes: not those it asks for as functions, nor what it says beside the
 * running value.
 */
export function argumentParams(definition: StepDefinition): Param[] {
  const beside = Object.values(definition.attributes ?? {});
  return definition.params.filter((p) => paramType(p) !== null && p.per !== 'moment' && !beside.includes(p.id));
}

export interface StepFunctionOptions {
  /** The input; null for a source. */
  takes: RunType | null;
  gives: RunType;
  /** What the function is called; `stepFunctionName` without it. */
  name?: string;
  /** Function of the place that gives the running value, for steps that ask for it at other places. */
  again?: string;
  /** Places of its choices, written in as constants so that what is not chosen falls away; else they are parameters. */
  chosen?: Record<string, number>;
  /** Functions of the place by the ids of the parameters that the step asks for at other places. */
  moments?: Record<string, string>;
}

/** The GLSL function of a step for one running type: the signature follows from its parameters. */
export function stepFunction(definition: StepDefinition, options: StepFunctionOptions): string {
  const { takes, gives, name = stepFunctionName(definition), again, chosen = {}, moments = {} } = options;
  const functions = { ...moments, ...(again ? { again } : {}) };
  const body = Object.entries(functions).reduce(
    (text, [id, call]) => text.replace(new RegExp(`\\b${id}\\(`, 'g'), `${call}(`),
    definition.glsl!,
  );
  const params = argumentParams(definition)
    .filter((p) => !Object.hasOwn(chosen, glslNameOf(p)))
    .map((p) => `${paramType(p)} ${glslNameOf(p)}`);
  const constants = Object.entries(chosen).map(([id, place]) => `  const int ${id} = ${place};\n`);
  const head = ['Place p', ...(takes ? [`${glslType(takes)} v`] : []), ...params].join(', ');
  return `${glslType(gives)} ${name}(${head}) {\n${constants.join('')}${body.replace(/^\n/, '')}\n}\n`;
}
