import type { CanNeed, I2cNeed, ReceiverNeed } from '../../catalogue'
import type { FittedNeed, ResolvedPlan } from '../../plan'
import type { Offer, Reason } from '../verdict'
import { featureModes, pinModes, pinUnits } from './pins'

const hex = (address: number) => `0x${address.toString(16).padStart(2, '0')}`

/** What each I²C bus of the board offers a part. */
export function i2cOffers(resolved: ResolvedPlan, { need }: FittedNeed & { need: I2cNeed }): Offer[] {
  const { board } = resolved
  return board.i2c.map((bus) => {
    const place = `i2c:${bus.id}`
    const hidden = [bus.sda, bus.scl].filter((pin) => !resolved.padsOfPin(pin).length)
    if (hidden.length) {
      return { place, candidates: [], refusals: [{ rule: 'PAD-01', text: `${bus.label} is not brought out to pads`, risk: 0 }] }
    }
    const free = need.addresses.filter((address) => !bus.onBoard.some((part) => part.address === address))
    const refusals: Reason[] = need.addresses.map((address) => {
      const part = bus.onBoard.find((one) => one.address === address)
      return { rule: 'BUS-01', text: `address ${hex(address)} is taken on ${bus.label} by the board's ${part?.name}`, risk: 0 }
    })
    const noPullUp = !bus.pullUp && !need.pullUp
    return {
      place,
      refusals: free.length ? [] : refusals,
      candidates: free.map((address) => ({
        placement: { place, address },
        reasons: [
          ...(address === need.addresses[0]
            ? []
            : [{ rule: 'BUS-01', text: `set to address ${hex(address)} instead of ${hex(need.addresses[0]!)}`, risk: 3 }]),
          ...(noPullUp ? [{ rule: 'BUS-02', text: `${bus.label} has no pull-up and the part brings none`, risk: 6 }] : []),
        ],
        units: [`${place}@${address}`],
        modes: [
          ...pinModes(board, bus.sda, 'bus'),
          ...pinModes(board, bus.scl, 'bus'),
          ...featureModes(board, ['i2c-pads', `i2c:${bus.id}`]),
          ...busPinModes(resolved, [bus.sda, bus.scl]),
        ],
        loads: [],
      })),
    }
  })
}

/** What each CAN bus of the board offers a part. */
export function canOffers(resolved: ResolvedPlan, { need }: FittedNeed & { need: CanNeed }): Offer[] {
  const { board } = resolved
  if (!board.can.length) {
    return [
      {
        place: 'can:none',
        candidates: [],
        refusals: [{ rule: 'PAD-01', text: `${board.name} has no CAN bus for ${need.label}`, risk: 0 }],
      },
    ]
  }
  return board.can.map((bus) => ({
    place: `can:${bus.id}`,
    refusals: [],
    candidates: [
      {
        placement: { place: `can:${bus.id}` },
        reasons: [],
        units: [],
        modes: busPinModes(resolved, [bus.high, bus.low]),
        loads: [],
      },
    ],
  }))
}

function busPinModes(resolved: ResolvedPlan, pins: string[]): [string, string][] {
  return pins.flatMap((pin) => pinModes(resolved.board, pin, 'bus'))
}

/** What the board offers a receiver that gives pulses on one wire or on one wire for each channel. */
export function receiverOffers(resolved: ResolvedPlan, { need }: FittedNeed & { need: ReceiverNeed }): Offer[] {
  const { board } = resolved
  const single = need.kind === 'receiver-pulse'
  const pins = board.pins.filter((pin) =>
    pin.functions.some((does) =>
      single ? does.as === 'receiver-pulse' : does.as === 'receiver-channel' && does.channel! <= need.terminals.length,
    ),
  )
  const brought = pins.filter((pin) => resolved.padsOfPin(pin.id).length)
  const place = `inputs:${single ? 'single' : 'parallel'}`
  if (brought.length < need.terminals.length) {
    const text = single
      ? `${board.name} has no input for a single-wire pulse train`
      : `${board.name} has ${brought.length} receiver inputs; ${need.terminals.length} are wanted`
    return [{ place, candidates: [], refusals: [{ rule: 'PAD-10', text, risk: 0 }] }]
  }
  const used = single ? brought.slice(0, 1) : brought
  return [
    {
      place,
      refusals: [],
      candidates: [
        {
          placement: { place },
          reasons: single ? [] : [{ rule: 'PAD-10', text: `takes ${used.length} input pads, one for each channel`, risk: 4 }],
          units: used.flatMap((pin) => pinUnits(board, pin.id)),
          modes: featureModes(board, [single ? 'receiver-pulse' : 'parallel-receiver']),
          loads: [],
        },
      ],
    },
  ]
}
