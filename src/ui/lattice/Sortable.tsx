import { SortableContext, type SortingStrategy } from '@dnd-kit/sortable';
import { useMemo, type ReactNode } from 'react';

interface Props {
  /** Of what can be sorted, in their order. */
  ids: string[];
  strategy: SortingStrategy;
  children: ReactNode;
}

/** What can be sorted by dragging. It tells its items of a new order, and not of each time that it is drawn. */
export function Sortable({ ids, strategy, children }: Props) {
  const list = ids.join('\n');
  const items = useMemo(() => (list ? list.split('\n') : []), [list]);
  return (
    <SortableContext items={items} strategy={strategy}>
      {children}
    </SortableContext>
  );
}
