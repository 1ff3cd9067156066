import type { IncomingMessage } from 'node:http'
import { isLoopback } from './hosts'

/** Addresses of proxies that are believed in what they say of where a request came from: `YPODOMA_PROXIES`, parted by commas. */
export function trustedProxies(named = process.env.YPODOMA_PROXIES ?? ''): Set<string> {
  return new Set(
    named
      .split(',')
      .map((each) => plainAddress(each.trim()))
      .filter(Boolean),
  )
}

const trusted = trustedProxies()

/**
 * The address that a request comes from: of the connection, or, where that is of a proxy that is trusted, the last
 * address in X-Forwarded-For that is of no such proxy. What stands before it anybody may have written.
 */
export function addressOf(
  { socket, headers }: Pick<IncomingMessage, 'headers'> & { socket: { remoteAddress?: string } },
  proxies = trusted,
): string {
  const direct = plainAddress(socket.remoteAddress ?? '')
  const isTrusted = (address: string) => proxies.has(address) || (proxies.has('loopback') && isLoopback(address))
  if (!isTrusted(direct)) return direct
  const told = [headers['x-forwarded-for'] ?? []].flat().join(',').split(',')
  const hops = told.map((each) => plainAddress(each.trim())).filter(Boolean)
  return hops.reverse().find((address) => !isTrusted(address)) ?? direct
}

/** An IPv4 address in the clothes of IPv6 is one all the same. */
function plainAddress(address: string): string {
  return address.toLowerCase().replace(/^::ffff:(?=\d+\.)/, '')
}
