/** The stand-in's line: JSON-RPC 2.0, one message a line, on a loopback socket. docs/board-link.md holds the protocol. */
import { createServer, type Server, type Socket } from 'node:net'
import { formerKey, presentKey, withPresentKeys } from '#core/settings'
import { StandInDisplay } from './display'
import { heardAt, longestHearing, spokenAt } from './lines'
import { pulsesAt } from './pulses'
import { Refused, StandInBoard, type BoardFacts, type Habits, type Settings, type Value } from './board'

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
  private display?: StandInDisplay
  /** Called before each request is answered; tests cut the line or the power there. */
  before?: (method: string) => void

  constructor(
    private readonly facts: BoardFacts,
    private readonly file: string,
    private readonly habits: Habits = {},
  ) {
    this.board = new StandInBoard(facts, file, habits)
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
    this.board = new StandInBoard(this.facts, this.file, this.habits)
  }

  /**
   * Hangs up at the first byte that is not of the line's own greeting: a page of any site can send to a loopback
   * port, and what it sends begins with its own request, never with this.
   */
  private attend(socket: Socket): void {
    this.sockets.add(socket)
    let rest = ''
    let greeted = false
    socket.setEncoding('utf8')
    socket.on('error', () => undefined)
    socket.on('close', () => this.sockets.delete(socket))
    socket.on('data', (text: string) => {
      rest += text
      if (rest.length > longestLine || (!greeted && !isGreetingSoFar(rest))) return void socket.destroy()
      const lines = rest.split('\n')
      rest = lines.pop()!
      for (const line of lines) {
        if (socket.destroyed) return
        const request = requestIn(line)
        if (!request || (!greeted && !opening.has(request.method))) return void socket.destroy()
        greeted = true
        this.answer(socket, request)
      }
    })
  }

  private answer(socket: Socket, request: Request): void {
    const { id = null, method, params } = request
    if (typeof method !== 'string') return this.say(socket, { id, error: { code: -32600, message: 'names no method' } })
    this.before?.(method)
    if (socket.destroyed) return
    // Between one start and the next it hears only who wants to rescue it.
    if (this.board.mode === 'loops' && method !== 'rescue') return void socket.destroy()
    try {
      this.say(socket, { id, result: this.carryOut(method, (params ?? {}) as Record<string, unknown>) })
    } catch (error) {
      const code = error instanceof Refused ? -32602 : -32603
      this.say(socket, { id, error: { code, message: (error as Error).message } })
    }
    // The line drops with the restart, as it does on USB.
    if (method === 'restart' || method === 'erase') socket.end()
  }

  private carryOut(method: string, params: Record<string, unknown>): unknown {
    const { id, name, firmware } = this.facts
    const { speaks = 3 } = this.habits
    if (method === 'hello')
      return { link: speaks, board: id, name, firmware, ...(this.board.mode === 'rescue' && { rescue: true }) }
    if (method === 'rescue') this.board.mode = 'rescue'
    if (method === 'rescue') return true
    if (this.board.mode === 'rescue' && method !== 'erase') throw new Refused('in rescue there is only erase')
    const known = { ...this.always, ...this.versions[speaks] }[method]
    if (!known) throw new Refused(`there is no method ${method}`)
    return known(params) ?? true
  }

  /** What every version of the line knows. */
  private readonly always: Record<string, (params: Record<string, unknown>) => unknown> = {
    restart: () => this.board.restart(),
    erase: () => this.board.erase(),
    display: ({ columns, rows, bytes }) => {
      if (!isCount(columns) || !isCount(rows) || !Array.isArray(bytes)) throw new Refused('display wants columns, rows and bytes')
      if (this.display?.columns !== columns || this.display.rows !== rows) this.display = new StandInDisplay(columns, rows)
      return this.display.take(bytes.map(Number))
    },
  }

  private put(key: unknown, value: unknown, method: string): void {
    if (typeof key !== 'string' || !isValue(value)) throw new Refused(`${method} wants a key and a value`)
    this.board.put(presentKey(key), value)
  }

  private replace(settings: unknown, method: string): void {
    if (typeof settings !== 'object' || settings === null) throw new Refused(`${method} wants settings`)
    this.board.replace(withPresentKeys(settings as Settings))
  }

  /** As the first two versions have them. */
  private formerState(): Settings {
    return Object.fromEntries(Object.entries(this.board.state()).map(([key, value]) => [formerKey(key), value]))
  }

  /** How the first two versions put and keep. */
  private readonly former: typeof this.always = {
    set: ({ key, value }) => this.put(key, value, 'set'),
    save: () => this.board.keep(),
  }

  /** What came with the second version. */
  private readonly since2: typeof this.always = {
    ports: () => this.board.ports(),
    hear: ({ port, seconds, direction }) => {
      const way = direction === 'to-device' ? direction : 'from-device'
      if (!isCount(port) && port !== 0) throw new Refused('hear wants the number of a port')
      if (typeof seconds !== 'number' || !(seconds > 0 && seconds <= longestHearing))
        throw new Refused(`hear wants seconds up to ${longestHearing}`)
      const spoken = spokenAt(this.facts, this.board.state(), Number(port), way)
      return spoken ? [...heardAt(spoken.id, spoken.baud, way, seconds)] : []
    },
    pulses: ({ pad }) => {
      if (typeof pad !== 'string' || !this.facts.pads.some(({ id }) => id === pad))
        throw new Refused('pulses wants the id of a pad')
      return pulsesAt(this.facts, this.board.state(), pad)
    },
  }

  /** What each version knows beside that. */
  private readonly versions: Record<1 | 2 | 3, typeof this.always> = {
    1: {
      ...this.former,
      list: () => Object.keys(this.formerState()),
      get: ({ key }) => {
        const value = this.formerState()[String(key)]
        if (value === undefined) throw new Refused(`there is no setting ${String(key)}`)
        return value
      },
    },
    2: {
      ...this.former,
      ...this.since2,
      dump: () => this.formerState(),
      restore: ({ settings }) => this.replace(settings, 'restore'),
    },
    3: {
      ...this.since2,
      state: () => this.board.state(),
      put: ({ key, value }) => this.put(key, value, 'put'),
      keep: () => this.board.keep(),
      replace: ({ settings }) => this.replace(settings, 'replace'),
    },
  }

  private say(socket: Socket, message: object): void {
    socket.write(`${JSON.stringify({ jsonrpc: '2.0', ...message })}\n`)
  }
}

/** How every message of the line begins, and what may be asked before anything else. */
const beginning = '{"jsonrpc":"2.0"'
const opening: ReadonlySet<unknown> = new Set(['hello', 'rescue'])

function isGreetingSoFar(text: string): boolean {
  const length = Math.min(text.length, beginning.length)
  return text.slice(0, length) === beginning.slice(0, length)
}

/** A message of the line; nothing for any other text. */
function requestIn(line: string): Request | undefined {
  try {
    const request = JSON.parse(line) as unknown
    return typeof request === 'object' && request !== null && !Array.isArray(request) ? (request as Request) : undefined
  } catch {
    return undefined
  }
}

const isCount = (value: unknown): value is number => Number.isInteger(value) && Number(value) > 0 && Number(value) <= 200
const isValue = (value: unknown): value is Value => ['string', 'number', 'boolean'].includes(typeof value)
