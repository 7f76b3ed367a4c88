import { BEGINNINGS, STARTERS, type Starter } from '@/demo';
import { Shelf } from '@/ui/shelf/Shelf';
import { WarmUp } from '@/ui/workbench/WarmUp';

export default function Page() {
  return (
    <>
      <Shelf beginnings={BEGINNINGS.map(factsOf)} starters={STARTERS.map(factsOf)} />
      <WarmUp />
    </>
  );
}

const factsOf = ({ id, piece: { name, note, picture, loop } }: Starter) => ({ id, name, note, picture, loop });
