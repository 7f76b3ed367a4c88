import { STARTERS } from '@/demo';
import { Shelf } from '@/ui/shelf/Shelf';

export default function Page() {
  const starters = STARTERS.map(({ id, piece: { name, note, picture, loop } }) => ({ id, name, note, picture, loop }));
  return <Shelf starters={starters} />;
}
