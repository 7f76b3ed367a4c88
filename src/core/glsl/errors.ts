/** A place in GLSL text. Lines and columns count from 1. */
export interface Pos {
  line: number;
  column: number;
  /** The text at that place, as written. */
  text: string;
}

/** What is wrong with a GLSL text, in words an artist can act on. */
export class GlslError extends Error {
  override readonly name = 'GlslError';
  constructor(
    /** One plain sentence without the position. */
    readonly sentence: string,
    readonly pos: Pos,
  ) {
    super(`Line ${pos.line}, column ${pos.column}, at "${pos.text}": ${sentence}`);
  }
}

export function fail(pos: Pos, sentence: string): never {
  throw new GlslError(sentence, pos);
}
