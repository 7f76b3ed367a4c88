/** Waves over turns: one turn is one period. Whole turns give the same number to the last bit. */
export const WAVE = `
float waveSine(float turns) { return sin(6.283185307179586 * (turns - floor(turns))); }
float waveTriangle(float turns) { float t = turns + 0.25; t -= floor(t); return 1.0 - 4.0 * abs(t - 0.5); }
float waveSaw(float turns) { return 2.0 * (turns - floor(turns)) - 1.0; }
`;
