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
    <svg width={width} height={height} viewBox="-42 -18 84 36" fill="none" stroke="var(--color-text)" strokeWidth="1.3" aria-hidden>
      {step.op === 'stage.camera' && <CameraPlan position={asVector(literal('position'))} target={asVector(literal('target'))} lens={asNumber(literal('lens'), 35)} />}
      {step.op === 'stage.sun' && <SunDial turn={asNumber(literal('turn'), 0)} height={asNumber(literal('height'), 30)} colour={asColour(literal('colour'))} />}
      {step.op === 'stage.fill' && (
        <g stroke="none">
          <rect x="-42" y="-19" width="84" height="19" fill={asColour(literal('above'))} />
          <rect x="-42" y="0" width="84" height="19" fill={asColour(literal('below'))} />
        </g>
      )}
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
