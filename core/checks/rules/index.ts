// Written by `npm run docs` from the files in this folder.
import type { Rule } from '../context'
import { duplicateAddress } from './bus/duplicate-address'
import { pullUps } from './bus/pull-ups'
import { busLines } from './bus/bus-lines'
import { carriedChannel } from './control/carried-channel'
import { rangesPart } from './control/ranges-part'
import { fineChannel } from './control/fine-channel'
import { thresholdCrossed } from './control/threshold-crossed'
import { routed } from './control/routed'
import { linkLost } from './control/link-lost'
import { outputRate } from './control/output-rate'
import { oneJob } from './control/one-job'
import { arming } from './control/arming'
import { beeper } from './control/beeper'
import { levelledOnce } from './control/levelled-once'
import { knownCarrier } from './control/known-carrier'
import { offGrid } from './display/off-grid'
import { overlap } from './display/overlap'
import { missingGlyph } from './display/missing-glyph'
import { safeArea } from './display/safe-area'
import { centred } from './display/centred'
import { fed } from './display/fed'
import { needWithoutPlace } from './fit/need-without-place'
import { doneWithout } from './fit/done-without'
import { uncertain } from './fit/uncertain'
import { unknownFigure } from './fit/unknown-figure'
import { noGround } from './ground/no-ground'
import { sharedGround } from './ground/shared-ground'
import { videoGround } from './ground/video-ground'
import { groundLoop } from './ground/ground-loop'
import { signalLead } from './ground/signal-lead'
import { lightCount } from './lights/light-count'
import { segmentsFit } from './lights/segments-fit'
import { lastLight } from './lights/last-light'
import { seenAround } from './lights/seen-around'
import { meaningShown } from './lights/meaning-shown'
import { pieceLength } from './lights/piece-length'
import { lineLoad } from './load/line-load'
import { logStream } from './load/log-stream'
import { logAliasing } from './load/log-aliasing'
import { logStorage } from './load/log-storage'
import { redrawRate } from './load/redraw-rate'
import { replyLatency } from './load/reply-latency'
import { softwarePort } from './load/software-port'
import { inputTolerance } from './level/input-tolerance'
import { outputHigh } from './level/output-high'
import { heldSignal } from './level/held-signal'
import { oneDriver } from './level/one-driver'
import { totalMass } from './build/total-mass'
import { leadLength } from './build/lead-length'
import { pinOrder } from './build/pin-order'
import { wiresPerContact } from './build/wires-per-contact'
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
import { wireServes } from './pads/wire-serves'
import { motorOrder } from './pads/motor-order'
import { partServes } from './pads/part-serves'
import { oneReceiver } from './pads/one-receiver'
import { currentSeen } from './pads/current-seen'
import { supplyRange } from './power/supply-range'
import { railLimit } from './power/rail-limit'
import { dropOut } from './power/drop-out'
import { regulatorHeat } from './power/regulator-heat'
import { wireDrop } from './power/wire-drop'
import { wireAmpacity } from './power/ampacity'
import { backFeed } from './power/back-feed'
import { withoutSupply } from './power/without-supply'
import { usbAlone } from './power/usb-alone'
import { unfilteredVideo } from './power/unfiltered-video'
import { jumperVoltage } from './power/jumper-voltage'
import { mainWay } from './power/main-way'
import { short } from './power/short'
import { contactCurrent } from './power/contact-current'
import { motorCurrent } from './power/motor-current'
import { switchedRail } from './power/switched-rail'
import { gnssDistance } from './radio/gnss-distance'
import { oneBand } from './radio/one-band'
import { adapterInFlight } from './radio/adapter-in-flight'
import { antennaLength } from './radio/antenna-length'
import { compassCurrent } from './radio/compass-current'
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
import { deviceSetting } from './settings/device-setting'
import { written } from './settings/written'
import { dropped } from './settings/dropped'
import { dialect } from './settings/dialect'
import { hardware } from './settings/hardware'
import { stepOrder } from './settings/step-order'
import { backup } from './settings/backup'
import { lineOff } from './settings/line-off'
import { chainOrder } from './video/chain-order'
import { oneStandard } from './video/one-standard'
import { openEnd } from './video/open-end'
import { setStandard } from './video/set-standard'
import { overlayOnDigital } from './video/overlay-on-digital'
import { transmitterControl } from './video/transmitter-control'

/** All rules, by id. */
export const rules: readonly Rule[] = [
  duplicateAddress,
  pullUps,
  busLines,
  carriedChannel,
  rangesPart,
  fineChannel,
  thresholdCrossed,
  routed,
  linkLost,
  outputRate,
  oneJob,
  arming,
  beeper,
  levelledOnce,
  knownCarrier,
  offGrid,
  overlap,
  missingGlyph,
  safeArea,
  centred,
  fed,
  needWithoutPlace,
  doneWithout,
  uncertain,
  unknownFigure,
  noGround,
  sharedGround,
  videoGround,
  groundLoop,
  signalLead,
  lightCount,
  segmentsFit,
  lastLight,
  seenAround,
  meaningShown,
  pieceLength,
  lineLoad,
  logStream,
  logAliasing,
  logStorage,
  redrawRate,
  replyLatency,
  softwarePort,
  inputTolerance,
  outputHigh,
  heldSignal,
  oneDriver,
  totalMass,
  leadLength,
  pinOrder,
  wiresPerContact,
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
  wireServes,
  motorOrder,
  partServes,
  oneReceiver,
  currentSeen,
  supplyRange,
  railLimit,
  dropOut,
  regulatorHeat,
  wireDrop,
  wireAmpacity,
  backFeed,
  withoutSupply,
  usbAlone,
  unfilteredVideo,
  jumperVoltage,
  mainWay,
  short,
  contactCurrent,
  motorCurrent,
  switchedRail,
  gnssDistance,
  oneBand,
  adapterInFlight,
  antennaLength,
  compassCurrent,
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
  deviceSetting,
  written,
  dropped,
  dialect,
  hardware,
  stepOrder,
  backup,
  lineOff,
  chainOrder,
  oneStandard,
  openEnd,
  setStandard,
  overlayOnDigital,
  transmitterControl,
]
