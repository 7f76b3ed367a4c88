/** How a plot lies in its box: the lowest value and 0 below, the highest and 0 above, with room at both ends. */
export function plotPlace({ low, high }: { low: number; high: number }): (value: number) => number {
  const bottom = Math.min(low, 0);
  const top = Math.max(high, 0, bottom + 1e-6);
  return (value) => 0.88 - (0.76 * (value - bottom)) / (top - bottom);
}
