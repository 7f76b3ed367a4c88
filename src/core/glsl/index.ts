export { GlslError, type Pos } from './errors';
export { builtinNames, checkProgram } from './check';
export { compile, type Compiled, type Entry } from './wasm/compile';
export { Processor } from './run';
export { library, LIBRARY_PARTS, type LibraryPart } from './lib';
