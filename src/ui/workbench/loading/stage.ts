import '@/engine/viewer';
import '../../stage/StageView';

export const next = () => import('./areas');
