import { figure, sizeText } from '../units'
import type { SerialNeed } from '../catalogue'
import { flightMinutes } from '../electrics'
import { idIn, referTo, type FittedNeed, type Placement, type ResolvedPlan } from '../plan'
import { alone } from './claim'
import { costly, impossible, type Fact } from './fact'
import type { Offer, Way } from './way'

type Link = FittedNeed & { need: SerialNeed }

/** Memories of a board, in the order in which they are offered. */
const memories = ['card', 'flash'] as const

/** The memories of a board that can keep a record which otherwise goes to a device over a link. */
export function storageOffers(resolved: ResolvedPlan, fitted: Link): Offer[] {
  const { storage } = resolved.board
  if (!recorded(resolved, fitted)) return []
  return memories
    .filter((memory) => (memory === 'card' ? storage.card : storage.flash > 0))
    .map((memory) => {
      const place = referTo('storage', memory)
      return { place, ways: [storageWay(resolved, fitted, { place })] }
    })
}

/** Whether what goes over a link is a record that a memory could keep. */
export function recorded({ protocols }: ResolvedPlan, { need }: FittedNeed): boolean {
  return need.kind === 'serial' && need.options.some(({ protocol }) => protocols[protocol]?.recorded)
}

/** A record in the board's own memory. */
export function storageWay(resolved: ResolvedPlan, fitted: Link, placement: Placement): Way {
  const memory = idIn('storage', placement.place)
  return {
    placement,
    facts: [...memoryFacts(resolved, fitted, memory)],
    claims: [alone('LOD-04', `storage:${memory}`)],
  }
}

function* memoryFacts(resolved: ResolvedPlan, fitted: Link, memory: string | undefined): Iterable<Fact> {
  const { board } = resolved
  if (!recorded(resolved, fitted)) yield impossible('LOD-04', 'is no record that the board could keep itself')
  else if (memory === 'card') {
    if (!board.storage.card) yield impossible('LOD-04', `${board.name} has no memory card`)
    else yield costly('LOD-04', 'kept on the board’s memory card; the device itself stays off', 10, 'note')
  } else if (!board.storage.flash) yield impossible('LOD-04', `${board.name} has no flash for logs`)
  else {
    const { size, minutes } = flashFor(resolved, fitted)
    const lasts = minutes === undefined ? '' : `, full after ${figure(minutes, 'min')} at this rate`
    const flight = Math.floor(flightMinutes(resolved))
    const short = minutes !== undefined && minutes < flight
    const flies = short ? `; the craft flies ${figure(flight, 'min')}` : ''
    yield costly(
      'LOD-04',
      `kept in the board’s flash: ${size}${lasts}${flies}; the device itself stays off`,
      14,
      short ? 'fix' : 'weigh',
    )
  }
}

/** How long the flash lasts: its size by the bytes a second of the messages to the device. */
function flashFor({ board }: ResolvedPlan, { need }: Link): { size: string; minutes?: number } {
  const bytes = need.messages.reduce((sum, { direction, bytes, rate }) => sum + (direction === 'to-device' ? bytes * rate : 0), 0)
  const size = sizeText(board.storage.flash)
  return bytes > 0 ? { size, minutes: Math.floor(board.storage.flash / bytes / 60) } : { size }
}
