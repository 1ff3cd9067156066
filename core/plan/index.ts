export { mostDisplays, planSchema, scales, quarterTurns, writtenScale } from './plan'
export { axes, controlKinds, flightModes, jobKinds, mostControls, mostJobs, outputSources } from './controls'
export type { Axis, ControlKind, ControlOutput, Controls, HandsetControl, Job, JobKind } from './controls'
export { lightEffects, lightStates, mostLights, mostMeanings, mostPieces, mostSegments } from './lights'
export type { LightEffect, LightMeaning, LightPiece, LightSegment, LightState, LightStrip, Lights } from './lights'
export { ampsOfLight, stripCurrent } from './light-current'
export { figures, limitsOf, readFigure } from './figures'
export type { Figure } from './figures'
export type {
  Anchored,
  BoardKept,
  DeviceInstance,
  DisplayLayout,
  ExtraWire,
  FlightLog,
  GlyphShapes,
  Joint,
  LinkSettings,
  LinkSide,
  LockHold,
  Placement,
  Plan,
  Priority,
  Scale,
  Spot,
  Turn,
  WireOverride,
  WirePoint,
} from './plan'
export { idIn, keyOf, partsOf, referTo, splitKey } from './reference'
export type { NeedKey, Place, PlaceKind, Subject, SubjectKind, SupplyKey } from './reference'
export { placeKinds, placeLabel } from './places'
export { applyEdit, describeEdit, editKinds, inverseOf } from './edit'
export type { Edit, PlanSections } from './edit'
export { EditError } from './edits/kind'
export type { Change, EditKind, FieldShapes } from './edits/kind'
export { doEdit, followUp, planKind, rebase, redo, startHistory, stepTo, undo } from './history'
export type { Step } from './history'
export { replay, sectionsUnlike } from './replay'
export { mayDo, roles, type Role } from './roles'
export { mergePlans } from './merge'
export { resolvePlan } from './resolved'
export type { FittedNeed, FittedSupply, ResolvedPlan } from './resolved'
export { freshExtra, freshJoint, jointPoint } from './joints'
export { jointHolds, jointKinds } from './joint-kinds'
export type { JointKind } from './joint-kinds'
export { colourRoles } from './colour-roles'
export type { ColourRole } from './colour-roles'
export { batteryGround, batteryId, batteryPlace, boardGround, boardId, partNames } from './parts'
export { padPoint, readPoint, terminalPoint } from './wire-points'
export type { FittedDevice } from './parts'
export { danglingKeys, renameParts } from './references'
export { isIdle } from './idle'
export { isFlown, isOfCraft } from './flown'
export type { MotorCurrents } from './motors'
export { freshId } from './fresh-id'
export { newerDefinitions, takeNewer } from './newer'
export type { NewerDefinition } from './newer'
export { additionOf, additionsOf } from './addition'
export { freshDeviceId, newPlan } from './new-plan'
export { upgradePlan } from './upgrade'
