export { wireId } from './wires'
export type { Wire, WireEnd, WireKind } from './wires'
export { wiresOf } from './nets'
export { throughJoints } from './through'
export {
  boardShapes,
  boxReach,
  boxShapes,
  defaultLayers,
  drawHarness,
  drawingFigures,
  labelSide,
  layerNames,
  paperRoom,
  roomOf,
  smallestText,
  padLabel,
  padSize,
  Sheet,
  straightHeights,
  wireShapes,
} from './drawing'
export type {
  Arrangement,
  Between,
  DrawingFigures,
  DrawnBoard,
  DrawnBox,
  DrawnPad,
  DrawnShape,
  DrawnWire,
  HarnessDrawing,
  Layer,
  Layers,
  Point,
  Room,
  ShapeRole,
  SheetWish,
} from './drawing'
export { harnessParts } from './drawing/parts'
export type { HarnessPart } from './drawing/parts'
export { padAbilities, padUseOf, plainMark } from './pad-use'
export type { Mark, PadUse } from './pad-use'
export { cutLength, distanceOf, heightOf, isLaidOut, motorSpots, outlineOf, routeLength, spotOf } from './airframe'
export { fittingsOf } from './fittings'
export type { Fitting } from './fittings'
export { frameBoxes, frameParts, overlap } from './frame-view'
export type { FrameLine, FramePart, FrameSide } from './frame-view'
export { bundleWidth, hasCompass, pairField, runsOf } from './runs'
export type { Run } from './runs'
export { batteryUse, devicesAlive, onBattery, powerStates, powerTree } from './power'
export type { BatteryUse, PowerLeaf, PowerNode, PowerState, PowerTree } from './power'
export { WiredCraft } from './solved'
export type { CraftState, Life, Solved } from './solved'
export { Circuit, inputPoints } from './circuit'
export { endAt, pointOf } from './points'
export { massReport, wireMass } from './mass'
export { videoChain } from './video'
export type { VideoPoint } from './video'
export { cablesOf } from './cables'
export type { Cable } from './cables'
export { buildOrder } from './build-order'
export { lockWire, unlockWire } from './lock'
