import dynamic from 'next/dynamic';
import type { RefObject } from 'react';
import { strandById, type Piece } from '@/core/piece/types';
import { stepBefore } from '@/core/preview/look';
import { definitionOf } from '@/core/steps';
import { usePanels } from '@/state/panels/panels';
import { useTransport } from '@/state/playback/transport';
import { useWorkbench } from '@/state/workbench';
import { CoarseBar, CoarseEdges } from './CoarseEdges';
import { FocusDot } from './FocusDot';
import { Handles } from './Handles';
import { Letters } from './Letters';
import { OverPicture } from './OverPicture';
import { PathHandles } from './PathHandles';
import { spaceOf } from './space-of';
import { Split } from './Split';

const OutputFrames = dynamic(() => import('./OutputFrames').then((m) => m.OutputFrames), { ssr: false });
const VersionBeside = dynamic(() => import('./VersionBeside').then((m) => m.VersionBeside), { ssr: false });

interface Props {
  piece: Piece;
  /** The element that shows the picture. */
  area: RefObject<HTMLDivElement | null>;
}

/** What lies over the picture: outputs; or handles of the selected step, edges too coarse, what it is beside. */
export function OverStage(props: Props) {
  const isLooking = usePanels((s) => s.looking !== null);
  const isPlacing = usePanels((s) => s.side === 'outputs');
  if (isLooking) return <StepBefore {...props} />;
  if (isPlacing) return <OutputFrames {...props} />;
  return (
    <>
      <SelectedHandles {...props} />
      <CoarseMarks {...props} />
      <Beside {...props} />
    </>
  );
}

const aspectOf = ({ picture }: Piece) => picture.width / picture.height;

/** What is dragged of the selected step. */
function SelectedHandles({ piece, area }: Props) {
  const selected = useWorkbench((s) => s.selected);
  const playing = useTransport((s) => s.playing);
  const strand = selected ? strandById(piece, selected.strand) : undefined;
  const step = strand?.steps.find((s) => s.id === selected?.step);
  if (!strand || !step) return null;
  const { place, focuses } = definitionOf(step.op) ?? {};
  const space = spaceOf(piece, strand, step);
  const aspect = aspectOf(piece);
  return (
    <>
      {space && (
        <OverPicture key={space.form ?? ''} {...{ area, aspect, ...space }}>
          {(over) => (
            <>
              {place && !playing && <Letters {...{ piece, strand, step, over }} />}
              <Handles {...{ strand, step, over }} />
              <PathHandles {...{ strand, step, over }} />
            </>
          )}
        </OverPicture>
      )}
      {focuses && <FocusDot key={step.id} {...{ area, aspect, strand, step }} param={focuses} />}
    </>
  );
}

/** Edges that are too long for a pattern. */
function CoarseMarks({ piece, area }: Props) {
  const coarse = usePanels((s) => s.coarse);
  if (!coarse) return null;
  return (
    <>
      <OverPicture key={`coarse ${coarse.strand}`} {...{ area, aspect: aspectOf(piece) }} form={coarse.strand}>
        {(over) => <CoarseEdges {...{ piece, coarse, over }} />}
      </OverPicture>
      <CoarseBar {...{ piece, coarse }} />
    </>
  );
}

/** The look or the version that the picture is compared with. */
function Beside({ piece }: Props) {
  const compared = usePanels((s) => piece.looks.find((l) => l.id === s.compare));
  const version = usePanels((s) => s.version);
  return (
    <>
      {compared && <Split other={compared.name} aspect={aspectOf(piece)} />}
      {version && <VersionBeside {...{ version, aspect: aspectOf(piece) }} />}
    </>
  );
}

/** The step that is looked at, compared with the one before it. */
function StepBefore({ piece }: Props) {
  const looking = usePanels((s) => s.looking);
  const before = usePanels((s) => s.before);
  if (!looking || !before || !stepBefore(piece, looking)) return null;
  return <Split now="with it" other="before it" aspect={aspectOf(piece)} />;
}
