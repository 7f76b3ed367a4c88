import type { Vector } from '../../piece/types';
import type { StageStep } from '../definition';
import { choice, number, vector } from '../params';
import type { CameraPart } from './stage-part';

/** Height in millimetres of the frame that focal lengths are meant for. */
export const FRAME_HEIGHT = 24;

export const camera: StageStep = {
  op: 'stage.camera',
  name: 'Camera',
  description: 'Where the picture is taken from. A stage begins with it.',
  takes: [],
  gives: 'stage',
  cellParam: 'lens',
  aliases: ['view', 'lens', 'stage', 'orthographic', 'fisheye', 'orbit'],
  handles: [{ at: 'target' }],
  params: [
    choice({
      id: 'kind',
      name: 'Kind',
      description: 'With perspective, without, or a round view of half of what is around it.',
      options: ['perspective', 'orthographic', 'fisheye'],
    }),
    vector({
      id: 'position',
      name: 'Position',
      description: 'Where the camera stands.',
      default: [0, 1.6, 4],
      min: -10,
      max: 10,
      unit: 'm',
    }),
    vector({
      id: 'target',
      name: 'Target',
      description: 'What it looks at.',
      default: [0, 0, 0],
      min: -10,
      max: 10,
      unit: 'm',
    }),
    number({
      id: 'lens',
      name: 'Lens',
      description: 'Focal length on a 24 mm high frame, for perspective.',
      default: 35,
      min: 8,
      max: 200,
      hard: [4, 1200],
      unit: 'mm',
      twins: () => [
        {
          name: 'Angle',
          description: 'Field of view from top to bottom: the same thing as the lens.',
          unit: '°',
          min: 6,
          max: 113,
          toTwin: (lens) => (360 / Math.PI) * Math.atan(FRAME_HEIGHT / 2 / lens),
          toValue: (angle) => FRAME_HEIGHT / 2 / Math.tan((Math.min(Math.max(angle, 1), 143) * Math.PI) / 360),
        },
      ],
    }),
    number({
      id: 'height',
      name: 'Height',
      description: 'Metres from top to bottom, for orthographic.',
      default: 4,
      min: 0.2,
      max: 20,
      hard: [0.001, 10000],
      unit: 'm',
    }),
    number({
      id: 'opening',
      name: 'Opening',
      description: 'Full angle across the circle, for fisheye.',
      default: 180,
      min: 60,
      max: 360,
      hard: [10, 360],
      unit: '°',
    }),
    number({
      id: 'orbit',
      name: 'Orbit',
      description: 'Turns about the target in each loop; whole turns close.',
      default: 0,
      min: -2,
      max: 2,
      unit: 'turns',
      closes: true,
    }),
  ],
  puts: 'camera',
  part: (p) => ({
    part: 'camera',
    kind: p.kind as CameraPart['kind'],
    position: p.position as Vector,
    target: p.target as Vector,
    lens: p.lens as number,
    height: p.height as number,
    opening: p.opening as number,
    orbit: p.orbit as number,
  }),
  sketch: (p) => ({
    draw: 'plan',
    position: p.position as Vector,
    target: p.target as Vector,
    lens: p.lens as number,
  }),
};
