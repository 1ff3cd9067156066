import { execFileSync, spawnSync } from 'node:child_process'
import { readdirSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, test } from '@playwright/test'
import { demo, allocated, library } from '../helpers/plans'
import { applyEdit, type Role } from '#core/plan'
import { mayAsk, routes } from '../../server/security/routes'
import { ask, put, removeServer, startServer, unfinished, type OwnServer } from './servers'

test.describe.configure({ mode: 'serial' })

let server: OwnServer
test.beforeAll(async () => {
  server = await startServer()
})
test.afterAll(() => removeServer(server))

const engineFile = () => readdirSync('.output/public/_nuxt').find((name) => /^engine\.worker.*\.js$/.test(name))!
const message = (text: string) => (JSON.parse(text) as { data: { message: string } }).data.message

test('a server listens on this machine only, unless it is told otherwise and a passphrase is set', async () => {
  const listening = execFileSync('sh', [
    '-c',
    `cat /proc/net/tcp /proc/net/tcp6 | grep -i ":$(printf '%04X' ${server.port}) "`,
  ]).toString()
  for (const line of listening.trim().split('\n')) expect(line).toContain('0100007F:')
  const open = await startServer({ HOST: '0.0.0.0', NITRO_HOST: '0.0.0.0' })
  expect(open.process.exitCode).toBe(1)
  expect(open.errors()).toContain('Set a passphrase first')
  await removeServer(open)
})

test('a page whose name was made to lead here reads and changes nothing, not even files', async () => {
  for (const path of ['/api/builds', '/', '/mark.svg', '/api/health']) {
    for (const host of ['evil.example', `evil.example:${server.port}`, `localhost.evil.example`, '0.0.0.0']) {
      expect((await ask(server, { path, headers: { host } })).status, `${host} ${path}`).toBe(421)
    }
  }
})

test('another site changes nothing', async () => {
  const removed = (headers: Record<string, string>) =>
    put(server, 'PUT', '/api/builds/spillway-hex/removed', { removed: true }, headers)
  for (const headers of [
    { origin: 'http://evil.example' },
    { origin: 'null' },
    { 'sec-fetch-site': 'cross-site' },
    { 'sec-fetch-site': 'same-site' },
  ]) {
    expect((await removed(headers as unknown as Record<string, string>)).status, JSON.stringify(headers)).toBe(403)
  }
  // A form of another site can send neither JSON's content type nor leave its mark out.
  for (const type of ['text/plain', 'application/x-www-form-urlencoded', 'multipart/form-data', '']) {
    const { status } = await ask(server, {
      path: '/api/builds/spillway-hex/removed',
      method: 'PUT',
      headers: { 'content-type': type },
      body: '{"removed": true}',
    })
    expect(status, type).toBe(415)
  }
  expect((await ask(server, { path: '/api/builds' })).text).not.toContain('"removed":true')
})

test('every answer carries what keeps scripts, frames and guesses out, files and refusals too', async () => {
  for (const path of ['/', '/builds/spillway-hex/harness', '/mark.svg', '/api/builds', '/api/nothing', '/_nuxt/nothing.js']) {
    const { headers } = await ask(server, { path })
    const policy = String(headers['content-security-policy'])
    for (const part of [
      "default-src 'self'",
      "object-src 'none'",
      "base-uri 'none'",
      "form-action 'self'",
      "frame-ancestors 'none'",
    ]) {
      expect(policy, path).toContain(part)
    }
    expect(/script-src[^;]*/.exec(policy)![0], path).not.toContain('unsafe')
    expect(headers, path).toMatchObject({
      'x-content-type-options': 'nosniff',
      'referrer-policy': 'no-referrer',
      'cross-origin-opener-policy': 'same-origin',
    })
  }
})

test('only the thread of the engine may compile the solver that comes with it', async () => {
  const { status, headers } = await ask(server, { path: `/_nuxt/${engineFile()}` })
  expect(status).toBe(200)
  expect(String(headers['content-security-policy'])).toContain("script-src 'self' 'wasm-unsafe-eval';")
})

