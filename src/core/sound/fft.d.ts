/** What is used of the package. */
declare module 'fft.js' {
  export default class FFT {
    /** @param size a power of two above 1 */
    constructor(size: number);
    createComplexArray(): number[];
    /** Spectrum of real numbers: real and imaginary parts in turn; only the first half is filled. */
    realTransform(output: number[], input: ArrayLike<number>): void;
  }
}
