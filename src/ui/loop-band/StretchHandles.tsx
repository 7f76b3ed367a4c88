import { spanOf, stretchKeys, type KeyAt, type Span } from '@/core/weave';
import { useWorkbench } from '@/state/workbench';
import { dragHandle } from '../parts/drag';
import { onBand } from './KeyHandles';
import { copiesOf, phaseAt, phaseX, type Scale } from '@/actions/band-scale';

/** Pixels from the top of the band. */
const TOP_PIXELS = 21;

interface Props {
  chosen: readonly KeyAt[];
  scale: Scale;
  frames: number;
}

/** A bracket over the chosen keys: its ends are dragged to bring them nearer to each other, or farther apart. */
export function StretchHandles({ chosen, scale, frames }: Props) {
  const piece = useWorkbench((s) => s.piece);
  const span = spanOf(piece, chosen);
  if (!span || span.length === 0) return null;

  /** Puts one end at another phase while the other stays; from how the keys stood. */
  const stretched = (end: 'from' | 'to', phase: number) => {
    const { piece: before } = useWorkbench.getState();
    return (to: number) => {
      const by = to - (end === 'from' ? phase : phase + span.length);
      const length = Math.min(1, Math.max(1 / frames, span.length + (end === 'from' ? -by : by)));
      const next: Span = { from: end === 'from' ? span.from + span.length - length : span.from, length };
      useWorkbench.getState().edit(() => stretchKeys(before, chosen, span, next), `stretch ${end}`);
    };
  };
  return copiesOf(span.from, {
    play: scale.play,
    middle: scale.middle - span.length / 2,
    side: scale.side + span.length / 2,
  }).map((phase, i) => {
    const [left, right] = [phaseX(phase, scale), phaseX(phase + span.length, scale)];
    return (
      <g key={i}>
        <line x1={left} x2={right} y1={TOP_PIXELS} y2={TOP_PIXELS} className="stroke-lichen [stroke-width:2]" />
        {(['from', 'to'] as const).map((end) => {
          const x = end === 'from' ? left : right;
          const at = end === 'from' ? phase : phase + span.length;
          return (
            <rect
              key={end}
              x={x - 3}
              y={TOP_PIXELS - 6}
              width={6}
              height={12}
              rx={1.5}
              tabIndex={0}
              role="slider"
              aria-label={end === 'from' ? 'Beginning of the chosen keys' : 'End of the chosen keys'}
              aria-valuenow={Math.round((at - Math.floor(at)) * frames)}
              className="pointer-events-auto cursor-ew-resize fill-lichen stroke-ground"
              onPointerDown={(e) => {
                const element = e.currentTarget;
                const move = stretched(end, phase);
                dragHandle(e, { moved: (m) => move(phaseAt(onBand(element, m).x, scale)) });
              }}
              onKeyDown={(e) => {
                const way = { ArrowLeft: -1, ArrowRight: 1 }[e.key];
                if (!way) return;
                e.preventDefault();
                e.stopPropagation();
                stretched(end, phase)(at + (way * (e.shiftKey ? 10 : 1)) / frames);
              }}
            />
          );
        })}
      </g>
    );
  });
}
