import { useState } from 'react';
import { usePanels } from '@/state/panels/panels';
import type { Version } from '@/state/storage/version-store';
import { restoreVersion, removeVersion, renameVersion, savedAt, versionName } from '@/state/storage/versions';
import { Button } from '../parts/Button';
import { Menu } from '../parts/Menu';
import { RenameInput } from '../parts/RenameInput';

/** One version: restored, laid beside the piece on the stage, renamed or deleted. */
export function VersionRow({ version, onShown }: { version: Version; onShown: () => void }) {
  const [naming, setNaming] = useState(false);
  const beside = usePanels((s) => s.version?.id === version.id);
  if (naming)
    return (
      <li>
        <RenameInput
          label="Name of the version"
          name={version.name ?? ''}
          onDone={(name) => {
            setNaming(false);
            if (name) void renameVersion(version.id, name);
          }}
        />
      </li>
    );
  return (
    <li className="flex items-center gap-1 rounded-md border border-line py-1 pr-1 pl-2.5">
      <span className="min-w-0 grow">
        <span className="block truncate">{versionName(version)}</span>
        {version.name && <span className="block text-faint">{savedAt(version)}</span>}
      </span>
      <Button
        look="bare"
        aria-pressed={beside}
        className={beside ? 'text-lichen' : ''}
        onClick={() => {
          usePanels.setState({ version: beside ? null : version, compare: null });
          if (!beside) onShown();
        }}
      >
        {beside ? 'beside it' : 'Lay beside'}
      </Button>
      <Button look="bare" onClick={() => void restoreVersion(version)}>
        Restore
      </Button>
      <Menu
        trigger={
          <Button look="bare" aria-label={`More for the version ${versionName(version)}`}>
            more
          </Button>
        }
        items={() => [
          { label: 'Rename', run: () => setNaming(true) },
          { label: 'Delete', run: () => void removeVersion(version.id) },
        ]}
      />
    </li>
  );
}
