/** The stand-in's line: JSON-RPC 2.0, one message a line, on a loopback socket. docs/board-link.md holds the protocol. */
import { createServer, type Server, type Socket } from 'node:net'
import { Refused, StandInBoard, type BoardFacts } from './board'

interface Request {
  id?: number | string | null
  method?: unknown
  params?: unknown
}

const longestLine = 1024 * 1024

export class StandInServer {
  private server?: Server
  private readonly sockets = new Set<Socket>()
  private board: StandInBoard
  /** Called before each request is answered; tests cut the line or the power there. */
  before?: (method: string) => void

  constructor(
    private readonly facts: BoardFacts,
    private readonly file: string,
  ) {
    this.board = new StandInBoard(facts, file)
  }

  /** @param port 0 takes any that is free @returns the port */
  async listen(port = 0): Promise<number> {
    const server = createServer((socket) => this.attend(socket))
    this.server = server
    await new Promise<void>((done, fail) => server.once('error', fail).listen(port, '127.0.0.1', done))
    const address = server.address()
    return typeof address === 'object' && address ? address.port : port
  }

  /** Cuts the power: the line is gone, and what was not saved. */
  async kill(): Promise<void> {
    for (const socket of this.sockets) socket.destroy()
    this.sockets.clear()
    const { server } = this
    this.server = undefined
    if (server) await new Promise((done) => server.close(done))
    this.board = new StandInBoard(this.facts, this.file)
  }

  private attend(socket: Socket): void {
    this.sockets.add(socket)
    let rest = ''
    socket.setEncoding('utf8')
    socket.on('error', () => undefined)
    socket.on('close', () => this.sockets.delete(socket))
    socket.on('data', (text: string) => {
      rest += text
      if (rest.length > longestLine) return socket.destroy()
      const lines = rest.split('\n')
      rest = lines.pop()!
      for (const line of lines) if (line.trim()) this.answer(socket, line)
    })
  }

  private answer(socket: Socket, line: string): void {
    let request: Request
    try {
      request = JSON.parse(line) as Request
    } catch {
      return this.say(socket, { id: null, error: { code: -32700, message: 'is no JSON' } })
    }
    const { id = null, method, params } = request
    if (typeof method !== 'string') return this.say(socket, { id, error: { code: -32600, message: 'names no method' } })
    this.before?.(method)
    if (socket.destroyed) return
    try {
      this.say(socket, { id, result: this.carryOut(method, (params ?? {}) as Record<string, unknown>) })
    } catch (error) {
      const code = error instanceof Refused ? -32602 : -32603
      this.say(socket, { id, error: { code, message: (error as Error).message } })
    }
    // The line drops with the restart, as it does on USB.
    if (method === 'restart') socket.end()
  }

  private carryOut(method: string, { key, value, settings }: Record<string, unknown>): unknown {
    const { id, name, firmware } = this.facts
    switch (method) {
      case 'hello':
        return { link: 1, board: id, name, firmware }
      case 'dump':
        return this.board.dump()
      case 'set':
        if (typeof key !== 'string' || !['string', 'number', 'boolean'].includes(typeof value))
          throw new Refused('set wants a key and a value')
        this.board.set(key, value as string)
        return true
      case 'save':
        this.board.save()
        return true
      case 'restart':
        this.board.restart()
        return true
      case 'restore':
        if (typeof settings !== 'object' || settings === null) throw new Refused('restore wants settings')
        this.board.restore(settings as Record<string, string>)
        return true
      default:
        throw new Refused(`there is no method ${method}`)
    }
  }

  private say(socket: Socket, message: object): void {
    socket.write(`${JSON.stringify({ jsonrpc: '2.0', ...message })}\n`)
  }
}
