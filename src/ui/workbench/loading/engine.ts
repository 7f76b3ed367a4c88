import '@/engine/screen';
import '@/state/workbench';

export const next = () => import('./stage');
