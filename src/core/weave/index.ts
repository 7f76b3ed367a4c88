export { analyse, acceptsLinks, linkKinds, linkProblem, literalFits, typeAfter, type Analysis, type Problem, type StepTypes, type Use } from './analyse';
export { linkedStrands, orderStrands, wouldCycle } from './order';
export { floatText, glslType, strandNames, weave, type Target, type WeaveOptions, type Woven } from './weave';
export { literalOf, plainParams, slotValues, sortedStops, type UniformSlot } from './values';
export { stepFunction, stepFunctionName } from './step-function';
export { Evaluator } from './evaluate';
export { placeRows, writePlace, type PlaceValues } from './places';
export { exportGlsl } from './export';
