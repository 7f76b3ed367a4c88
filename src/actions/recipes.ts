import { create } from 'zustand';
import type { Ground, Part } from '@/core/parts/part';

interface Recipes {
  recipes: readonly Part[];
  /** What a part stands on where a piece has nothing; null until it is there. */
  ground: Ground | null;
}

/** Recipes, and the ground of all parts: fetched once the workbench answers, which does not wait for them. */
export const useRecipes = create<Recipes>()(() => ({ recipes: [], ground: null }));

let loading: Promise<void> | null = null;

/** Fetches them, once. Where that fails it is tried again when they are asked for next. */
export function loadRecipes(): Promise<void> {
  loading ??= import('@/demo/recipes').then(
    ({ RECIPES, ground }) => useRecipes.setState({ recipes: RECIPES, ground }),
    () => {
      loading = null;
    },
  );
  return loading;
}
