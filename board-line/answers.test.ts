import { createServer, type AddressInfo, type Server, type Socket } from 'node:net'
import { afterEach, describe, expect, it } from 'vitest'
import { allocated } from '../tests/helpers/plans'
import { resolvePlan } from '#core/plan'
import { NoBoard, openTcpLink } from './link'
import { readSettings } from './write'

const { board } = resolvePlan(allocated('spillway-hex'))
const hello = { link: 3, board: board.id, name: board.name }
const ports = board.ports.map(({ label, number }) => ({ label, number }))
const running: { server: Server; sockets: Set<Socket> }[] = []
afterEach(() => {
  for (const { server, sockets } of running.splice(0)) {
    sockets.forEach((socket) => socket.destroy())
    server.close()
  }
})

/** Reads the settings of something that answers each piece of text by what is given. */
async function readFrom(answer: (text: string, socket: Socket) => void): Promise<unknown> {
  const sockets = new Set<Socket>()
  const server = createServer((socket) => {
    sockets.add(socket)
    socket.on('error', () => undefined)
    socket.on('data', (chunk: Buffer) => answer(chunk.toString(), socket))
  })
  running.push({ server, sockets })
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  const { port } = server.address() as AddressInfo
  return readSettings({ open: () => openTcpLink(port), board, again: { times: 20, pause: 1 } })
}

/** Answers of a board, some of them its own. */
const saying = (results: Record<string, unknown>) => (text: string, socket: Socket) => {
  const all: Record<string, unknown> = { hello, ports, state: {}, dump: {}, ...results }
  for (const line of text.split('\n').filter(Boolean)) {
    const { id, method } = JSON.parse(line) as { id: number; method: string }
    socket.write(`${JSON.stringify({ jsonrpc: '2.0', id, result: all[method] })}\n`)
  }
}

describe('what a board says', () => {
  it('is taken where it is what was asked for', async () => {
    const [named, once] = [
      { 'port.1.rate': 9600, 'enabled.x': true },
      { 'port.1.rate': 9600, 'feature.x': true },
    ]
    expect(await readFrom(saying({ state: { ...named, __proto__: 5 } }))).toEqual(named)
    expect(await readFrom(saying({ hello: { ...hello, link: 2 }, dump: once }))).toEqual(named)
  })

  it.each([
    ['hello', null],
    ['hello', { link: '2', board: board.id, name: 'x' }],
    ['hello', { link: 2, board: board.id, name: 'x'.repeat(300) }],
    ['ports', null],
    ['ports', { length: 3 }],
    ['ports', [{ label: 'UART1', number: 1.5 }]],
    ['state', null],
    ['state', []],
    ['state', { a: { b: 1 } }],
    ['state', { a: null }],
  ])('is refused with its question otherwise: %s %j', async (method, result) => {
    await expect(readFrom(saying({ [method]: result }))).rejects.toThrow(`what answers to ${method} is none of a board`)
  })

  it.each<[string, (text: string, socket: Socket) => void]>([
    ['no JSON', (_, socket) => void socket.write('HTTP/1.1 400 Bad Request\r\n\r\n')],
    ['null', (_, socket) => void socket.write('null\n')],
    ['no message of the protocol', (_, socket) => void socket.write('{"id":1,"result":{}}\n')],
    ['an error that says nothing', (_, socket) => void socket.write('{"jsonrpc":"2.0","id":1,"error":5}\n')],
    ['a line without end', (_, socket) => void socket.write('x'.repeat(300 * 1024))],
  ])('is told of as something else where it is %s', async (_, answer) => {
    const read = readFrom(answer)
    await expect(read).rejects.toThrow(NoBoard)
    await expect(read).rejects.toThrow(/something else than a board answers at port \d+/)
  })

  it('is not waited for where it never says anything, and dropping the line is not taken for a board alone', async () => {
    await expect(readFrom(() => undefined)).rejects.toThrow(/says nothing: no board, or one that hangs/)
    await expect(readFrom((_, socket) => void socket.end())).rejects.toThrow(/restarts without end, or something else answers/)
  })
})
