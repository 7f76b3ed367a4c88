import type { Piece } from '@/core/piece/types';
import { copiesOnPoints, formOnStage, paintedPicture, pictureOnPlane, pointsInSpace } from './beginnings';
import { bellBuoy } from './bell-buoy';
import { estuaryCloth } from './estuary-cloth';
import { glasshouse } from './glasshouse';
import { harbourFloor } from './harbour-floor';
import { lampRoom } from './lamp-room';
import { lanternAsh } from './lantern-ash';
import { moltenRope } from './molten-rope';
import { tideGauge } from './tide-gauge';
import { tidewaterVeil } from './tidewater-veil';
import { tinFloat } from './tin-float';
import { tornBanner } from './torn-banner';
import { lowTide } from './low-tide';
import { reedBeds } from './reed-beds';
import { quiltedCanvas } from './quilted-canvas';
import { glasshouseOpening } from './glasshouse-opening';
import { paperFans } from './paper-fans';
import { barnacles } from './barnacles';
import { dentedSail } from './dented-sail';
import { bellHours } from './bell-hours';
import { ropeWalkRhythm } from './rope-walk-rhythm';
import { signalLamp } from './signal-lamp';
import { towLine } from './tow-line';
import { windingStair } from './winding-stair';
import { lanternDrift } from './lantern-drift';
import { gullChart } from './gull-chart';
import { foghornTrails } from './foghorn-trails';
import { netLights } from './net-lights';
import { emberShells } from './ember-shells';
import { harbourMirror } from './harbour-mirror';

export interface Starter {
  id: string;
  piece: Piece;
}

/** Made when it is first asked for: some draw pictures of their own. */
function starter(id: string, make: () => Piece): Starter {
  let made: Piece | null = null;
  return {
    id,
    get piece() {
      return (made ??= make());
    },
  };
}

/** Small pieces to begin one's own with: each is one way of working, and already moves and closes. */
export const BEGINNINGS: Starter[] = [
  starter('begin-form', formOnStage),
  starter('begin-picture', paintedPicture),
  starter('begin-copies', copiesOnPoints),
  starter('begin-points', pointsInSpace),
  starter('begin-plane', pictureOnPlane),
];

/** Finished pieces to begin from. All belong to the made-up Saltmarsh Choir at the Ropeworks Hall. */
export const STARTERS: Starter[] = [
  starter('tidewater-veil', () => tidewaterVeil),
  starter('lamp-room', () => lampRoom),
  starter('estuary-cloth', () => estuaryCloth),
  starter('torn-banner', tornBanner),
  starter('lantern-ash', lanternAsh),
  starter('glasshouse', glasshouse),
  starter('bell-buoy', bellBuoy),
  starter('harbour-floor', harbourFloor),
  starter('molten-rope', moltenRope),
  starter('tin-float', tinFloat),
  starter('tide-gauge', tideGauge),
  starter('low-tide', lowTide),
  starter('reed-beds', reedBeds),
  starter('quilted-canvas', quiltedCanvas),
  starter('glasshouse-opening', glasshouseOpening),
  starter('paper-fans', paperFans),
  starter('barnacles', barnacles),
  starter('dented-sail', dentedSail),
  starter('winding-stair', windingStair),
  starter('lantern-drift', lanternDrift),
  starter('gull-chart', gullChart),
  starter('foghorn-trails', foghornTrails),
  starter('net-lights', netLights),
  starter('ember-shells', emberShells),
  starter('harbour-mirror', harbourMirror),
  starter('rope-walk-rhythm', ropeWalkRhythm),
  starter('bell-hours', bellHours),
  starter('signal-lamp', signalLamp),
  starter('tow-line', towLine),
];
