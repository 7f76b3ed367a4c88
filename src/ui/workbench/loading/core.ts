import '@/core/piece/schema';
import '@/core/weave';

export const next = () => import('./engine');
