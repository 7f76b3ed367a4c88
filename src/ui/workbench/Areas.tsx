import { ChevronDown, ChevronUp } from 'lucide-react';
import { useEffect, useState } from 'react';
import {
  Group,
  Panel,
  Separator,
  useDefaultLayout,
  usePanelRef,
  type PanelImperativeHandle,
} from 'react-resizable-panels';
import { usePanels } from '@/state/panels/panels';
import { remembered } from '@/state/storage/remembered';
import { Guide } from '../guide/Guide';
import { Lattice } from '../lattice/Lattice';
import { Button } from '../parts/Button';
import { Later } from '../parts/Later';
import { useMedia } from '../parts/use-media';
import { StageView } from '../stage/StageView';
import { AreaGuard } from '../parts/Guard';
import { Side } from './Side';

const OVER_PICTURE =
  'absolute top-14 right-2.5 flex max-h-[calc(100%-4.5rem)] w-[400px] flex-col max-lg:w-[288px] ' +
  'rounded-lg border border-line bg-ground/90';

const HANDLE = 'bg-line transition-colors hover:bg-lichen focus-visible:bg-lichen outline-none';

/** Splits that the artist made; those of the picture in the whole window are not among them. */
const useStoredLayout = (id: string) =>
  useDefaultLayout({ id, storage: remembered, onlySaveAfterUserInteractions: true });

/** Pixels that a size may be off a whole number. */
const ROUNDING_PIXELS = 0.02;

/** The picture begins at whole pixels: what lies over it would else be drawn a little differently each time. */
function toWholePixels(panel: PanelImperativeHandle | null): void {
  const size = panel?.getSize().inPixels ?? 0;
  if (Math.abs(size - Math.round(size)) > ROUNDING_PIXELS) panel!.resize(Math.round(size));
}

/** A window (or a zoomed one) that has no room for rows, stage and tuning at once. */
const NARROW = '(max-width: 1023px)';

/**
 * Rows, stage and tuning beside each other; or the picture in the whole window, with tuning over it. In a narrow window
 * the rows have tuning beside them, and the picture is a key away.
 */
export function Areas() {
  const large = usePanels((s) => s.large);
  const narrow = useMedia(NARROW, false);
  const [rows, stage, side] = [usePanelRef(), usePanelRef(), usePanelRef()];
  const across = useStoredLayout('areas-across');
  const down = useStoredLayout('areas-down');
  useEffect(() => {
    for (const panel of [rows, side]) {
      if (large) panel.current?.collapse();
      else panel.current?.expand();
    }
  }, [large, rows, side]);
  useEffect(() => {
    if (narrow && !large) stage.current?.collapse();
    else stage.current?.expand();
  }, [narrow, large, stage]);
  /** Rows that are dragged to nothing leave the window to the picture. */
  const follow = () => {
    const away = rows.current?.isCollapsed();
    if (away !== undefined && away !== usePanels.getState().large) usePanels.setState({ large: away });
    toWholePixels(rows.current);
  };
  return (
    <div className="relative min-h-0">
      <Group orientation="horizontal" className="h-full" {...across}>
        <Panel
          id="rows"
          panelRef={rows}
          defaultSize="55%"
          minSize="34%"
          collapsible
          collapsedSize="0%"
          onResize={follow}
        >
          {!large && (
            <div className="grid h-full grid-rows-[minmax(0,1fr)_auto]">
              <AreaGuard name="lattice">
                <Lattice />
              </AreaGuard>
              <Guide />
            </div>
          )}
        </Panel>
        <Separator className={large ? 'hidden' : `${HANDLE} w-px`} aria-label="Width of the lattice" />
        <Panel id="picture" minSize="28%">
          <Group orientation="vertical" {...down}>
            <Panel
              id="stage"
              panelRef={stage}
              defaultSize="51%"
              minSize="20%"
              collapsible
              collapsedSize="0%"
              onResize={() => toWholePixels(stage.current)}
            >
              <AreaGuard name="stage">
                <StageView />
              </AreaGuard>
            </Panel>
            <Separator className={large ? 'hidden' : `${HANDLE} h-px`} aria-label="Height of the stage" />
            <Panel id="side" panelRef={side} defaultSize="49%" minSize="24%" collapsible collapsedSize="0%">
              {!large && (
                <AreaGuard name="tuning panel">
                  <Later>
                    <Side />
                  </Later>
                </AreaGuard>
              )}
            </Panel>
          </Group>
        </Panel>
      </Group>
      {large && <Floating />}
    </div>
  );
}

/** Tuning and desk over the picture; folded away they leave it alone. */
function Floating() {
  const [folded, setFolded] = useState(false);
  const Icon = folded ? ChevronDown : ChevronUp;
  return (
    <aside aria-label="Tuning over the picture" className={OVER_PICTURE}>
      <div className="flex items-center justify-between py-1 pr-1 pl-3">
        <Button look="bare" onClick={() => usePanels.setState({ large: false })} title="V">
          Show the rows
        </Button>
        <Button
          look="bare"
          aria-expanded={!folded}
          className="flex items-center gap-1.5"
          onClick={() => setFolded(!folded)}
        >
          {folded ? 'Show tuning' : 'Fold away'} <Icon size={14} />
        </Button>
      </div>
      {!folded && (
        <div className="min-h-0 overflow-y-auto border-t border-line">
          <AreaGuard name="tuning panel">
            <Side />
          </AreaGuard>
        </div>
      )}
    </aside>
  );
}
