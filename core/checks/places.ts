import type { I2cNeed, Need, Pad, Pin } from '../catalogue'
import type { FittedNeed, Placement } from '../plan'
import type { CheckContext } from './context'

/** A need on a pad of the board. */
export interface PadUse {
  need: FittedNeed
  pad: Pad
  pin: Pin
}

/** Needs that have a single pad, with the pad and the pin behind it. */
export function padUses({ resolved }: CheckContext): PadUse[] {
  return resolved.needs.flatMap((need): PadUse[] => {
    const place = resolved.plan.assignment[need.key]?.place ?? ''
    const pad = place.startsWith('pad:') ? resolved.pad(place.slice('pad:'.length)) : undefined
    const pin = pad?.pin === undefined ? undefined : resolved.pin(pad.pin)
    return pad && pin ? [{ need, pad, pin }] : []
  })
}

/** The timer that a pulse or LED need has on its pad. */
export function timerOf({ need, pin }: PadUse): string | undefined {
  return pin.functions.find((does) => does.as === need.need.kind)?.of
}

/** What a timer has to run at for a need, in words. */
export function timerSetting(need: Need): string | undefined {
  if (need.kind === 'led-data') return 'LED data at 800 kHz'
  return need.kind === 'pulse' ? `${need.protocol === 'burst' ? 'burst' : 'PWM'} at ${need.rate.default} Hz` : undefined
}

/** I²C parts with their placement. */
export function busParts({ resolved }: CheckContext): { need: FittedNeed & { need: I2cNeed }; placement: Placement }[] {
  return resolved.needs.flatMap((fitted) => {
    const placement = resolved.plan.assignment[fitted.key]
    return fitted.need.kind === 'i2c' && placement ? [{ need: { ...fitted, need: fitted.need }, placement }] : []
  })
}

/** The fix that keeps a need off its place. */
export function keepOff(need: FittedNeed, place: string, label: string) {
  return { label: `Keep ${need.fitted.instance.name} off ${label}`, edit: { type: 'need.ban' as const, need: need.key, place } }
}

/** Sets of two, each pair once. */
export function pairs<T>(list: T[]): [T, T][] {
  return list.flatMap((one, at) => list.slice(at + 1).map((other): [T, T] => [one, other]))
}
