import { mkdtempSync } from 'node:fs'
import { connect } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, expect, it } from 'vitest'
import { resolvePlan } from '#core/plan'
import { allocated } from '../tests/helpers/plans'
import { factsOf } from './facts'
import { StandInServer } from './server'

let server: StandInServer
let port: number
const asked: string[] = []
beforeEach(async () => {
  const { board } = resolvePlan(allocated('spillway-hex'))
  server = new StandInServer(factsOf(board), join(mkdtempSync(join(tmpdir(), 'standin-')), 'board.json'))
  server.before = (method) => void asked.push(method)
  asked.length = 0
  port = await server.listen()
})
afterEach(() => server.kill())

/** Sends text and gives what comes back until the line is closed, or ended here once there is an answer. */
function sent(text: string): Promise<{ said: string; hungUp: boolean }> {
  return new Promise((resolve) => {
    let said = ''
    let answered = false
    const socket = connect(port, '127.0.0.1', () => socket.write(text))
    socket.on('error', () => undefined)
    socket.on('data', (chunk: Buffer) => {
      said += chunk.toString()
      answered = true
      socket.end()
    })
    socket.on('close', () => resolve({ said, hungUp: !answered }))
  })
}

const message = (method: string, params = {}) => `${JSON.stringify({ jsonrpc: '2.0', id: 1, method, params })}\n`
const set = message('put', { key: 'port.1.rate', value: 9600 })

it('hangs up at the first byte that is not of its own greeting, and carries out nothing of what follows', async () => {
  for (const text of [
    `POST / HTTP/1.1\r\nHost: x\r\n\r\n${message('hello')}${set}`,
    `GET /?${message('hello')} HTTP/1.1\r\n\r\n`,
    ` ${message('hello')}`,
    `\n${message('hello')}`,
    `{"x":1}\n${message('hello')}`,
    `{"jsonrpc":"2.0"}\n${message('hello')}`,
    `{"jsonrpc":"2.0", no JSON\n${message('hello')}`,
    set,
    `[${message('hello').trim()}]\n`,
    '\u0016\u0003\u0001',
  ])
    expect(await sent(text), text.slice(0, 40)).toEqual({ said: '', hungUp: true })
  expect(asked).toEqual([])
})

it('answers who greets it, and hangs up on what is no message later on', async () => {
  expect((await sent(message('hello'))).said).toContain('corran-7')
  expect((await sent(`${message('hello')}${set}`)).said).toContain('"result":true')
  expect(asked).toEqual(['hello', 'hello', 'put'])
  expect((await sent(`${message('hello')}GET / HTTP/1.1\r\n${set}`)).said).not.toContain('"result":true')
  expect(asked).toEqual(['hello', 'hello', 'put', 'hello'])
})
