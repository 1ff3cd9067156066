// Written by `npm run docs` from the files in this folder.
import type { Rule } from '../context'
import { duplicateAddress } from './bus/duplicate-address'
import { pullUps } from './bus/pull-ups'
import { needWithoutPlace } from './fit/need-without-place'
import { noGround } from './ground/no-ground'
import { sharedGround } from './ground/shared-ground'
import { inputTolerance } from './level/input-tolerance'
import { oneFunction } from './pads/one-function'
import { exclusions } from './pads/exclusions'
import { timerSettings } from './pads/timer-settings'
import { dmaClash } from './pads/dma-clash'
import { movedFunction } from './pads/moved-function'
import { padLoad } from './pads/pad-load'
import { hiddenFeature } from './pads/hidden-feature'
import { enableLevels } from './pads/enable-levels'
import { analogLevel } from './pads/analog-level'
import { receiverType } from './pads/receiver-type'
import { firmwareWiring } from './pads/firmware-wiring'
import { supplyRange } from './power/supply-range'
import { railLimit } from './power/rail-limit'
import { withoutSupply } from './power/without-supply'
import { txMeetsRx } from './serial/tx-meets-rx'
import { endsAgree } from './serial/ends-agree'
import { functionMatches } from './serial/function-matches'
import { bothSwitches } from './serial/both-switches'
import { baudWithinLimit } from './serial/baud-within-limit'
import { achievableRate } from './serial/achievable-baud'
import { linesPresent } from './serial/lines-present'
import { halfDuplexPort } from './serial/half-duplex-port'
import { inversionPossible } from './serial/inversion-possible'
import { usbShared } from './serial/usb-shared'
import { stateSharing } from './serial/state-sharing'
import { neverInterrupt } from './serial/never-interrupt'
import { mayShare } from './serial/may-share'
import { configurationCount } from './serial/configuration-count'
import { broughtOut } from './serial/brought-out'
import { configurationRemains } from './serial/configuration-remains'
import { enableOrder } from './serial/enable-order'
import { portNumbers } from './serial/port-numbers'

/** All rules, by id. */
export const rules: readonly Rule[] = [
  duplicateAddress,
  pullUps,
  needWithoutPlace,
  noGround,
  sharedGround,
  inputTolerance,
  oneFunction,
  exclusions,
  timerSettings,
  dmaClash,
  movedFunction,
  padLoad,
  hiddenFeature,
  enableLevels,
  analogLevel,
  receiverType,
  firmwareWiring,
  supplyRange,
  railLimit,
  withoutSupply,
  txMeetsRx,
  endsAgree,
  functionMatches,
  bothSwitches,
  baudWithinLimit,
  achievableRate,
  linesPresent,
  halfDuplexPort,
  inversionPossible,
  usbShared,
  stateSharing,
  neverInterrupt,
  mayShare,
  configurationCount,
  broughtOut,
  configurationRemains,
  enableOrder,
  portNumbers,
]
