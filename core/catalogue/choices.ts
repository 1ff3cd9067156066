/**
 * What fields of definitions are chosen from, each stated once: the types of boards and parts, the reader that
 * validates them, the published JSON Schema and the catalogue's editor all take it from here.
 */
export const choices = {
  terminalRole: ['signal', 'supply', 'ground', 'video'],
  terminalDirection: ['in', 'out', 'both', 'passive'],
  outputKind: ['linear', 'switching', 'through'],
  devicePadUse: ['pulse', 'analog', 'switch', 'led-data', 'buzzer'],
  settingKind: ['choice', 'number', 'switch', 'text'],
  linkLines: ['both', 'to-device', 'from-device'],
  messageDirection: ['to-device', 'from-device'],
  flightStates: ['disarmed', 'armed', 'both'],
  switchLevel: ['high', 'low'],
  levelAtPowerUp: ['high', 'low', 'any'],
  pulseProtocol: ['pwm', 'burst'],
  travelUnit: ['°', 'mm'],
  videoDirection: ['in', 'out'],
  videoStandard: ['PAL', 'NTSC'],
  /** What a sensor can measure of a flight. */
  flightMeasure: ['airspeed', 'height', 'compass'],
  boardSide: ['top', 'bottom'],
  boardEdge: ['left', 'right', 'top', 'bottom'],
  padKind: ['signal', 'supply', 'ground'],
  inverter: ['none', 'fixed', 'selectable'],
  portKind: ['hardware', 'software', 'usb'],
  railKind: ['battery', 'linear', 'switching', 'usb', 'through'],
  liveFrom: ['battery', 'usb'],
} as const

/** One of the choices of a field. */
export type Choice<Field extends keyof typeof choices> = (typeof choices)[Field][number]
