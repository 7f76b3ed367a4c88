export { controlSetting, trackSettings, withOverrides, withTracks } from './keys/tracks';
export { analyse, acceptsLinks, linkKinds, linkProblem, mayBeDisabled, typeAfter } from './analysis/analyse';
export { literalFits } from './analysis/literal';
export {
  isActive,
  type ActiveStep,
  type Analysis,
  type Problem,
  type StepTypes,
  type Target,
  type Woven,
} from './analysis/types';
export { linkedStrands, orderStrands, allDependencies, wouldCycle } from './analysis/order';
export { drawnBefore, drawnEnds, lastDrawn } from './writing/plan';
export { aloneText, cardText, processorText, weave } from './writing/weave';
export { keyedCurve, keyedLiteral, keyedScalars, keyScalars, keysFit, literalAt } from './analysis/keyed';
export { literalOf, plainParams, slotValues } from './writing/values';
export {
  glslType,
  argumentParams,
  isBranch,
  paramType,
  runningInto,
  stepFunction,
  stepFunctionName,
} from './analysis/step-function';
export { shownBy, shotBehind, stageBehind, type Shown } from './analysis/shown';
export { slopes, sortedStops } from './writing/tables';
export {
  changeKeys,
  copyKeys,
  isSamePlace,
  validChoice,
  keysOf,
  moveKeys,
  pasteKeys,
  removeKeys,
  spanOf,
  stretchKeys,
  type KeyAt,
  type KeyClip,
  type KeyPlace,
  type Span,
} from './keys/key-groups';
export { loopSteps } from './writing/over-loop';
export { controlDependents, writePlayed } from './keys/record';
export { Evaluator, OverLoop } from './running/evaluate';
export { isMark, isNaNMark, withMarks } from './analysis/marks';
export { placeRows, type PlaceValues } from './running/places';
export { formText, type FormText, type FormWoven } from './writing/form-text';
export { exportGlsl, FLAT_PLACE } from './running/export';
