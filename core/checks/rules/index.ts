// Written by `npm run docs` from the files in this folder.
import type { Rule } from '../context'
import { needWithoutPlace } from './fit/need-without-place'
import { noGround } from './ground/no-ground'
import { sharedGround } from './ground/shared-ground'
import { inputTolerance } from './level/input-tolerance'
import { supplyRange } from './power/supply-range'
import { railLimit } from './power/rail-limit'
import { withoutSupply } from './power/without-supply'
import { txMeetsRx } from './serial/tx-meets-rx'
import { endsAgree } from './serial/ends-agree'
import { functionMatches } from './serial/function-matches'
import { baudWithinLimit } from './serial/baud-within-limit'
import { linesPresent } from './serial/lines-present'
import { halfDuplexPort } from './serial/half-duplex-port'
import { inversionPossible } from './serial/inversion-possible'
import { usbShared } from './serial/usb-shared'
import { neverInterrupt } from './serial/never-interrupt'

/** All rules, by id. */
export const rules: readonly Rule[] = [
  needWithoutPlace,
  noGround,
  sharedGround,
  inputTolerance,
  supplyRange,
  railLimit,
  withoutSupply,
  txMeetsRx,
  endsAgree,
  functionMatches,
  baudWithinLimit,
  linesPresent,
  halfDuplexPort,
  inversionPossible,
  usbShared,
  neverInterrupt,
]
