import type { FinishStep } from '../definition';
import { number } from '../params';

export const focus: FinishStep = {
  op: 'finish.focus',
  name: 'Focus',
  description: 'Sharp at one distance from the camera, soft before and behind. It belongs right behind the shot.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'distance',
  focuses: 'distance',
  aliases: ['depth of field', 'bokeh', 'lens', 'blur', 'aperture', 'dof', 'rack'],
  params: [
    number({
      id: 'distance',
      name: 'Distance',
      description: 'At which it is sharp.',
      default: 4,
      min: 0.1,
      max: 20,
      hard: [0.01, 500],
      unit: 'm',
    }),
    number({
      id: 'aperture',
      name: 'Aperture',
      description: 'Size of a point infinitely far away, in parts of the height.',
      default: 0.04,
      min: 0,
      max: 0.2,
      hard: [0, 2],
    }),
    number({
      id: 'most',
      name: 'At most',
      description: 'A point never becomes larger than this, in parts of the height.',
      default: 0.06,
      min: 0,
      max: 0.2,
      hard: [0, 1],
    }),
  ],
  needs: ['wave'],
  passes: 1,
  averages: true,
  // The circle that a thin lens makes of a point grows by |1 - distance / depth|. Sixty-four samples lie on a spiral of
  // the golden angle (H. Vogel, 1979); each counts where its own circle reaches here, and what is behind spreads no
  // farther than what is here.
  glsl: `
  float own = depthAt(p.uv);
  float ownSize = min(aperture * abs(1.0 - distance / own), most);
  float widest = max(most, 1e-6);
  float all = 0.1;
  vec4 sum = all * seenAt(p.uv, 0.0, 0);
  for (int i = 0; i < 64; i++) {
    float far = 0.5 * most * sqrt((float(i) + 0.5) / 64.0);
    vec2 at = p.uv + turned(vec2(far, 0.0), float(i) * 0.38196601125) / frameSize();
    float there = depthAt(at);
    float size = min(aperture * abs(1.0 - distance / there), most);
    if (there > own) size = min(size, ownSize);
    float part = clamp((0.5 * size - far) / (0.06 * most + 1e-5) + 1.0, 0.0, 1.0);
    // A small circle is as bright as a large one, so its light is denser.
    float weight = part * (widest * widest) / max(64.0 * 0.25 * size * size, 0.02 * widest * widest);
    sum += weight * seenAt(at, 0.06 * size, 0);
    all += weight;
  }
  return straight(sum / all);`,
};
