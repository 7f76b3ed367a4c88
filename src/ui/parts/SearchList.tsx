import { Command } from 'cmdk';
import { useState, type ReactNode } from 'react';
import { ranked, type Findable } from './search';

const GROUP = '**:[[cmdk-group-heading]]:px-2.5 **:[[cmdk-group-heading]]:pt-2 **:[[cmdk-group-heading]]:text-faint';

const SEARCH = 'w-full border-b border-line bg-transparent px-4 py-2.5 text-[15px] outline-none placeholder:text-faint';

export interface SearchEntry extends Findable {
  key: string;
  heading: string;
  run: () => void;
}

interface Props<T extends SearchEntry> {
  label: string;
  entries: T[];
  /** What stands where nothing fits. */
  nothing: string;
  render: (entry: T) => ReactNode;
}

/** A list that is searched as it is typed: under headings while nothing is sought, then best first. */
export function SearchList<T extends SearchEntry>({ label, entries, nothing, render }: Props<T>) {
  const [search, setSearch] = useState('');
  const found = ranked(entries, search);
  const headings = search.trim() === '' ? [...new Set(found.map((e) => e.heading))] : [''];
  return (
    <Command label={label} loop shouldFilter={false}>
      <Command.Input value={search} onValueChange={setSearch} placeholder="Type to search" className={SEARCH} />
      <Command.List className="max-h-[380px] overflow-y-auto p-1.5">
        <Command.Empty className="px-3 py-4 text-mute">{nothing}</Command.Empty>
        {headings.map((heading) => (
          <Command.Group key={heading} heading={heading || undefined} className={GROUP}>
            {found
              .filter((e) => heading === '' || e.heading === heading)
              .map((entry) => (
                <Command.Item
                  key={entry.key}
                  value={entry.key}
                  onSelect={entry.run}
                  className="flex items-baseline gap-3 rounded-md px-2.5 py-1.5 data-[selected=true]:bg-raised"
                >
                  {render(entry)}
                </Command.Item>
              ))}
          </Command.Group>
        ))}
      </Command.List>
    </Command>
  );
}
