/** Pulses at the pads of the simulated board: what it sends there as it is set, and what a receiver of pulses sends to it. */
import {
  burstRates,
  encodeLights,
  encodePulseTrain,
  encodeServo,
  encodeThrottleBurst,
  pulseTrain,
  type Edge,
} from '#core/protocols'
import type { BoardFacts, Settings } from './board'

/** A craft at rest: sticks in the middle, motors stopped. */
const middle = 1500
const stopped = { value: 0, telemetry: false }
const servoPulses = 3
const channels = Array.from({ length: 8 }, (_, at) => (at === 2 ? 1000 : middle))
const fullBrightness = 100

/** The edges of some frames at a pad. A pad that nothing pulses at is still. */
export function pulsesAt({ pads }: BoardFacts, settings: Settings, id: string): Edge[] {
  const pad = pads.find((each) => each.id === id)
  if (!pad) return []
  if (pad.uses.includes('receiver-pulse') && settings['receiver.type'] === 'one pulse train')
    return [0, 1, 2].flatMap((frame) => encodePulseTrain(channels, frame * pulseTrain.frame))
  const brightness = settings[`lights.${id}.brightness`]
  if (pad.uses.includes('led-data') && brightness !== undefined) {
    const white = Math.round((255 * Number(brightness)) / fullBrightness)
    return encodeLights([{ red: white, green: white, blue: white }])
  }
  const rate = pad.timer === undefined ? undefined : settings[`timer.${pad.timer}.rate`]
  if (typeof rate === 'number') return encodeServo(middle, rate, servoPulses)
  return pad.output === undefined ? [] : encodeThrottleBurst(stopped, burstRates[0])
}
