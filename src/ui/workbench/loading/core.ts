import '@/core/weave';

export const next = () => import('./engine');
