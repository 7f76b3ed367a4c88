import type { FormMove } from '../../definition';
import { choice, number, vector } from '../../params';
import { repeatsParam, secondsParam } from '../../signal/moments/loop-length';

export const magnet: FormMove = {
  op: 'form.magnet',
  name: 'Magnet',
  description: 'Pulls, turns and scales what is near a place; what it was near a moment ago may follow.',
  takes: ['form'],
  gives: 'form',
  cellParam: 'weight',
  aliases: ['attract', 'pull', 'field', 'proximity', 'soft', 'grab', 'trail'],
  params: [
    vector({
      id: 'position',
      name: 'Position',
      description: 'Where it is; link it to a field or signals to let it travel.',
      default: [0, 0, 0],
      min: -5,
      max: 5,
      unit: 'm',
      per: 'moment',
    }),
    number({
      id: 'radius',
      name: 'Radius',
      description: 'How far it reaches.',
      default: 1,
      min: 0.05,
      max: 5,
      hard: [0.001, 1000],
      unit: 'm',
    }),
    choice({
      id: 'kernel',
      name: 'Falloff',
      description: 'How it weakens with distance.',
      options: ['smooth', 'bell', 'linear', 'sixth degree', 'hard'],
    }),
    number({ id: 'weight', name: 'Weight', description: 'Times this.', default: 1, min: -2, max: 2 }),
    vector({
      id: 'move',
      name: 'Move',
      description: 'How far it carries.',
      default: [0, 0.5, 0],
      min: -2,
      max: 2,
      unit: 'm',
    }),
    vector({
      id: 'turn',
      name: 'Turn',
      description: 'About itself.',
      default: [0, 0, 0],
      min: -180,
      max: 180,
      unit: '°',
    }),
    vector({
      id: 'size',
      name: 'Size',
      description: 'Times this, about itself.',
      default: [1, 1, 1],
      min: 0,
      max: 3,
    }),
    number({
      id: 'lasts',
      name: 'Trail',
      description: 'How long the places where it was go on acting.',
      default: 0,
      min: 0,
      max: 3,
      hard: [0, 60],
      unit: 's',
    }),
    number({
      id: 'fade',
      name: 'Fade',
      description: 'How far the trail has weakened at its end.',
      default: 1,
      min: 0,
      max: 1,
      hard: [0, 1],
    }),
    number({
      id: 'places',
      name: 'Places',
      description: 'At how many earlier places the trail is asked; more for fast ways.',
      default: 8,
      min: 1,
      max: 15,
      hard: [1, 15],
      whole: true,
    }),
    secondsParam,
    repeatsParam,
  ],
  handles: [{ at: 'position', turn: 'turn', reach: 'radius' }],
  needs: ['space', 'kernels'],
  // As strong as where it acts most, along the mean of all its places by how near each is: what stands still has the
  // same bulge with a trail as without.
  glsl: `
  float count = lasts > 0.0 ? floor(places + 0.5) : 0.0;
  float spacing = lasts / max(seconds * count, 1e-6);
  float most = 0.0;
  float total = 0.0;
  vec3 sum = vec3(0.0);
  for (int i = 0; i < 16; i++) {
    if (float(i) > count) break;
    Place q = p;
    float then = p.phase - float(i) * spacing;
    q.phase = repeats > 0.5 ? fract(then) : max(then, 0.0);
    vec3 at = position(q);
    float acts = 1.0 - fade * float(i) / max(count, 1.0);
    float near = kernelAt(length(p.rest - at) / radius, kernel) * acts;
    most = max(most, near);
    total += near;
    sum += near * (at + turnedBy((v - at) * size, turn) + move - v);
  }
  return v + weight * most * sum / max(total, 1e-6);`,
};
