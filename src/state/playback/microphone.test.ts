import { describe, expect, it } from 'vitest';
import { levelOf } from './microphone';

const sine = (amplitude: number) =>
  Float32Array.from({ length: 1024 }, (_, i) => amplitude * Math.sin((i * Math.PI) / 16));

describe('the level of a microphone', () => {
  it('is even in decibels: a sine of full scale has 3 dB less, each half 6 dB less', () => {
    expect(levelOf(sine(1))).toBeCloseTo(1 - 3.01 / 54, 3);
    expect(levelOf(sine(1)) - levelOf(sine(0.5))).toBeCloseTo(6.02 / 54, 3);
    expect(levelOf(new Float32Array(1024).fill(1))).toBe(1);
  });

  it('is 0 in silence, and never beyond 0 to 1', () => {
    expect(levelOf(new Float32Array(1024))).toBe(0);
    expect(levelOf(sine(1e-4))).toBe(0);
    expect(levelOf(sine(9))).toBe(1);
  });
});
