import { ChevronsDownUp, ChevronsUpDown, MoveHorizontal, ZoomIn, ZoomOut } from 'lucide-react';
import type { LucideIcon } from 'lucide-react';
import { Button } from '../parts/Button';
import { isWhole, type BandView } from '@/actions/band-scale';

interface Props {
  view: BandView;
  onZoom: (way: 1 | -1) => void;
  onWhole: () => void;
  folded: boolean;
  /** Shows the lanes that are edited alone, or all; none where there is nothing to fold. */
  onFold?: () => void;
}

/** Pixels of a button, and between the last one and the edge. */
const BUTTON_PIXELS = 32;
const EDGE_PIXELS = 4;

/** Pixels at the right edge of the band that its buttons cover. */
export const widthOfButtons = (view: BandView, isFoldable: boolean): number =>
  EDGE_PIXELS + BUTTON_PIXELS * (2 + Number(isFoldable) + Number(!isWhole(view)));

/** What of time and of the lanes is in sight. */
export function BandButtons({ view, onZoom, onWhole, folded, onFold }: Props) {
  const whole = isWhole(view);
  return (
    <div className="absolute top-0 right-1 flex bg-panel/85">
      {onFold && (
        <BandButton
          icon={folded ? ChevronsUpDown : ChevronsDownUp}
          name={folded ? 'Show all lanes' : 'Only the lanes of this step'}
          pressed={folded}
          run={onFold}
        />
      )}
      {!whole && <BandButton icon={MoveHorizontal} name="Show the whole loop" run={onWhole} />}
      <BandButton icon={ZoomOut} name="Zoom out of time" keys="-" run={() => onZoom(-1)} disabled={whole} />
      <BandButton icon={ZoomIn} name="Zoom into time" keys="+, or the wheel" run={() => onZoom(1)} />
    </div>
  );
}

interface BandButtonProps {
  icon: LucideIcon;
  name: string;
  /** Keys that do the same on the band. */
  keys?: string;
  pressed?: boolean;
  disabled?: boolean;
  run: () => void;
}

function BandButton({ icon: Icon, name, keys, pressed, disabled, run }: BandButtonProps) {
  return (
    <Button
      look="icon"
      aria-label={name}
      aria-pressed={pressed}
      title={keys ? `${name} (${keys})` : name}
      disabled={disabled}
      onClick={run}
    >
      <Icon size={13} />
    </Button>
  );
}
