import type { Part } from '@/core/piece/part';
import { film, glitchRows, screenLook, trails } from './finishes';
import { burst, ripple, swell } from './forms';
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
  burst,
  lampOnPath,
  trails,
  glitchRows,
  screenLook,
  film,
];
