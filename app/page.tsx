import { BEGINNINGS, STARTERS, type Starter } from '@/demo';
import { Shelf } from '@/ui/shelf/Shelf';

export default function Page() {
  return <Shelf beginnings={BEGINNINGS.map(factsOf)} starters={STARTERS.map(factsOf)} />;
}

const factsOf = ({ id, piece: { name, note, picture, loop } }: Starter) => ({ id, name, note, picture, loop });
