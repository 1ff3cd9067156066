import type { Route } from '#contract'
import type { Role } from '#core/plan'

/** Who may ask: anyone, whoever has come in, those who tick off what is made, or those who change everything. */
export type Asker = 'anyone' | Role

/** Every route of the server and who may ask it. A route that does not stand here is none. */
export const routes: Readonly<Record<Route, Asker>> = {
  'GET /api/health': 'anyone',
  'GET /api/session': 'anyone',
  'POST /api/session': 'anyone',
  'DELETE /api/session': 'anyone',

  'GET /api/builds': 'reader',
  'POST /api/builds': 'editor',
  'GET /api/builds/:id': 'reader',
  // What a save may touch is decided by its edits, once they are seen to lead to what was sent.
  'PUT /api/builds/:id': 'workshop',
  'DELETE /api/builds/:id': 'editor',
  'GET /api/builds/:id/raw': 'reader',
  'PUT /api/builds/:id/removed': 'editor',
  'PUT /api/builds/:id/tags': 'editor',
  'GET /api/builds/:id/versions': 'reader',
  'GET /api/builds/:id/versions/:number': 'reader',
  'PUT /api/builds/:id/versions/:number/note': 'editor',
  'POST /api/builds/:id/versions/:number/take-up': 'editor',

  'GET /api/catalogue': 'reader',
  'POST /api/definitions': 'editor',
  'PUT /api/definitions/:kind/:id': 'editor',
  'DELETE /api/definitions/:kind/:id': 'editor',
  'GET /api/definitions/:kind/:id/raw': 'reader',
  'GET /api/definitions/:kind/:id/versions': 'reader',
  'GET /api/definitions/:kind/:id/versions/:number': 'reader',

  'GET /api/collection/:kind': 'reader',
  'GET /api/collection/:kind/:id': 'reader',
  'PUT /api/collection/:kind/:id': 'editor',
  'DELETE /api/collection/:kind/:id': 'editor',

  'POST /api/pictures': 'editor',
  'GET /api/pictures/:id': 'reader',

  // Questions that are too long for an address; they change nothing.
  'POST /api/papers': 'reader',
  'POST /api/templates/render': 'reader',
  'POST /api/board/pasted': 'reader',

  // These reach out to the port that the request names: who may choose one for a board may ask them, and nobody else.
  'POST /api/board/display': 'editor',
  'POST /api/board/read': 'editor',
  'POST /api/board/write': 'editor',
  'POST /api/board/restore': 'editor',
  'POST /api/board/rescue': 'editor',

  'GET /api/backups': 'reader',
  'POST /api/backups': 'editor',
  // A backup holds everything.
  'GET /api/backups/:name': 'editor',
  'POST /api/backups/:name/restore': 'editor',
}

/** Each may do what those after it may. */
const ranks: readonly Asker[] = ['editor', 'workshop', 'reader', 'anyone']

/** Whether somebody may ask a route. @param role nothing for whoever has not come in */
export function mayAsk(asker: Asker, role: Role | undefined): boolean {
  return ranks.indexOf(role ?? 'anyone') <= ranks.indexOf(asker)
}

const patterns = Object.entries(routes).map(([route, asker]) => {
  const [method, path] = route.split(' ') as [string, string]
  return { method, asker, pattern: new RegExp(`^${path.replace(/:\w+/g, '[^/]+')}$`) }
})

/**
 * Who may ask what an address is for.
 * @param path without its query, as it was sent
 * @returns nothing where there is no such route
 */
export function askerOf(method: string, path: string): Asker | undefined {
  const asked = method === 'HEAD' ? 'GET' : method
  return patterns.find((route) => route.method === asked && route.pattern.test(path))?.asker
}

/** Whether an address means the API in whatever way it is written: doubled slashes, capitals, or signs as figures. */
export function meansApi(path: string): boolean {
  let plain = path
  try {
    plain = decodeURIComponent(path)
  } catch {
    // Signs that are none mean nothing.
  }
  return /^[/\\]+api([/\\]|$)/i.test(plain)
}
