const loopback = new Set(['localhost', '127.0.0.1', '[::1]', '::1'])

/** Whether an address to listen on is reached from this machine only. */
export function isLoopback(address: string): boolean {
  return loopback.has(address) || /^127\.\d+\.\d+\.\d+$/.test(address)
}

/** Names that the server may be called by, besides those of this machine itself: `YPODOMA_HOSTS`, parted by commas. */
export function allowedHosts(named = process.env.YPODOMA_HOSTS ?? ''): Set<string> {
  return new Set([...loopback, ...named.split(',').map((name) => name.trim().toLowerCase())].filter(Boolean))
}

/** The name in a Host header, without the port. */
export function nameOf(host: string): string {
  return host.toLowerCase().replace(/:\d+$/, '')
}

/** What of a request tells where it comes from. */
export interface Asked {
  method: string
  host?: string
  origin?: string
  /** Sec-Fetch-Site, as browsers send it. */
  site?: string
}

/**
 * Why a request is not let in: it calls the server by a name that it does not have (a
 * page of another site whose name was made to lead here), or another site's page wants
 * to change something.
 */
export function strangeness(
  { method, host, origin, site }: Asked,
  allowed: Set<string>,
): { status: 403 | 421; message: string } | undefined {
  if (!host || !allowed.has(nameOf(host))) {
    return { status: 421, message: 'this server does not go by that name; see YPODOMA_HOSTS' }
  }
  if (method === 'GET' || method === 'HEAD') return undefined
  if (site && site !== 'same-origin' && site !== 'none') return { status: 403, message: 'another site may change nothing here' }
  if (origin !== undefined && hostOf(origin) !== host.toLowerCase()) {
    return { status: 403, message: 'another site may change nothing here' }
  }
  return undefined
}

function hostOf(origin: string): string | undefined {
  try {
    return new URL(origin).host.toLowerCase()
  } catch {
    return undefined
  }
}
