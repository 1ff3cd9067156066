import { memo } from '../memo'
import { usableShare } from '../electrics'
import type { ResolvedPlan } from '../plan'
import { cellVoltage } from '../units'

/** All values of one moment of a flight. */
export interface FlightValues {
  /** Seconds since power came on. */
  time: number
  armed: boolean
  /** Seconds that the battery lasts at the present current. */
  lasts: number
  /** 0 to 1 of the capacity, left. */
  left: number
  /** Ohms of the battery, by its sag. */
  ohms: number
  /** Metres flown since armed, and the most that some values have been since then. */
  flown: number
  most: { altitude: number; speed: number; distance: number; amps: number }
  /** Volts a cell at the least since armed. */
  leastCell: number
  /** Metres above the sea where it was armed. */
  ground: number
  /** Metres a second through the air. */
  airspeed: number
  /** Frames a second of the control link, decibels of signal over noise, and milliwatts that the handset sends with. */
  linkRate: number
  linkMargin: number
  linkPower: number
  /** Horizontal dilution of precision. */
  precision: number
  /** °C of the board. */
  warmth: number
  /** Part of its time that the controller is busy, and of the log's storage that is used. */
  busy: number
  logFull: number
  /** The control link is there. */
  link: boolean
  /** Seconds since it was armed. */
  timer: number
  /** 0 to 1. */
  throttle: number
  volts: number
  cellVolts: number
  amps: number
  /** mAh */
  used: number
  /** Signal strength and quality of the control link, 0 to 100. */
  signal: number
  quality: number
  /** Metres above where it was armed. */
  altitude: number
  /** Metres a second, up is above 0. */
  climb: number
  /** Metres a second over ground. */
  speed: number
  /** Degrees: right wing down, nose up, and where the nose looks, from north over east. */
  roll: number
  pitch: number
  heading: number
  /** Metres to where it was armed, and degrees from north towards it. */
  homeDistance: number
  homeBearing: number
  satellites: number
  latitude: number
  longitude: number
  escTemperature: number
  escRpm: number
  /** Metres a second, and degrees that it comes from. */
  wind: number
  windFrom: number
  /** The nearest aircraft: kilometres away, metres above. */
  traffic: { distance: number; height: number }
}

/** Seconds of the flight, from power to power. */
export const flightLength = 600

const armedAt = 30
const landedAt = 560
/** For some seconds on the way the control link is lost. */
const lost = { from: 396, to: 404 }
/** Where it starts: a place that nobody lives at. */
const home = { latitude: 54.4321, longitude: -3.2109 }
/** Metres above the sea of it. */
const homeGround = 118
const metresOfDegree = 111_320

/** From 0 to 1 between two moments, gently at both ends. */
function between(time: number, from: number, to: number): number {
  const share = Math.min(1, Math.max(0, (time - from) / (to - from)))
  return share * share * (3 - 2 * share)
}

/** Metres east and north of home: out, round a circle, and back. */
function place(time: number): { east: number; north: number } {
  const out = 420 * (between(time, 60, 200) - between(time, 420, 530))
  const angle = 2 * Math.PI * (between(time, 200, 420) * 3)
  const circle = 60 * (between(time, 190, 230) - between(time, 400, 430))
  return { east: out * 0.6 + circle * Math.sin(angle), north: out * 0.8 + circle * Math.cos(angle) }
}

const height = (time: number) => 80 * between(time, 35, 75) + 40 * between(time, 190, 240) - 120 * between(time, 480, landedAt)
const degrees = (radians: number) => ((((radians * 180) / Math.PI) % 360) + 360) % 360

/** Amperes of the whole craft. */
function ampsAt({ motors, plan }: ResolvedPlan, time: number): number {
  const still = 0.4
  if (time < armedAt || time > landedAt) return still
  const hover = motors.hover * motors.count
  const climbing = Math.max(-0.3, (height(time + 0.5) - height(time - 0.5)) / 4)
  return Math.min(motors.full * motors.count, still + hover * (1 + climbing * (plan.craft.outline === 'wing' ? 2 : 1)))
}

/** Seconds that the used capacity is summed over at a time. */
const stride = 2

/** What has been reached at the beginning of each stride: mAh used, metres flown, and the most of some values. */
interface Reached {
  used: number
  flown: number
  most: FlightValues['most']
}

const speedAt = (time: number) => {
  const [before, after] = [place(time - 0.5), place(time + 0.5)]
  return Math.hypot(after.east - before.east, after.north - before.north)
}

/** Adds up a stride, or a part of one: by the mean current, and by what is there when it begins. */
function goneOn(resolved: ResolvedPlan, { used, flown, most }: Reached, from: number, to: number): Reached {
  const spent = used + (ampsAt(resolved, (from + to) / 2) * (to - from)) / 3.6
  if (from < armedAt || from > landedAt) return { used: spent, flown, most }
  const speed = speedAt(from)
  const { east, north } = place(from)
  return {
    used: spent,
    flown: flown + speed * (Math.min(to, landedAt) - from),
    most: {
      altitude: Math.max(most.altitude, height(from)),
      speed: Math.max(most.speed, speed),
      distance: Math.max(most.distance, Math.hypot(east, north)),
      amps: Math.max(most.amps, ampsAt(resolved, from)),
    },
  }
}

