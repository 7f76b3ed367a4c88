export { controlSetting, trackSettings, withOverrides, withTracks } from './tracks';
export { analyse, acceptsLinks, linkKinds, linkProblem, mayBeDisabled, typeAfter } from './analyse';
export { literalFits } from './literal';
export {
  isActive,
  type ActiveStep,
  type Analysis,
  type Problem,
  type StepTypes,
  type Target,
  type Woven,
} from './types';
export { linkedStrands, orderStrands, allDependencies, wouldCycle } from './order';
export { drawnBefore, drawnEnds, lastDrawn } from './plan';
export { aloneText, cardText, processorText, weave } from './weave';
export { keyedCurve, keyedLiteral, keyedScalars, keyScalars, keysFit, literalAt } from './keyed';
export { literalOf, plainParams, slotValues } from './values';
export {
  glslType,
  argumentParams,
  isBranch,
  paramType,
  runningInto,
  stepFunction,
  stepFunctionName,
} from './step-function';
export { outputOf, shotBehind, stageBehind, type Output } from './output';
export { slopes, sortedStops } from './tables';
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
} from './key-groups';
export { loopSteps } from './over-loop';
export { controlDependents, writePlayed } from './record';
export { Evaluator, OverLoop } from './evaluate';
export { isMark, isNaNMark, withMarks } from './marks';
export { hasPixels, pixelsOf, providePixels } from './pixels';
export { placeRows, type PlaceValues } from './places';
export { formText, type FormText, type FormWoven } from './form-text';
export { exportGlsl, FLAT_PLACE } from './export';
