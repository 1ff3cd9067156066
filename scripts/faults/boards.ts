// The line to a board: pages of other sites and readers at it, and things that are no board, or none in their right mind, at its end.
import { mkdtempSync } from 'node:fs'
import { connect, createServer, type AddressInfo, type Socket } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { resolvePlan, type Plan } from '#core/plan'
import { factsOf } from '../../standin/facts'
import { StandInServer } from '../../standin/server'
import { allocated } from '../../tests/helpers/plans'
import { ask, put, removeServer } from '../../tests/browser/servers'
import { guardedServer } from './guarded'
import { memoryOf, tell } from './figures'

const plan = allocated('spillway-hex')
const { board } = resolvePlan(plan)

// A page of any site can send this to a loopback port: a request whose body holds lines of its own.
const standIn = new StandInServer(factsOf(board), join(mkdtempSync(join(tmpdir(), 'standin-')), 'board.json'))
const asked: string[] = []
standIn.before = (method) => void asked.push(method)
const boardPort = await standIn.listen()
const lines = ['hello', 'set', 'save', 'restart'].map((method, at) =>
  JSON.stringify({ jsonrpc: '2.0', id: at, method, params: { key: 'port.1.rate', value: 9600 } }),
)
for (const head of [
  'POST / HTTP/1.1\r\nHost: x\r\nContent-Type: text/plain\r\n\r\n',
  'GET /?{"jsonrpc" HTTP/1.1\r\n\r\n',
  '\u0016\u0003\u0001',
  '{"x":1}\n',
  '\n\n',
  '{"jsonrpc":"2.0","id":1,"method":"set","params":{"key":"port.1.rate","value":9600}}\n',
])
  await new Promise<void>((done) => {
    const socket = connect(boardPort, '127.0.0.1', () => socket.write(`${head}${lines.join('\n')}\n`))
    socket.on('error', () => undefined)
    socket.on('close', () => done())
    socket.on('data', () => undefined)
    setTimeout(() => socket.destroy(), 1500)
  })
tell('requests of other sites that the simulated board carried out', asked.length ? asked.join(', ') : 0, !asked.length)

const { server, editor, reader } = await guardedServer()
const display = { columns: 30, rows: 13, bytes: [0x24] }
const statuses: number[] = []
for (const port of [boardPort, server.port])
  statuses.push((await put(server, 'POST', '/api/board/display', { port, ...display }, reader)).status)
for (const route of ['read', 'write', 'restore', 'rescue'])
  statuses.push((await put(server, 'POST', `/api/board/${route}`, { port: boardPort, plan }, reader)).status)
tell(
  'what a reader is answered at the routes to a board',
  [...new Set(statuses)].join(', '),
  statuses.every((status) => status === 403),
)
tell('what the board heard of it', asked.length ? asked.join(', ') : 0, !asked.length)

/** Something at a port that answers each line by what is given. */
async function playing(answer: (line: string, socket: Socket) => void): Promise<{ port: number; end: () => void }> {
  const sockets = new Set<Socket>()
  const listening = createServer((socket) => {
    sockets.add(socket)
    socket.on('error', () => undefined)
    socket.on('data', (chunk: Buffer) => answer(chunk.toString(), socket))
  })
  await new Promise<void>((done) => listening.listen(0, '127.0.0.1', done))
  return {
    port: (listening.address() as AddressInfo).port,
    end: () => {
      sockets.forEach((socket) => socket.destroy())
      listening.close()
    },
  }
}

const hello = { link: 2, board: board.id, name: board.name, firmware: 'x' }
const ports = board.ports.map(({ label, number }) => ({ label, number }))
const saying =
  (results: Record<string, unknown>) =>
  (text: string, socket: Socket): void => {
    for (const line of text.split('\n').filter(Boolean)) {
      const { id, method } = JSON.parse(line) as { id: number; method: string }
      socket.write(`${JSON.stringify({ jsonrpc: '2.0', id, result: method in results ? results[method] : true })}\n`)
    }
  }
const longLine = (_: string, socket: Socket) => {
  const piece = 'x'.repeat(16_384)
  const more = (left: number) => void (left > 0 && !socket.destroyed && socket.write(piece, () => more(left - piece.length)))
  more(8_000_000)
}
const bad: Record<string, [(text: string, socket: Socket) => void, RegExp]> = {
  'hello null': [saying({ hello: null }), /hello/],
  'ports null': [saying({ hello, ports: null }), /ports/],
  'ports of another shape': [saying({ hello, ports: [{ label: 5, number: 'x' }] }), /ports/],
  'dump null': [saying({ hello, ports, dump: null }), /dump/],
  'dump of objects': [saying({ hello, ports, dump: { a: { b: 1 } } }), /dump/],
  'answers null': [(_, socket) => void socket.write('null\n'), /something else/],
  'a line of 8 MB': [longLine, /something else/],
  'a web server': [(_, socket) => void socket.end('HTTP/1.1 400 Bad Request\r\n\r\n'), /something else/],
  'greets by itself': [(_, socket) => void socket.write('220 mail.example ESMTP\r\n'), /something else/],
  'says nothing': [() => undefined, /says nothing/],
  'hangs up at once': [(_, socket) => void socket.end(), /something else/],
}
for (const [name, [answer, words]] of Object.entries(bad)) {
  const { port, end } = await playing(answer)
  const start = performance.now()
  let slowest = 0
  let waiting = true
  const others = (async () => {
    while (waiting) {
      const from = performance.now()
      await ask(server, { path: '/api/health' })
      slowest = Math.max(slowest, performance.now() - from)
      await new Promise((resolve) => setTimeout(resolve, 20))
    }
  })()
  const { status, text } = await put(server, 'POST', '/api/board/read', { port, plan }, editor)
  const took = performance.now() - start
  waiting = false
  await others
  end()
  const message = (JSON.parse(text) as { data?: { message?: string } }).data?.message ?? ''
  tell(
    `${name}: ${status} in ${(took / 1000).toFixed(1)} s, others waited at most ${slowest.toFixed(0)} ms`,
    message.slice(0, 110),
    status === 422 && took < 8000 && slowest < 1000 && words.test(message),
  )
}
const unsound = await put(
  server,
  'POST',
  '/api/board/read',
  { port: boardPort, plan: { ...plan, devices: null } as unknown as Plan },
  editor,
)
tell('an invalid plan', unsound.status, unsound.status === 400)
const right = await put(server, 'POST', '/api/board/read', { port: boardPort, plan }, editor)
tell('and the board itself', right.status, right.status === 200)
tell(
  'memory of the server, most, MB',
  (await memoryOf(server.process.pid!)).most.toFixed(0),
  (await memoryOf(server.process.pid!)).most < 500,
)
await standIn.kill()
await removeServer(server)
