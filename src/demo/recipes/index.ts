import type { Part } from '@/core/parts/part';
import { film, glitchRows, screenLines, trails } from './finishes';
import { shards, ripple, swell } from './forms';
import { breathingGrid, lampOnPath, ringWave, shield, water } from './stages';
import { caustics, dissolve, fillUp, flowLines, hologram, relief, scanLine } from './surfaces';

export { ground } from './ground';

/** Ready rows for what people ask for by name. */
export const RECIPES: readonly Part[] = [
  dissolve,
  shield,
  ripple,
  swell,
  caustics,
  relief,
  hologram,
  fillUp,
  scanLine,
  flowLines,
  water,
  breathingGrid,
  ringWave,
  shards,
  lampOnPath,
  trails,
  glitchRows,
  screenLines,
  film,
];
