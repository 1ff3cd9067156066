import { memo } from '../memo'
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

/** Eleven cells of 15° around the heading: letters of the compass where they fall, marks between. */
function tape(heading: number): string {
  const letters: Record<number, string> = { 0: 'N', 90: 'E', 180: 'S', 270: 'W' }
  const first = Math.round(heading / 15) - 5
  return Array.from({ length: 11 }, (_, at) => letters[((((first + at) * 15) % 360) + 360) % 360] ?? (at % 2 ? ' ' : '─')).join(
    '',
  )
}

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
  value('throttleBar', 'Throttle bar', 'board', '││││││││││', ({ throttle }) => '│'.repeat(Math.round(throttle * 10))),
  value('crosshair', 'Cross hair', 'board', '┼', () => '┼'),
  value('sides', 'Side marks', 'board', '─         ─', () => '─         ─'),
  value('roll', 'Roll angle', 'board', 'R-180°', ({ roll }) => `R${padded(roll, 4)}°`),
  value('pitchAngle', 'Pitch angle', 'board', 'P-90°', ({ pitch }) => `P${padded(pitch, 3)}°`),
  value('onTime', 'Time since power-up', 'board', 'ON 99:59', ({ time }) => `ON ${clock(time)}`),
  value(
    'busy',
    'Load of the controller',
    'board',
    'CPU 100%',
    ({ busy }) => `CPU ${padded(busy * 100, 3)}%`,
    ({ busy }) => busy > 0.8,
  ),
  value(
    'warmth',
    'Temperature of the board',
    'board',
    'FC 150°',
    ({ warmth }) => `FC ${padded(warmth, 3)}°`,
    ({ warmth }) => warmth > 85,
  ),
  value(
    'logFull',
    'Log storage used',
    'board',
    'LOG 100%',
    ({ logFull }) => `LOG ${padded(logFull * 100, 3)}%`,
    ({ logFull }) => logFull > 0.95,
  ),
  value(
    'failsafe',
    'Failsafe',
    'board',
    'FAILSAFE',
    ({ link }) => (link ? '' : 'FAILSAFE'),
    ({ link }) => !link,
  ),
  value('longestTime', 'Last flight time', 'board', 'LAST 99:59', ({ armed, timer }) => (armed ? '' : `LAST ${clock(timer)}`)),
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
  value('leastCell', 'Lowest cell voltage', 'voltage', 'MIN 9.99V', ({ leastCell }) => `MIN ${padded(leastCell, 4, 2)}V`),
  value('ohms', 'Battery resistance', 'voltage', '999mΩ', ({ ohms }) => `${padded(ohms * 1000, 3)}mΩ`),
  value(
    'batteryBar',
    'Battery bar',
    'voltage',
    '▯││││││││││',
    ({ left }) => `▯${'│'.repeat(Math.round(left * 10))}`,
    ({ left }) => left < 0.2,
  ),
  value('watts', 'Power', 'current', '99999W', ({ volts, amps }) => `${padded(volts * amps, 5)}W`),
  value('wattHours', 'Used energy', 'current', '999.9Wh', ({ used, volts }) => `${padded((used * volts) / 1000, 5, 1)}Wh`),
  value(
    'left',
    'Charge left',
    'current',
    '100%',
    ({ left }) => `${padded(left * 100, 3)}%`,
    ({ left }) => left < 0.2,
  ),
  value(
    'lasts',
    'Time left',
    'current',
    'LEFT 99:59',
    ({ lasts }) => `LEFT ${clock(Math.min(5999, lasts))}`,
    ({ lasts, armed }) => armed && lasts < 60,
  ),
  value('mostAmps', 'Highest current', 'current', 'MAX 999.9A', ({ most }) => `MAX ${padded(most.amps, 5, 1)}A`),
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
  value('linkRate', 'Link rate', 'receiver', '999Hz', ({ linkRate }) => `${padded(linkRate, 3)}Hz`),
  value(
    'linkMargin',
    'Signal over noise',
    'receiver',
    'SNR -99',
    ({ linkMargin }) => `SNR ${padded(linkMargin, 3)}`,
    ({ linkMargin }) => linkMargin < 0,
  ),
  value('linkPower', 'Handset power', 'receiver', '9999mW', ({ linkPower }) => `${padded(linkPower, 4)}mW`),
  value('mostAltitude', 'Highest altitude', 'height', 'MAX 9999m', ({ most }) => `MAX ${padded(most.altitude, 4)}m`),
  value(
    'aboveSea',
    'Height above the sea',
    'height',
    'AMSL 9999m',
    ({ altitude, ground }) => `AMSL ${padded(altitude + ground, 4)}m`,
  ),
  value('climbArrow', 'Climb arrow', 'height', '↑', ({ climb }) => (climb > 0.3 ? '↑' : climb < -0.3 ? '↓' : '─')),
  value('altitude', 'Altitude', 'height', '9999m', ({ altitude }) => `${padded(altitude, 4)}m`),
  value('climb', 'Climb', 'height', '-99.9m/s', ({ climb }) => `${padded(climb, 5, 1)}m/s`),
  value('speed', 'Speed', 'gnss', '999km/h', ({ speed }) => `${padded(speed * 3.6, 3)}km/h`),
  value('mostSpeed', 'Highest speed', 'gnss', 'MAX 999km/h', ({ most }) => `MAX ${padded(most.speed * 3.6, 3)}km/h`),
  value('flown', 'Distance flown', 'gnss', '99.99km', ({ flown }) => `${padded(flown / 1000, 5, 2)}km`),
  value('mostDistance', 'Farthest from home', 'gnss', '⌂MAX 99999m', ({ most }) => `⌂MAX ${padded(most.distance, 5)}m`),
  value('perKilometre', 'Charge for a kilometre', 'gnss', '9999mAh/km', ({ used, flown }) =>
    flown > 50 ? `${padded(Math.min(9999, (used * 1000) / flown), 4)}mAh/km` : '',
  ),
  value(
    'precision',
    'Precision of the fix',
    'gnss',
    'HDOP 99.9',
    ({ precision }) => `HDOP ${padded(precision, 4, 1)}`,
    ({ precision }) => precision > 2,
  ),
  value('latitude', 'Latitude', 'gnss', '-89.99999', ({ latitude }) => padded(latitude, 9, 5)),
  value('longitude', 'Longitude', 'gnss', '-179.99999', ({ longitude }) => padded(longitude, 10, 5)),
  value(
    'homeTime',
    'Time to home',
    'gnss',
    '⌂99:59',
    ({ homeDistance, speed }) => `⌂${clock(Math.min(5999, homeDistance / Math.max(3, speed)))}`,
  ),
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
  value(
    'compassPoint',
    'Compass point',
    'compass',
    'NW',
    ({ heading }) => ['N', 'NE', 'E', 'SE', 'S', 'SW', 'W', 'NW'][Math.round(heading / 45) % 8]!,
  ),
  value('tape', 'Compass tape', 'compass', '─ ─ ─ ─ ─ ─', ({ heading }) => tape(heading)),
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
    'airspeed',
    'Airspeed',
    'airspeed',
    'AIR 999km/h',
    ({ airspeed }) => `AIR ${padded(airspeed * 3.6, 3)}km/h`,
    ({ airspeed, armed, altitude }) => armed && altitude > 10 && airspeed < 1,
  ),
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
export const sizeOf = memo(({ longest }: DisplayElement): { width: number; height: number } => ({
  width: Math.max(...longest.map(({ length }) => length)),
  height: longest.length,
}))