test('every refusal is JSON with words; no address below /api is a page', async () => {
  const asked: [string, string, object | undefined][] = [
    ['GET', '/api/nothing', undefined],
    ['PATCH', '/api/builds', {}],
    ['GET', '/api/builds/ghost', undefined],
    ['GET', '/api/builds/spillway-hex/versions/99', undefined],
    ['GET', '/api/builds/spillway-hex/versions/abc', undefined],
    ['GET', '/api/builds?limit=many', undefined],
    ['GET', '/api/builds?offset=-1', undefined],
    ['PUT', '/api/builds/spillway-hex', { plan: null }],
    ['POST', '/api/definitions', { file: 'a: [' }],
    ['DELETE', '/api/definitions/board/ghost?base=1', undefined],
    ['GET', '/api/backups/..%2F..%2Fypodoma.sqlite', undefined],
    ['POST', '/api/backups/ghost/restore', {}],
  ]
  for (const [method, path, body] of asked) {
    const { status, text, headers } = body ? await put(server, method, path, body) : await ask(server, { method, path })
    expect(status, `${method} ${path}`).toBeGreaterThanOrEqual(400)
    expect(status, `${method} ${path}`).toBeLessThan(500)
    expect(headers['content-type'], path).toContain('application/json')
    expect(message(text).length, path).toBeGreaterThan(5)
    expect(text, path).not.toMatch(/stack|at .*\.m?js:|Server Error|Maximum call|undefined/)
  }
})

