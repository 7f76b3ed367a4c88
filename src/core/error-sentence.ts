/** Names of errors whose messages are the browser's or the language's own, and no sentence for an artist. */
const FOREIGN = new Set([
  'AggregateError',
  'EncodingError',
  'EvalError',
  'InvalidStateError',
  'NotSupportedError',
  'OperationError',
  'RangeError',
  'ReferenceError',
  'SyntaxError',
  'TypeError',
  'URIError',
]);

const OTHERWISE = 'It is more than this browser can do, or not what it looks like.';

/**
 * What an error says to an artist: its own sentence where it has one, else ours. Errors keep their names when they come
 * from a thread, and lose their classes, so it is told by name; every sentence of ours ends with a full stop.
 * @param otherwise what is said of an error of the browser's
 */
export function errorSentence(error: unknown, otherwise = OTHERWISE): string {
  const { name, message } = (error ?? {}) as { name?: unknown; message?: unknown };
  const isOurs = typeof message === 'string' && /[.!?]$/.test(message.trim()) && !/^Failed to /.test(message);
  return isOurs && !FOREIGN.has(String(name)) ? message : otherwise;
}
