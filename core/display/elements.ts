import type { FlightValues } from '../flight'

/** What feeds a value of a display. */
export const sources = {
  board: 'the board itself',
  voltage: 'the board’s battery input',
  current: 'a current sensor',
  receiver: 'the control receiver',
  gnss: 'the GNSS receiver',
  height: 'a barometer or the GNSS receiver',
  compass: 'the compass',
  escs: 'telemetry of the ESCs',
  traffic: 'the traffic receiver',
  airspeed: 'the airspeed sensor',
} as const
export type Source = keyof typeof sources

/** A thing that a display can show: one or several lines of text at each moment. */
export interface DisplayElement {
  id: string
  name: string
  source: Source
  show: (values: FlightValues, craft: string) => string[]
  /** The longest that it can be, line by line. */
  longest: string[]
  /** Whether it is an alarm now, and blinks. */
  alarm?: (values: FlightValues) => boolean
}

const padded = (value: number, digits: number, decimals = 0) => value.toFixed(decimals).padStart(digits)
const clock = (seconds: number) => {
  const whole = Math.floor(seconds)
  return `${String(Math.floor(whole / 60)).padStart(2, '0')}:${String(whole % 60).padStart(2, '0')}`
}
const arrows = ['↑', '↗', '→', '↘', '↓', '↙', '←', '↖']
/** The arrow that shows a direction as seen from the craft. */
const arrowTo = (bearing: number, heading: number) => arrows[((Math.round((bearing - heading) / 45) % 8) + 8) % 8]!
const warning = ({ cellVolts, satellites, quality, armed, time }: FlightValues): string => {
  if (armed && cellVolts < 3.5) return 'LAND NOW'
  if (quality < 60) return 'LINK WEAK'
  return !armed && time < 60 && satellites < 8 ? 'WAIT FOR FIX' : ''
}
const horizonWidth = 9

/** The horizon as three lines: where it stands in each column of the middle. */
function horizon({ roll, pitch }: FlightValues): string[] {
  const lines = [0, 1, 2].map(() => Array.from({ length: horizonWidth }, () => ' '))
  for (let column = 0; column < horizonWidth; column += 1) {
    // Right wing down, the right end of the horizon stands higher.
    const off = -Math.tan((roll * Math.PI) / 180) * (column - (horizonWidth - 1) / 2) * 0.6 + pitch / 12
    const line = Math.round(1 + off)
    if (line >= 0 && line <= 2) lines[line]![column] = '─'
  }
  lines[1]![(horizonWidth - 1) / 2] = '┼'
  return lines.map((each) => each.join(''))
}

/** A value in one line. */
const value = (
  id: string,
  name: string,
  source: Source,
  longest: string,
  show: (values: FlightValues, craft: string) => string,
  alarm?: DisplayElement['alarm'],
): DisplayElement => ({
  id,
  name,
  source,
  longest: [longest],
  show: (values, craft) => [show(values, craft).slice(0, longest.length)],
  ...(alarm && { alarm }),
})

