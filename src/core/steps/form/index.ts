import type { StepDefinition } from '../definition';
import { copies } from './copies/copies';
import { nest } from './copies/nest';
import { bendForm } from './move/bend';
import { dots } from './move/dots';
import { drift } from './move/drift';
import { magnet } from './move/magnet';
import { normals } from './move/normals';
import { paint } from './move/paint';
import { paintFaces } from './move/paint-faces';
import { push, pushFaces } from './move/push';
import { raiseFaces } from './move/raise';
import { shrinkFaces } from './move/shrink';
import { spherify } from './move/spherify';
import { taperForm } from './move/taper';
import { transformForm } from './move/transform';
import { twistForm } from './move/twist';
import { ball } from './source/ball';
import { boxForm } from './source/box';
import { cylinderForm } from './source/cylinder';
import { disc } from './source/disc';
import { meshFile } from './source/file';
import { grid } from './source/grid';
import { roundBall } from './source/icosphere';
import { pointsBall } from './source/points-ball';
import { pointsCircle } from './source/points-circle';
import { pointsGrid } from './source/points-grid';
import { pointsLine } from './source/points-line';
import { pointsPath } from './source/points-path';
import { pointsPicture } from './source/points-picture';
import { pointsScattered } from './source/points-scattered';
import { pointsSignal } from './source/points-signal';
import { pointsSpiral } from './source/points-spiral';
import { polygon } from './source/polygon';
import { textForm } from './source/text';
import { torus } from './source/torus';
import { tube } from './source/tube';
import { bevelEdges } from './topology/bevel';
import { dualForm } from './topology/dual';
import { extrude } from './topology/extrude';
import { faceCloud } from './topology/face-points';
import { joinForms } from './topology/join';
import { merge } from './topology/merge';
import { mirrorForm } from './topology/mirror';
import { remove } from './topology/remove';
import { ribbonAlongLine } from './topology/ribbon-along';
import { repeatForm } from './topology/repeat';
import { rods } from './topology/rods';
import { separateFaces } from './topology/separate';
import { smoothForm } from './topology/smooth';
import { subdivided } from './topology/subdivide';
import { thickenForm } from './topology/thicken';
import { triangles } from './topology/triangulate';
import { tubeAlongLine } from './topology/tube-along';

const group = (name: string, steps: StepDefinition[]): StepDefinition[] => steps.map((s) => ({ ...s, group: name }));

export const FORM_STEPS = [
  ...group('solids', [grid, ball, roundBall, boxForm, tube, cylinderForm, torus, disc, polygon, textForm, meshFile]),
  ...group('points', [
    pointsGrid,
    pointsLine,
    pointsPath,
    pointsSignal,
    pointsCircle,
    pointsSpiral,
    pointsBall,
    pointsScattered,
    pointsPicture,
  ]),
  ...group('move', [
    push,
    pushFaces,
    raiseFaces,
    shrinkFaces,
    transformForm,
    twistForm,
    bendForm,
    taperForm,
    spherify,
    magnet,
    drift,
    normals,
  ]),
  ...group('colour and size', [paint, paintFaces, dots]),
  ...group('copies', [copies, nest]),
  ...group('faces', [
    subdivided,
    dualForm,
    extrude,
    thickenForm,
    bevelEdges,
    smoothForm,
    separateFaces,
    triangles,
    merge,
    mirrorForm,
    joinForms,
    repeatForm,
    remove,
    rods,
    tubeAlongLine,
    ribbonAlongLine,
    faceCloud,
  ]),
];
