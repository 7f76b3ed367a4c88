import { Chance } from './fuzz/chance';
import { checkSeam } from './fuzz/check-seam';
import { closingPiece } from './fuzz/random-piece';
let n=0, bad=0; const t=performance.now();
for (let seed=Number(process.argv[2]??1); seed<=Number(process.argv[3]??400); seed++) { try { n+=await checkSeam(closingPiece(new Chance(seed))); } catch(e){ bad++; console.log(seed,(e as Error).message.slice(0,200)); } }
console.log('compared',n,'bad',bad,Math.round(performance.now()-t));