/** Everything that a display can show, in the order of its sources. */
export const elements: readonly DisplayElement[] = [
  value('name', 'Craft name', 'board', 'W'.repeat(16), (_, craft) => craft.toUpperCase()),
  value('state', 'Arming state', 'board', 'DISARMED', ({ armed }) => (armed ? 'ARMED' : 'DISARMED')),
  value('timer', 'Flight timer', 'board', '99:59', ({ timer }) => clock(timer)),
  value('throttle', 'Throttle', 'board', 'THR 100%', ({ throttle }) => `THR ${padded(throttle * 100, 3)}%`),
  value('warnings', 'Warnings', 'board', 'WAIT FOR FIX', warning, (values) => warning(values) !== ''),
  {
    id: 'horizon',
    name: 'Artificial horizon',
    source: 'board',
    show: horizon,
    longest: [0, 1, 2].map(() => '─'.repeat(horizonWidth)),
  },
  {
    id: 'summary',
    name: 'After-landing summary',
    source: 'board',
    longest: ['FLOWN  99:59', 'USED 99999mAh'],
    show: ({ time, armed, timer, used }) =>
      time > 60 && !armed ? [`FLOWN  ${clock(timer)}`, `USED ${padded(used, 5)}mAh`] : ['', ''],
  },
  value(
    'volts',
    'Battery voltage',
    'voltage',
    '▯99.9V',
    ({ volts }) => `▯${padded(volts, 4, 1)}V`,
    ({ cellVolts }) => cellVolts < 3.5,
  ),
  value(
    'cell',
    'Cell voltage',
    'voltage',
    '9.99V',
    ({ cellVolts }) => `${padded(cellVolts, 4, 2)}V`,
    ({ cellVolts }) => cellVolts < 3.5,
  ),
  value('amps', 'Current', 'current', '999.9A', ({ amps }) => `${padded(amps, 5, 1)}A`),
  value('used', 'Used capacity', 'current', '99999mAh', ({ used }) => `${padded(used, 5)}mAh`),
  value(
    'signal',
    'Signal strength',
    'receiver',
    '▤100',
    ({ signal }) => `▤${padded(signal, 3)}`,
    ({ signal }) => signal < 30,
  ),
  value(
    'quality',
    'Link quality',
    'receiver',
    'LQ 100',
    ({ quality }) => `LQ ${padded(quality, 3)}`,
    ({ quality }) => quality < 60,
  ),
  value('altitude', 'Altitude', 'height', '9999m', ({ altitude }) => `${padded(altitude, 4)}m`),
  value('climb', 'Climb', 'height', '-99.9m/s', ({ climb }) => `${padded(climb, 5, 1)}m/s`),
  value('speed', 'Speed', 'gnss', '999km/h', ({ speed }) => `${padded(speed * 3.6, 3)}km/h`),
  value(
    'satellites',
    'Satellites',
    'gnss',
    '⌖99',
    ({ satellites }) => `⌖${padded(satellites, 2)}`,
    ({ satellites }) => satellites < 8,
  ),
  {
    id: 'coordinates',
    name: 'Coordinates',
    source: 'gnss',
    longest: ['-89.99999', '-179.99999'],
    show: ({ latitude, longitude }) => [padded(latitude, 9, 5), padded(longitude, 10, 5)],
  },
  value('home', 'Home distance', 'gnss', '⌂99999m', ({ homeDistance }) => `⌂${padded(homeDistance, 5)}m`),
  value('homeward', 'Home direction', 'compass', '↑', ({ homeBearing, heading }) => arrowTo(homeBearing, heading)),
  value('heading', 'Heading', 'compass', '359°', ({ heading }) => `${padded(Math.round(heading) % 360, 3)}°`),
  value(
    'escTemperature',
    'ESC temperature',
    'escs',
    'ESC 150°',
    ({ escTemperature }) => `ESC ${padded(escTemperature, 3)}°`,
    ({ escTemperature }) => escTemperature > 100,
  ),
  value('escRpm', 'Motor rpm', 'escs', '99999rpm', ({ escRpm }) => `${padded(escRpm, 5)}rpm`),
  value(
    'wind',
    'Wind',
    'airspeed',
    '≋↑99m/s',
    ({ wind, windFrom, heading }) => `≋${arrowTo(windFrom + 180, heading)}${padded(wind, 2)}m/s`,
  ),
  value(
    'traffic',
    'Nearby traffic',
    'traffic',
    '✈99.9km+999m',
    ({ traffic: { distance, height } }) => `✈${padded(distance, 4, 1)}km${height < 0 ? '-' : '+'}${padded(Math.abs(height), 3)}m`,
    ({ traffic }) => traffic.distance < 2,
  ),
]

const byId = new Map(elements.map((element) => [element.id, element]))

/** An element by its id; nothing for one that there is not. */
export const elementOf = (id: string) => byId.get(id)

/** Columns and rows that an element takes at its longest. */
export const sizeOf = ({ longest }: DisplayElement) => ({
  width: Math.max(...longest.map(({ length }) => length)),
  height: longest.length,
})
