/**
 * Small pictures need no large maps, of shadows and of what is reflected: half their texels on a side from 256 pixels
 * on the longest side down, a quarter from 128 down. It follows the piece, not the size that is drawn, so that a
 * preview and what is exported look alike.
 */
export function mapShare({ width, height }: { width: number; height: number }): number {
  const side = Math.max(width, height);
  return side > 256 ? 1 : side > 128 ? 0.5 : 0.25;
}
