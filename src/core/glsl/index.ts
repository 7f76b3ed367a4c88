export { GlslError, type Pos } from './errors';
export { floatText } from './number-text';
export { builtinNames, checkProgram } from './check';
export { compile, type Compiled, type Entry } from './wasm/compile';
export { Processor } from './run';
export { PICTURE_SLOTS, pictureUniform, samplerText, type Pixels } from './pictures';
export { derive, type Derived } from './derive';
export { library, LIBRARY_FUNCTIONS, LIBRARY_PARTS, partsNamedIn, type LibraryPart } from './lib';
