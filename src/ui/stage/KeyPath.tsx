import { isKeyed, type Play, type Step, type Strand, type Vector } from '@/core/piece/types';
import { paramOf } from '@/core/steps';
import { changeKeys, keyedCurve, keysFit } from '@/core/weave';
import { useTransport } from '@/state/playback/transport';
import { useWorkbench } from '@/state/workbench';
import type { Over } from '@/actions/in-plane';
import { PlaceDot } from './PlaceDot';

/** Frames of a path that are drawn apart at most. */
const MAX_TICKS = 480;

interface Props {
  strand: Strand;
  step: Step;
  param: string;
  frames: number;
  play: Play;
  project: Over['project'];
}

/**
 * The way of a position that has keys: a tick for each frame, and its keys, which are dragged, and gone to by a press.
 */
export function KeyPath({ strand, step, param, frames, play, project }: Props) {
  const value = step.params[param];
  const definition = paramOf(step, param);
  if (!isKeyed(value) || !definition || !keysFit(definition, value) || value.keys.length < 2) return null;
  const curve = keyedCurve(value, play);
  const seen = (phase: number) => project(curve(phase) as Vector);
  const count = Math.min(frames, MAX_TICKS);
  const places = Array.from({ length: count }, (_, i) => seen(i / count)).filter((p) => p !== null);
  return (
    <g role="group" aria-label={`Path of ${param}`}>
      <path
        d={`M${places.map((p) => `${p.x} ${p.y}`).join('L')}${play === 'loop' ? 'Z' : ''}`}
        className="fill-none stroke-lichen/60"
        strokeWidth={1.25}
      />
      <path
        d={places.map((p) => `M${p.x} ${p.y}h0`).join('')}
        className="stroke-lichen"
        strokeWidth={2.8}
        strokeLinecap="round"
      />
      {value.keys.map((key, index) => {
        const frame = Math.round(key.at * frames);
        const own = { strand: strand.id, step: step.id, param, index };
        return (
          <PlaceDot
            key={index}
            at={key.value as Vector}
            project={project}
            label={`Key ${index + 1} of ${param} at frame ${frame}: drag it, or press to go there`}
            onPress={() => useTransport.getState().goTo(frame, { frames, play })}
            onMove={(to) =>
              useWorkbench
                .getState()
                .edit((p) => changeKeys(p, [own], (k) => ({ ...k, value: to })), `path ${step.id} ${param} ${index}`)
            }
          />
        );
      })}
    </g>
  );
}
