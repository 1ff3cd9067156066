import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { expect, it } from 'vitest'
import { roles } from '#core/plan'
import { askerOf, mayAsk, meansApi, routes } from './routes'

function filesBelow(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name)
    return entry.isDirectory() ? filesBelow(path) : [path]
  })
}

/** Routes by the files they lie in: `builds/[id]/index.get.ts` answers GET /api/builds/:id. */
function routesThereAre(): string[] {
  return filesBelow('server/api').flatMap((file) => {
    const [, path, , method] = /^server\/api\/(.*?)(\/?index)?(?:\.(get|put|post|delete))?\.ts$/.exec(file)!
    const address = `/api/${path}`.replace(/\[(\w+)\]/g, ':$1').replace(/\/$/, '')
    // One file answers for all methods of a session.
    return (method ? [method] : ['get', 'post', 'delete']).map((each) => `${each.toUpperCase()} ${address}`)
  })
}

it('every route there is stands in the table once, and nothing else does', () => {
  expect(Object.keys(routes).sort()).toEqual(routesThereAre().sort())
})

it('each role may ask what those below it may, and whoever has not come in only whether the server is up, and to come in', () => {
  for (const [route, asker] of Object.entries(routes)) {
    const [method, path] = route.split(' ') as [string, string]
    const asked = path.replace(/:\w+/g, 'a-1.b')
    expect(askerOf(method, asked), path).toBe(asker)
    expect(askerOf(method, `${asked}/`), path).toBeUndefined()
    expect(askerOf('PATCH', asked), path).toBeUndefined()
    const may = roles.filter((role) => mayAsk(asker, role))
    expect(may, path).toEqual(roles.slice(0, may.length))
    expect(mayAsk(asker, undefined), path).toBe(['/api/health', '/api/session'].includes(path))
    if (method !== 'GET' && asker === 'reader') expect(path).toMatch(/papers|render|pasted/)
    if (/^\/api\/board\/(?!pasted)/.test(path)) expect(asker).toBe('editor')
  }
})

it('an address that only looks otherwise is of the API all the same, and so none', () => {
  for (const path of ['//api/builds', '/API/builds', '/%61pi/builds', '/api', '/\\api/x', '/api%2Fbuilds'])
    expect([meansApi(path), askerOf('GET', path)], path).toEqual([true, undefined])
  for (const path of ['/', '/builds/x', '/apiary', '/_nuxt/api.js', '/%E0%A4%A']) expect(meansApi(path), path).toBe(false)
})
