import { createConnection, type Socket } from 'node:net'

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

/** The board answered that it will not. */
export class BoardRefused extends BoardTrouble {}

interface Answer {
  id?: number
  result?: unknown
  error?: { message: string }
}

/** Milliseconds after which an answer is not waited for any longer. */
const patience = 5000

/** Opens a line of JSON-RPC 2.0, one message a line, to a loopback port. @throws LinkLost */
export async function openTcpLink(port: number): Promise<BoardLink> {
  const socket = createConnection({ port, host: '127.0.0.1' })
  await new Promise<void>((done, fail) => {
    socket.once('connect', done)
    socket.once('error', (error) => fail(new LinkLost(`no board answers at port ${port}: ${error.message}`)))
  })
  return new TcpLink(socket)
}

class TcpLink implements BoardLink {
  private next = 1
  private rest = ''
  private readonly waiting = new Map<number, { done: (value: unknown) => void; fail: (error: Error) => void }>()

  constructor(private readonly socket: Socket) {
    socket.setEncoding('utf8')
    socket.on('error', () => undefined)
    socket.on('close', () => this.failAll(new LinkLost('the line to the board is gone')))
    socket.on('data', (text: string) => {
      const lines = (this.rest + text).split('\n')
      this.rest = lines.pop()!
      for (const line of lines) this.take(line)
    })
  }

  call(method: string, params: Record<string, unknown> = {}): Promise<unknown> {
    if (this.socket.destroyed) return Promise.reject(new LinkLost('the line to the board is gone'))
    const id = this.next++
    return new Promise((done, fail) => {
      const timer = setTimeout(() => {
        this.waiting.delete(id)
        fail(new LinkLost(`the board does not answer to ${method}`))
        this.socket.destroy()
      }, patience)
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
    let answer: Answer
    try {
      answer = JSON.parse(line) as Answer
    } catch {
      return
    }
    const waiting = this.waiting.get(answer.id ?? -1)
    if (!waiting) return
    this.waiting.delete(answer.id!)
    if (answer.error) waiting.fail(new BoardRefused(answer.error.message))
    else waiting.done(answer.result)
  }

  private failAll(error: Error): void {
    for (const { fail } of this.waiting.values()) fail(error)
    this.waiting.clear()
  }
}