test('the page of a build names what it will ask for, and nothing else of the address gets into it', async () => {
  const named = (text: string) =>
    [...text.matchAll(/<link rel="(?:modulepreload|preload)"[^>]* href="([^"]+)"/g)].map(([, href]) => href!)
  const { text } = await ask(server, { path: '/builds/spillway-hex/harness' })
  const files = named(text)
  expect(files).toContain('/api/builds/spillway-hex')
  expect(files.length).toBeGreaterThan(5)
  for (const path of new Set(files)) expect((await ask(server, { path })).status, path).toBe(200)
  for (const path of [
    '/',
    '/builds/%22%3E%3Cscript%3Ealert(1)%3C/script%3E',
    '/builds/..%2F..%2Fhealth/harness',
    '/builds/a.b/c',
  ]) {
    expect((await ask(server, { path })).text, path).not.toMatch(/alert\(1\)|href="\/api\/builds/)
  }
})

test('long answers go out compressed to whoever takes that, and say the same', async () => {
  const plain = await ask(server, { path: '/api/catalogue' })
  const packed = await fetch(`${server.address}/api/catalogue`, { headers: { 'accept-encoding': 'gzip' } })
  expect(packed.headers.get('content-encoding')).toBe('gzip')
  expect(await packed.text()).toBe(plain.text)
  expect(plain.headers['content-encoding']).toBeUndefined()
})

test('no body ends the server or holds it up', async () => {
  const plan = allocated('spillway-hex')
  const absurd = structuredClone(plan)
  absurd.definitions.boards['corran-7']!.revisions.B!.differences = { outline: { width: 1e12, height: 1e12 } }
  const bodies: [string, string][] = [
    ['/api/builds', JSON.stringify({ file: JSON.stringify(absurd) })],
    ['/api/builds', JSON.stringify({ file: `{"a":${'['.repeat(500_000)}` })],
    ['/api/builds', `{"file":${'['.repeat(500_000)}`],
    ['/api/builds', `${'{"a":'.repeat(100_000)}1${'}'.repeat(100_000)}`],
    ['/api/definitions', JSON.stringify({ file: Array.from({ length: 60_000 }, (_, at) => `k${at}: ${at}`).join('\n') })],
    ['/api/definitions', JSON.stringify({ file: `a: ${'{a: '.repeat(200_000)}` })],
    [
      '/api/papers',
      JSON.stringify({
        plan: absurd,
        parts: ['drawing'],
        layers: { main: true, signal: true, video: true, supply: true, ground: true },
        paper: 'A4',
      }),
    ],
    ['/api/builds', '{"__proto__": {"x": 1}, "file": ""}'],
    ['/api/builds', '\uFEFF{'],
  ]
  for (const [path, body] of bodies) {
    const [{ status, text }, meanwhile] = await Promise.all([
      ask(server, { path, method: 'POST', headers: { 'content-type': 'application/json' }, body }),
      ask(server, { path: '/api/health' }),
    ])
    expect(status, body.slice(0, 60)).toBe(400)
    expect(message(text), body.slice(0, 60)).toBeTruthy()
    expect(meanwhile.status, body.slice(0, 60)).toBe(200)
  }
  let edit: object = { type: 'plan.rename', name: 'x' }
  for (let depth = 0; depth < 2000; depth += 1) edit = { type: 'several', label: 'x', edits: [edit] }
  const deep = await put(server, 'PUT', '/api/builds/spillway-hex', { base: 1, plan, edits: [edit], steps: [] })
  expect([deep.status, message(deep.text)]).toEqual([400, expect.stringContaining('nested')])
  expect((await ask(server, { path: '/api/health' })).status).toBe(200)
})

test('a body that does not end, or is too large, is not taken; one that says a byte order mark is', async () => {
  const head = 'POST /api/builds HTTP/1.1\r\nHost: localhost\r\nContent-Type: application/json\r\n'
  const large = await unfinished(server, `${head}Content-Length: 999999999\r\n\r\n{`)
  expect(large).toMatch(/^HTTP\/1.1 413/)
  const chunk = `${(1_000_000).toString(16)}\r\n${'x'.repeat(1_000_000)}\r\n`
  const streamed = await unfinished(server, `${head}Transfer-Encoding: chunked\r\n\r\n${chunk.repeat(10)}`)
  expect(streamed).toMatch(/^HTTP\/1.1 413/)
  const slow = await unfinished(server, `${head}Content-Length: 100\r\n\r\n{`)
  expect(slow).toMatch(/^HTTP\/1.1 408/)
  const marked = await ask(server, {
    path: '/api/builds',
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: `\uFEFF${JSON.stringify({ file: `\uFEFF${JSON.stringify(demo('culvert-scout'))}` })}`,
  })
  expect(marked.status).toBe(201)
})

test('a library asks before it replaces, and a definition changed elsewhere is not written over', async () => {
  const board = { ...library.boards['brae-mini']!, mass: 77 }
  const file = JSON.stringify({ format: 'ypodoma-library', schema: 1, definitions: [board] })
  const asked = await put(server, 'POST', '/api/definitions', { file })
  expect([asked.status, JSON.parse(asked.text)]).toEqual([
    409,
    {
      replaces: [
        {
          kind: 'board',
          id: 'brae-mini',
          name: 'Brae Mini',
          differences: [{ path: 'mass', now: `${library.boards['brae-mini']!.mass} g`, then: '77 g' }],
        },
      ],
    },
  ])
  const kept = await put(server, 'POST', '/api/definitions', { file, there: 'keep' })
  expect(JSON.parse(kept.text)).toEqual({ taken: [], left: 1 })
  expect((await put(server, 'POST', '/api/definitions', { file, there: 'replace' })).status).toBe(201)
  const saved = (base: number) =>
    put(server, 'PUT', '/api/definitions/board/brae-mini', { definition: { ...board, mass: 78 }, base })
  const stale = await saved(0)
  expect([stale.status, JSON.parse(stale.text)]).toMatchObject([409, { newest: 1, definition: { mass: 77 } }])
  expect((await saved(1)).status).toBe(200)
})

test('with a passphrase nobody comes in without, and each may do only what is theirs', async () => {
  const { directory } = server
  await server.end()
  for (const role of ['editor', 'workshop', 'reader']) {
    execFileSync('npx', ['tsx', 'scripts/data/passphrase.ts', role, '--data', directory], { input: `the ${role} may come in\n` })
  }
  server = await startServer({}, directory)
  for (const path of ['/api/builds', '/api/catalogue', '/api/backups', '/api/builds/spillway-hex/raw']) {
    expect((await ask(server, { path })).status, path).toBe(401)
  }
  // Other ways of writing the same address are no way round.
  for (const path of [
    '//api/builds',
    '/api//builds',
    '/./api/builds',
    '/x/../api/builds',
    '/%61pi/builds',
    '/API/builds',
    '/api/builds/',
    '/api/builds?x',
    `${server.address}/api/builds`,
  ]) {
    const { text } = await ask(server, { path })
    expect(text, path).not.toContain('spillway-hex')
  }
  expect((await ask(server, { path: '/' })).status).toBe(200)
  const enter = (passphrase: string) => put(server, 'POST', '/api/session', { passphrase })
  const cookie = async (role: string) => {
    const { status, headers } = await enter(`the ${role} may come in`)
    expect(status).toBe(200)
    const [set] = headers['set-cookie']!
    expect(set).toMatch(/HttpOnly/)
    expect(set).toMatch(/SameSite=Strict/)
    return set!.split(';')[0]!
  }
  const [editor, workshop, reader] = [await cookie('editor'), await cookie('workshop'), await cookie('reader')]
  const before = JSON.parse((await ask(server, { path: '/api/builds/fellside-mapper', headers: { cookie: reader } })).text) as {
    plan: ReturnType<typeof demo>
    build: { version: number }
  }
  const tick = { type: 'wire.tick', wire: 'gnss.tx', made: true } as const
  const rename = { type: 'plan.rename', name: 'Mine' } as const
  const save = (
    who: string,
    edits: (typeof tick | typeof rename)[],
    plan = edits.reduce<typeof before.plan>(applyEdit, before.plan),
    base = before.build.version,
  ) => put(server, 'PUT', '/api/builds/fellside-mapper', { base, plan, edits, steps: ['x'] }, { cookie: who })
  expect((await save(reader, [tick])).status).toBe(403)
  expect((await save(workshop, [rename])).status).toBe(403)
  expect((await save(workshop, [tick, rename])).status).toBe(403)
  // A plan that says more than its edits do is not believed.
  expect((await save(workshop, [tick], applyEdit(before.plan, rename))).status).toBe(422)
  expect((await save(workshop, [tick])).status).toBe(200)
  const others: [string, string, object][] = [
    ['POST', '/api/builds', { name: 'x', board: 'brae-mini' }],
    ['PUT', '/api/builds/fellside-mapper/removed', { removed: true }],
    ['PUT', '/api/definitions/board/brae-mini', { definition: library.boards['brae-mini'], base: 2 }],
    ['POST', '/api/definitions', { file: '{}' }],
    ['POST', '/api/backups', {}],
  ]
  for (const [method, path, body] of others) {
    for (const who of [workshop, reader]) expect((await put(server, method, path, body, { cookie: who })).status, path).toBe(403)
  }
  // The table of routes, each with each role.
  const cookies = { editor, workshop, reader, nobody: '' }
  for (const [route, asker] of Object.entries(routes)) {
    const [method, path] = route.split(' ') as [string, string]
    // What takes data away, or lets somebody out, is asked for last.
    if (method === 'DELETE' || path.endsWith('/restore')) continue
    const address = path
      .replace(':kind', 'template')
      .replace(/:(id|name)/, 'ghost')
      .replace(':id', 'ghost')
      .replace(':number', '1')
    for (const [who, cookie] of Object.entries(cookies)) {
      const { status } = await (method === 'GET'
        ? ask(server, { path: address, headers: { cookie } })
        : put(server, method, address, {}, { cookie }))
      const may = mayAsk(asker, who === 'nobody' ? undefined : (who as Role))
      if (may)
        expect([401, 403].includes(status) && path !== '/api/session', `${who} ${method} ${address}: ${status}`).toBe(false)
      else expect(status, `${who} ${method} ${address}`).toBe(who === 'nobody' ? 401 : 403)
    }
  }
  // Whoever saves is whoever came in, whatever is sent.
  const { headers: entered } = await put(server, 'POST', '/api/session', { passphrase: 'the editor may come in', name: 'Ada' })
  const ada = String(entered['set-cookie']).split(';')[0]!
  const copy = await put(
    server,
    'POST',
    '/api/builds',
    { copy: 'culvert-scout', name: 'Copy', author: 'Somebody else' },
    { cookie: ada },
  )
  const { id } = JSON.parse(copy.text) as { id: string }
  const versions = await ask(server, { path: `/api/builds/${id}/versions`, headers: { cookie: reader } })
  expect(JSON.parse(versions.text)).toMatchObject([{ author: 'Ada' }])
  // A build that is deleted while somebody edits it is not there any more.
  const { plan: copied } = JSON.parse((await ask(server, { path: `/api/builds/${id}`, headers: { cookie: ada } })).text) as {
    plan: typeof before.plan
  }
  expect((await put(server, 'PUT', `/api/builds/${id}/removed`, { removed: true }, { cookie: ada })).status).toBe(200)
  expect((await ask(server, { method: 'DELETE', path: `/api/builds/${id}`, headers: { cookie: ada } })).status).toBe(204)
  const late = { base: 1, plan: applyEdit(copied, rename), edits: [rename], steps: ['x'] }
  const told = await put(server, 'PUT', `/api/builds/${id}`, late, { cookie: ada })
  expect([told.status, message(told.text)]).toEqual([404, 'this build is not there any more'])
  expect((await put(server, 'POST', '/api/backups', {}, { cookie: editor })).status).toBe(201)
  expect((await ask(server, { method: 'DELETE', path: '/api/session', headers: { cookie: editor } })).status).toBe(200)
  expect((await ask(server, { path: '/api/builds', headers: { cookie: editor } })).status).toBe(401)
  const tries = []
  for (let times = 0; times < 12; times += 1) tries.push((await enter(`guess number ${times}`)).status)
  expect(tries.slice(0, 8)).toEqual(Array.from({ length: 8 }, () => 401))
  expect(tries.slice(8)).toEqual([429, 429, 429, 429])
})

test('behind a proxy that is trusted tries are counted by the address that it names', async () => {
  const { directory } = server
  await server.end()
  server = await startServer({ YPODOMA_PROXIES: 'loopback' }, directory)
  const guess = (from: string) =>
    put(server, 'POST', '/api/session', { passphrase: 'guess after guess' }, { 'x-forwarded-for': `6.6.6.6, ${from}` })
  for (let times = 0; times < 8; times += 1) expect((await guess('1.2.3.4')).status).toBe(401)
  expect((await guess('1.2.3.4')).status).toBe(429)
  expect((await guess('1.2.3.5')).status).toBe(401)
})

test('a damaged file of passphrases lets nobody in, and is told in words; whether the server is up is told all the same', async () => {
  const { directory } = server
  await server.end()
  writeFileSync(join(directory, 'access.json'), '{"editor": ')
  server = await startServer({}, directory)
  const { status, text } = await ask(server, { path: '/api/builds' })
  expect([status, message(text)]).toEqual([503, expect.stringContaining('the file of passphrases cannot be read')])
  expect((await ask(server, { path: '/api/health' })).status).toBe(200)
  expect((await ask(server, { path: '/' })).status).toBe(200)
})

test('demo --fresh beside a running server is refused; else the folder is moved aside, and who may come in stays', async () => {
  const { directory } = server
  const fresh = () =>
    spawnSync('node', ['--import', 'tsx', 'scripts/data/fresh.ts', '--data', directory], {
      encoding: 'utf8',
      env: { ...process.env, TSX_TSCONFIG_PATH: 'tsconfig.tools.json' },
    })
  const beside = fresh()
  expect([beside.status, beside.stderr]).toEqual([1, expect.stringContaining('another Ypodoma has these data open')])
  await server.end()
  const moved = fresh()
  expect([moved.status, moved.stdout]).toEqual([0, expect.stringContaining(`What was there is in ${directory}.before-`)])
  const aside = /in (\S+)/.exec(moved.stdout)![1]!
  expect(readdirSync(aside)).toContain('ypodoma.sqlite')
  expect(readdirSync(directory)).toEqual(['access.json'])
  rmSync(aside, { recursive: true })
})
