import { createConnection, type Socket } from 'node:net'
import Joi from 'joi'

/** The line to a board: a request, and its answer. Whatever speaks like this can take the stand-in's place. */
export interface BoardLink {
  /** @throws LinkLost when the line is gone, BoardRefused when the board says no */
  call(method: string, params?: Record<string, unknown>): Promise<unknown>
  close(): void
}

/** What goes wrong with a board and its line, in words for the user. */
export class BoardTrouble extends Error {}

/** The line to a board is gone, or never was. */
export class LinkLost extends BoardTrouble {}

/** Something answers at the port that does not speak as a board does, or says nothing. */
export class NoBoard extends BoardTrouble {}

/** The board answered that it will not. */
export class BoardRefused extends BoardTrouble {}

interface Answer {
  id?: unknown
  result?: unknown
  error?: { message: string }
}

const envelope = Joi.object({
  jsonrpc: Joi.valid('2.0').required(),
  id: Joi.any(),
  result: Joi.any(),
  error: Joi.object({ message: Joi.string().max(2000).required() }).unknown(),
}).unknown()

/** Milliseconds after which an answer is not waited for any longer. */
const answerTimeout = 3000
/** Most characters of a line: what all settings of a board take, several times over. */
const longestLine = 256 * 1024

/** Opens a line of JSON-RPC 2.0, one message a line, to a loopback port. @throws LinkLost */
export async function openTcpLink(port: number): Promise<BoardLink> {
  const socket = createConnection({ port, host: '127.0.0.1' })
  await new Promise<void>((done, fail) => {
    socket.once('connect', done)
    socket.once('error', (error) => fail(new LinkLost(`no board answers at port ${port}: ${error.message}`)))
  })
  return new TcpLink(socket, port)
}

class TcpLink implements BoardLink {
  private next = 1
  private rest = ''
  private readonly waiting = new Map<number, { done: (value: unknown) => void; fail: (error: Error) => void }>()

  /** It has spoken as a board does. */
  private heard = false

  constructor(
    private readonly socket: Socket,
    private readonly port: number,
  ) {
    socket.setEncoding('utf8')
    socket.on('error', () => undefined)
    socket.on('close', () => this.failAll(new LinkLost('the line to the board is gone')))
    socket.on('data', (text: string) => {
      const end = text.indexOf('\n')
      if (this.rest.length + (end < 0 ? text.length : end) > longestLine)
        return this.refuse(`a line of more than ${longestLine / 1024} kB`)
      const lines = (this.rest + text).split('\n')
      this.rest = lines.pop()!
      for (const line of lines) if (!this.socket.destroyed) this.take(line)
    })
  }

  /** What is at the other end is none, and is not listened to any more. */
  private refuse(what: string): void {
    this.rest = ''
    this.failAll(new NoBoard(`something else than a board answers at port ${this.port}: ${what}`))
    this.socket.destroy()
  }

  call(method: string, params: Record<string, unknown> = {}): Promise<unknown> {
    if (this.socket.destroyed) return Promise.reject(new LinkLost('the line to the board is gone'))
    const id = this.next++
    return new Promise((done, fail) => {
      const timer = setTimeout(() => {
        this.waiting.delete(id)
        const silent = `what answers at port ${this.port} says nothing: no board, or one that hangs`
        fail(this.heard ? new LinkLost(`the board does not answer to ${method}`) : new NoBoard(silent))
        this.socket.destroy()
      }, answerTimeout)
      this.waiting.set(id, {
        done: (value) => (clearTimeout(timer), done(value)),
        fail: (error) => (clearTimeout(timer), fail(error)),
      })
      this.socket.write(`${JSON.stringify({ jsonrpc: '2.0', id, method, params })}\n`)
    })
  }

  close(): void {
    this.socket.destroy()
  }

  private take(line: string): void {
    if (!line.trim()) return
    let answer: Answer
    try {
      answer = JSON.parse(line) as Answer
    } catch {
      return this.refuse('what it says is no JSON')
    }
    if (envelope.validate(answer, { convert: false }).error) return this.refuse('what it says is no JSON-RPC 2.0')
    this.heard = true
    const id = Number(answer.id)
    const waiting = this.waiting.get(id)
    if (!waiting) return
    this.waiting.delete(id)
    if (answer.error) waiting.fail(new BoardRefused(answer.error.message))
    else waiting.done(answer.result)
  }

  private failAll(error: Error): void {
    for (const { fail } of this.waiting.values()) fail(error)
    this.waiting.clear()
  }
}
