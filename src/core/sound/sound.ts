/** A sound as numbers. */
export interface Sound {
  /** Samples a second. */
  rate: number;
  /** The mean of its channels, -1 to 1. */
  samples: Float32Array;
}
