import '../../lattice/Lattice';
import '../../loop-band/LoopBand';

export const next = () => import('./all');
