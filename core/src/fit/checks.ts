import type { Check } from '../finding/index.js';
import { accessCheck } from './access.js';
import { braceCheck } from './brace.js';
import { clearCheck, handRoomCheck, plugInTheWayCheck } from './clear.js';
import {
  boxCheck,
  chargerCheck,
  excludeCheck,
  leadCheck,
  portCheck,
  toolCheck,
  unplacedCheck,
} from './complete.js';
import { coverCheck } from './cover.js';
import { elsewhereCheck } from './elsewhere.js';
import { entryCheck } from './entry.js';
import { finderCheck, playbackCheck } from './finder.js';
import { gloveCheck, pressCheck, reachCheck, screenCheck, unevenCheck } from './hands.js';
import { keyCheck, mateCheck, occupancyCheck, stanceCheck, standingCheck } from './joints.js';
import { circleCheck, flangeCheck, lensLoadCheck, viewCheck } from './lens.js';
import {
  aheadCheck,
  bearsCheck,
  homeMadeCheck,
  liningCheck,
  oneFasteningCheck,
  payloadCheck,
  playCheck,
  sagCheck,
  throughCheck,
} from './load.js';
import { orderCheck } from './order.js';
import { overlapCheck } from './overlap.js';
import { coilCheck, leadLengthCheck, plugCheck } from './plugs.js';
import { handInTheWayCheck, leverCheck } from './palms.js';
import { askewCheck, axisCheck, gearCheck, rodsApartCheck, supportCheck } from './rods.js';
import { frontCheck, ringCheck } from './rings.js';
import { screwCheck } from './screw.js';
import { seatCheck } from './seats.js';
import { sizeCheck } from './size.js';
import { openDoorCheck, servedCheck, socketCheck } from './served.js';
import { slipCheck } from './slip.js';
import { movedLeadCheck } from './stances.js';
import { stickCheck } from './sticks.js';
import { anchorCheck, strapEndCheck, strapLeverCheck, strapLoadCheck } from './straps.js';
import { sweepCheck } from './sweeps.js';
import { supplyCheck } from './supply.js';
import { uselessCheck } from './useless.js';
import { spareCheck, spareScrewCheck } from './spare.js';
import { leadStandCheck, standCheck } from './stand.js';
import type { FitContext } from './context.js';

/** Every check of Fit, in the order in which findings of one weight are told. */
export const fitChecks = [
  mateCheck,
  occupancyCheck,
  standingCheck,
  stanceCheck,
  keyCheck,
  slipCheck,
  screwCheck,
  braceCheck,
  overlapCheck,
  clearCheck,
  plugInTheWayCheck,
  sweepCheck,
  handRoomCheck,
  handInTheWayCheck,
  coverCheck,
  entryCheck,
  plugCheck,
  portCheck,
  leadLengthCheck,
  coilCheck,
  movedLeadCheck,
  lensLoadCheck,
  frontCheck,
  ringCheck,
  flangeCheck,
  circleCheck,
  axisCheck,
  askewCheck,
  rodsApartCheck,
  gearCheck,
  supportCheck,
  viewCheck,
  accessCheck,
  orderCheck,
  payloadCheck,
  aheadCheck,
  homeMadeCheck,
  oneFasteningCheck,
  bearsCheck,
  strapLoadCheck,
  strapEndCheck,
  strapLeverCheck,
  anchorCheck,
  sagCheck,
  stickCheck,
  seatCheck,
  liningCheck,
  leverCheck,
  reachCheck,
  pressCheck,
  gloveCheck,
  unevenCheck,
  screenCheck,
  playbackCheck,
  finderCheck,
  standCheck,
  leadStandCheck,
  spareCheck,
  spareScrewCheck,
  excludeCheck,
  unplacedCheck,
  leadCheck,
  supplyCheck,
  uselessCheck,
  toolCheck,
  elsewhereCheck,
  boxCheck,
  chargerCheck,
  servedCheck,
  openDoorCheck,
  socketCheck,
  playCheck,
  throughCheck,
  sizeCheck,
] as const satisfies readonly Check<FitContext>[];