/** What has been reached at the end of each stride. */
const strides = memo((resolved: ResolvedPlan): Reached[] => {
  const table: Reached[] = [{ used: 0, flown: 0, most: { altitude: 0, speed: 0, distance: 0, amps: 0 } }]
  for (let from = 0; from < flightLength; from += stride) table.push(goneOn(resolved, table.at(-1)!, from, from + stride))
  return table
})

/** What has been reached at a moment. */
function reachedAt(resolved: ResolvedPlan, time: number): Reached {
  const table = strides(resolved)
  const whole = Math.min(table.length - 1, Math.floor(time / stride))
  return time > whole * stride ? goneOn(resolved, table[whole]!, whole * stride, time) : table[whole]!
}

/**
 * All values at a moment of the flight, by closed formulas of the time and of the build's battery and motors:
 * the same plan and moment give the same values.
 * @param time seconds from 0 to `flightLength`; what lies outside counts as the nearest end
 */
export function flightAt(resolved: ResolvedPlan, time: number): FlightValues {
  const now = Math.min(flightLength, Math.max(0, time))
  const { cells, chemistry, capacity } = resolved.plan.battery
  const { empty, full } = cellVoltage[chemistry]
  const amps = ampsAt(resolved, now)
  const { used, flown, most } = reachedAt(resolved, now)
  const left = Math.max(0, 1 - used / capacity)
  // Sags with the current: a twentieth of a volt a cell at ten times the capacity in an hour.
  const cellVolts = empty + (full - empty) * left - (0.05 * amps) / (capacity / 100)
  const [before, at, after] = [place(now - 0.5), place(now), place(now + 0.5)]
  const [east, north] = [after.east - before.east, after.north - before.north]
  const speed = Math.hypot(east, north)
  const distance = Math.hypot(at.east, at.north)
  const turning = Math.sin(now / 7) * (speed > 1 ? 12 : 1)
  const climb = height(now + 0.5) - height(now - 0.5)
  const flying = now > armedAt && now < landedAt
  const sag = 0.05 / (capacity / 100)
  const wind = 3.5 + 2 * Math.sin(now / 40)
  return {
    time: now,
    armed: flying,
    lasts: (Math.max(0, capacity * usableShare - used) * 3.6) / amps,
    left,
    ohms: sag * cells,
    flown,
    most,
    leastCell: Math.min(cellVolts, empty + (full - empty) * left - sag * most.amps),
    ground: homeGround,
    airspeed: Math.max(0, speed + wind * Math.cos(now / 60)),
    linkRate: 150,
    linkMargin: Math.round(Math.max(-6, 12 - distance / 40)),
    linkPower: distance > 250 ? 100 : 25,
    precision: 0.8 + 2.5 * (1 - between(now, 0, 60)),
    warmth: Math.round(24 + 22 * between(now, 0, 400)),
    busy: flying ? 0.31 + 0.04 * Math.sin(now / 9) : 0.18,
    logFull: Math.min(1, Math.max(0, (now - armedAt) / 3600)),
    link: now < lost.from || now >= lost.to,
    timer: Math.min(landedAt, Math.max(armedAt, now)) - armedAt,
    throttle: flying ? Math.min(1, Math.max(0.1, 0.38 + climb / 12)) : 0,
    volts: cellVolts * cells,
    cellVolts,
    amps,
    used,
    signal: Math.round(Math.max(12, 99 - distance / 7)),
    quality: Math.round(Math.max(20, 100 - distance / 12)),
    altitude: height(now),
    climb,
    speed,
    roll: turning,
    pitch: -Math.min(18, speed * 1.5) + climb,
    heading: speed > 0.3 ? degrees(Math.atan2(east, north)) : 37,
    homeDistance: distance,
    homeBearing: distance > 1 ? degrees(Math.atan2(-at.east, -at.north)) : 0,
    satellites: Math.round(6 + 9 * between(now, 0, 60)),
    latitude: home.latitude + at.north / metresOfDegree,
    longitude: home.longitude + at.east / (metresOfDegree * Math.cos((home.latitude * Math.PI) / 180)),
    escTemperature: Math.round(21 + 34 * between(now, armedAt, 240)),
    escRpm: flying ? Math.round(5200 + 900 * Math.sin(now / 3) + 700 * climb) : 0,
    wind,
    windFrom: degrees(4.1 + 0.2 * Math.sin(now / 50)),
    traffic: { distance: Math.abs(now - 330) / 30 + 0.8, height: 300 - now / 3 },
  }
}
