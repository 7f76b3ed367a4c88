import type { Piece, Step, Strand, Vector } from '@/core/piece/types';
import type { Preview } from '@/core/preview';
import { definitionOf } from '@/core/steps';
import type { Sketch } from '@/core/steps/stage/sketch';
import { literalOf } from '@/core/weave';
import { PreviewCanvas } from './PreviewCanvas';

interface Props {
  piece: Piece;
  strand: Strand;
  step: Step;
  preview: Preview | undefined;
  width: number;
  height: number;
}

/** Small live drawings of stage steps: what the step sketches, else the shot of what stands there. */
export function StageDrawing({ piece, step, preview, width, height }: Props) {
  const definition = definitionOf(step.op);
  if (!definition?.sketch) return <PreviewCanvas preview={preview} width={width} height={height} label="" />;
  const values = Object.fromEntries(definition.params.map((p) => [p.id, literalOf(piece, step, p)]));
  return (
    <svg
      width={width}
      height={height}
      viewBox="-42 -18 84 36"
      fill="none"
      stroke="var(--color-text)"
      strokeWidth="1.3"
      aria-hidden
    >
      <Drawing {...definition.sketch(values)} />
    </svg>
  );
}

function Drawing(sketch: Sketch) {
  switch (sketch.draw) {
    case 'plan':
      return <CameraPlan {...sketch} />;
    case 'compass':
      return <SunDial {...sketch} />;
    case 'bands':
      return <Bands colours={sketch.colours} />;
    case 'rays':
      return <Rays colour={sketch.colour} />;
    case 'open':
      return <Checks />;
    case 'path':
      return sketch.colour ? (
        <path d={sketch.path} fill={sketch.colour} fillOpacity="0.55" stroke="none" />
      ) : (
        <path d={sketch.path} stroke="var(--color-mute)" />
      );
  }
}

function CameraPlan({ position, target, lens }: { position: Vector; target: Vector; lens: number }) {
  const [dx, dz] = [target[0] - position[0], target[2] - position[2]];
  const angle = Math.atan2(dz, dx);
  const half = Math.atan(12 / lens);
  const reach = 26;
  const x = -Math.cos(angle) * 13;
  const y = -Math.sin(angle) * 11;
  const ray = (a: number) => `M${x} ${y}L${x + Math.cos(a) * reach} ${y + Math.sin(a) * reach}`;
  return (
    <>
      <path d={`${ray(angle - half)}${ray(angle + half)}`} />
      <circle cx={x} cy={y} r="3" fill="var(--color-text)" />
      <circle cx={x + Math.cos(angle) * 22} cy={y + Math.sin(angle) * 18} r="1.5" stroke="var(--color-faint)" />
    </>
  );
}

function Bands({ colours }: { colours: string[] }) {
  const height = 38 / colours.length;
  return (
    <g stroke="none">
      {colours.map((c, i) => (
        <rect key={i} x="-42" y={-19 + i * height} width="84" height={height + 0.5} fill={c} />
      ))}
    </g>
  );
}

function Rays({ colour }: { colour: string }) {
  const ray = (i: number) => `M${8 * Math.cos(i)} ${8 * Math.sin(i)}L${13 * Math.cos(i)} ${13 * Math.sin(i)}`;
  return (
    <>
      <circle r="4.5" fill={colour} stroke="none" />
      <path d={Array.from({ length: 8 }, (_, i) => ray((i * Math.PI) / 4)).join('')} stroke={colour} />
    </>
  );
}

/** What stands for "nothing": a checkerboard. */
function Checks() {
  return (
    <g stroke="none" fill="var(--color-soft)">
      {Array.from({ length: 24 }, (_, i) => (
        <rect
          key={i}
          x={-42 + (i % 6) * 14 + (Math.floor(i / 6) % 2) * 7}
          y={-18 + Math.floor(i / 6) * 9}
          width="7"
          height="9"
        />
      ))}
    </g>
  );
}

function SunDial({ turn, height, colour }: { turn: number; height: number; colour: string }) {
  const a = (turn * Math.PI) / 180;
  const out = 14 * Math.cos((height * Math.PI) / 180);
  const x = Math.sin(a) * out;
  const y = Math.cos(a) * out;
  return (
    <>
      <circle r="14" stroke="var(--color-soft)" />
      <path d={`M0 0L${x} ${y}`} stroke="var(--color-faint)" />
      <circle cx={x} cy={y} r="4" fill={colour} stroke="none" />
    </>
  );
}
