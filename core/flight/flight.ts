import type { ResolvedPlan } from '../plan'
import { cellVoltage } from '../units'

/** All values of one moment of a flight. */
export interface FlightValues {
  /** Seconds since power came on. */
  time: number
  armed: boolean
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

/** mAh used until a moment, by the mean of each stride. */
function usedAt(resolved: ResolvedPlan, time: number): number {
  let used = 0
  for (let from = 0; from < time; from += stride) {
    const to = Math.min(time, from + stride)
    used += (ampsAt(resolved, (from + to) / 2) * (to - from)) / 3.6
  }
  return used
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
  const used = usedAt(resolved, now)
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
  return {
    time: now,
    armed: flying,
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
    wind: 3.5 + 2 * Math.sin(now / 40),
    windFrom: degrees(4.1 + 0.2 * Math.sin(now / 50)),
    traffic: { distance: Math.abs(now - 330) / 30 + 0.8, height: 300 - now / 3 },
  }
}
