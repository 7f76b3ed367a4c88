import type { Piece } from '@/core/piece/types';

type Rules = Pick<typeof import('@/core/piece/schema'), 'validateEdit' | 'validateShape'>;

let rules: Rules | null = null;
let loading: Promise<Rules> | null = null;

/**
 * Loads the rules by which pieces are validated, once. They come with Joi, so the workbench answers without them.
 * Rejects where they cannot be fetched; the next call tries again.
 */
export function loadRules(): Promise<Rules> {
  loading ??= import('@/core/piece/schema').then(
    ({ validateEdit, validateShape }) => (rules = { validateEdit, validateShape }),
    (error: unknown) => {
      loading = null;
      throw error;
    },
  );
  return loading;
}

/**
 * Checks what an edit has changed, where the rules are loaded.
 * @returns false where they are not yet, so that the edit has to be checked once they are
 * @throws PieceError naming the place and what was expected there
 */
export function checkEdit(piece: Piece, before: Piece): boolean {
  rules?.validateEdit(piece, before);
  return rules !== null;
}
