import type { Piece, Step, Strand, Vector } from '@/core/piece/types';
import type { Preview } from '@/core/preview';
import { definitionOf, valueOf } from '@/core/steps';
import { PreviewCanvas } from '../parts/PreviewCanvas';

interface Props {
  piece: Piece;
  strand: Strand;
  step: Step;
  preview: Preview | undefined;
  width: number;
  height: number;
}

/** Small live drawings of stage steps: a plan for the camera, a compass for the sun, the shot for what stands there. */
export function StageDrawing({ step, preview, width, height }: Props) {
  const literal = (id: string) => {
    const param = definitionOf(step.op)?.params.find((p) => p.id === id);
    return param && valueOf(step, param);
  };
  if (step.op === 'stage.place') return <PreviewCanvas preview={preview} width={width} height={height} label="" />;
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
      {step.op === 'stage.camera' && (
        <CameraPlan
          position={asVector(literal('position'))}
          target={asVector(literal('target'))}
          lens={asNumber(literal('lens'), 35)}
        />
      )}
      {step.op === 'stage.sun' && (
        <SunDial
          turn={asNumber(literal('turn'), 0)}
          height={asNumber(literal('height'), 30)}
          colour={asColour(literal('colour'))}
        />
      )}
      {step.op === 'stage.fill' && <Bands colours={[literal('above'), literal('below')]} />}
      {step.op === 'stage.surroundings' && <Bands colours={[literal('above'), literal('level'), literal('below')]} />}
      {step.op === 'stage.point' && <Rays colour={asColour(literal('colour'))} />}
      {step.op === 'stage.spot' && (
        <path
          d="M-20 -9L22 -16A20 20 0 0 1 22 14Z"
          fill={asColour(literal('colour'))}
          fillOpacity="0.55"
          stroke="none"
        />
      )}
      {step.op === 'stage.floor' && (
        <path d="M-14 -8H14L32 12H-32ZM-6 -8L-14 12M6 -8L14 12M-23 2H23" stroke="var(--color-mute)" />
      )}
      {step.op === 'stage.background' &&
        (literal('style') === 'colour' ? <Bands colours={[literal('colour')]} /> : <Checks />)}
      {step.op === 'stage.overlay' && <path d="M-16 -10H8V6H-16ZM-8 -4H16V12H-8Z" stroke="var(--color-mute)" />}
    </svg>
  );
}

const asVector = (v: unknown): Vector => (Array.isArray(v) && typeof v[0] === 'number' ? (v as Vector) : [0, 0, 1]);
const asNumber = (v: unknown, otherwise: number) => (typeof v === 'number' ? v : otherwise);
const asColour = (v: unknown) => (typeof v === 'string' ? v : '#9ca8a0');

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

function Bands({ colours }: { colours: unknown[] }) {
  const height = 38 / colours.length;
  return (
    <g stroke="none">
      {colours.map((c, i) => (
        <rect key={i} x="-42" y={-19 + i * height} width="84" height={height + 0.5} fill={asColour(c)} />
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
