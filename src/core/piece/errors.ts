/** Something about a piece that the program cannot accept: one sentence for the artist, and what to do. */
export class PieceError extends Error {
  override readonly name = 'PieceError';
  constructor(
    readonly code:
      | 'too-large'
      | 'not-json'
      | 'not-a-piece'
      | 'newer'
      | 'wrong-value'
      | 'no-such-strand'
      | 'cycle'
      | 'edit'
      | 'cross-site',
    sentence: string,
    /** Where in the data of a piece it is wrong: keys and indices from the piece on. */
    readonly at?: readonly (string | number)[],
  ) {
    super(sentence);
  }
}
