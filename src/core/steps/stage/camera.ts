import type { StepDefinition } from '../definition';
import { choice, number, vector } from '../params';

/** Height in millimetres of the frame that focal lengths are meant for. */
export const FRAME_HEIGHT = 24;

export const camera: StepDefinition = {
  op: 'stage.camera',
  name: 'Camera',
  about: 'Where the picture is taken from. A stage begins with it.',
  takes: [],
  gives: 'stage',
  telling: 'lens',
  also: ['view', 'lens', 'stage', 'orthographic', 'fisheye', 'orbit'],
  handles: [{ at: 'target' }],
  params: [
    choice('kind', 'Kind', 'With perspective, without, or a round view of half the hall.', [
      'perspective',
      'orthographic',
      'fisheye',
    ]),
    vector('position', 'Position', 'Where the camera stands.', [0, 1.6, 4], -10, 10, { unit: 'm' }),
    vector('target', 'Target', 'What it looks at.', [0, 0, 0], -10, 10, { unit: 'm' }),
    {
      ...number('lens', 'Lens', 'Focal length on a 24 mm high frame, for perspective.', 35, 8, 200, {
        hard: [4, 1200],
        unit: 'mm',
      }),
      twin: {
        name: 'Angle',
        about: 'Field of view from top to bottom: the same thing as the lens.',
        unit: 'deg',
        min: 6,
        max: 113,
        of: (lens) => (360 / Math.PI) * Math.atan(FRAME_HEIGHT / 2 / lens),
        back: (angle) => FRAME_HEIGHT / 2 / Math.tan((Math.min(Math.max(angle, 1), 143) * Math.PI) / 360),
      },
    },
    number('height', 'Height', 'Metres from top to bottom, for orthographic.', 4, 0.2, 20, {
      hard: [0.001, 10000],
      unit: 'm',
    }),
    number('opening', 'Opening', 'Full angle across the circle, for fisheye.', 180, 60, 360, {
      hard: [10, 360],
      unit: 'deg',
    }),
    number('orbit', 'Orbit', 'Turns about the target in each loop; whole turns close.', 0, -2, 2, {
      unit: 'turns',
      closes: true,
    }),
  ],
};
