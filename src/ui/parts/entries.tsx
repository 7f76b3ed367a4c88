import { Plus, X } from 'lucide-react';
import { Button } from './Button';

/** Takes one entry of a table away. */
export function RemoveEntry({ name, disabled, onClick }: { name: string; disabled: boolean; onClick: () => void }) {
  return (
    <Button look="icon" aria-label={`Remove ${name}`} disabled={disabled} onClick={onClick}>
      <X size={13} />
    </Button>
  );
}

/** The last row of a table of entries: one more. */
export function AddEntry({
  name,
  columns,
  disabled,
  onClick,
}: {
  name: string;
  columns: number;
  disabled: boolean;
  onClick: () => void;
}) {
  return (
    <tr>
      <td colSpan={columns}>
        <Button look="bare" disabled={disabled} onClick={onClick}>
          <span className="inline-flex items-center gap-1">
            <Plus size={13} /> Add a {name}
          </span>
        </Button>
      </td>
    </tr>
  );
}
