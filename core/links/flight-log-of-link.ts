import type { FlightLog } from '../plan'
import { headRoom } from './budget'
import { messagesUnder } from './format'
import { lostShare } from './flight-log'
import type { SerialLink } from './values'

/** How a link's log is taken: as chosen, or as its logger's definition says. Nothing where it carries no messages. */
export function logOf({ need: { need }, option }: SerialLink, chosen: FlightLog | null): FlightLog | undefined {
  const [records] = messagesUnder(need.messages, option.protocol).filter(({ direction }) => direction === 'to-device')
  return chosen ?? (records && { loop: records.rate, every: 1, bytes: records.bytes })
}

/** The densest choice of records that leaves a link its head room; nothing where one of 64 loops is still too much. */
export function recordsThatFit(link: SerialLink, chosen: FlightLog | null): FlightLog | undefined {
  const log = logOf(link, chosen)
  if (!log) return undefined
  for (let every = log.every; every <= 64; every += 1)
    if (lostShare({ ...log, every }, headRoom * link.board.baud) === 0) return { ...log, every }
  return undefined
}
