/**
 * A simulated flight-controller board: it holds settings and does with them as boards do. Its settings come
 * into force with a restart; what is not saved is lost with the power; what conflicts is dropped without a word.
 */
import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs'

type Value = string | number | boolean
type Settings = Record<string, Value>

/** What of a board's definition the stand-in goes by. */
export interface BoardFacts {
  id: string
  name: string
  firmware: string
  ports: {
    number: number
    kind: 'hardware' | 'software' | 'usb'
    minBaud: number
    maxBaud: number
    halfDuplex: boolean
    inverts: boolean
  }[]
  /** Pins that a feature holds until it is moved elsewhere. */
  holders: Record<string, string>
  timers: string[]
}

const portKey = /^port\.(\d+)(?:\.(?:armed|disarmed))?(?:\.(?:tx|rx))?\.(function|rate|inverted|halfDuplex)$/

export class Refused extends Error {}

export class StandInBoard {
  /** What applies since the last restart. */
  private running: Settings = {}
  /** What was saved, to come into force with the next. */
  private saved: Settings = {}
  /** What was sent since. */
  private pending: Settings = {}

  /** Power on. @param file where it keeps what is saved; what cannot be read there counts as nothing */
  constructor(
    readonly facts: BoardFacts,
    private readonly file: string,
  ) {
    const { running = {}, saved = {} } = this.stored()
    this.running = running
    this.saved = saved
    this.restart()
  }

  private stored(): { running?: Settings; saved?: Settings } {
    if (!existsSync(this.file)) return {}
    try {
      return JSON.parse(readFileSync(this.file, 'utf8')) as { running?: Settings; saved?: Settings }
    } catch {
      return {}
    }
  }

  /** In one step: it is there whole or not at all. */
  private store(): void {
    writeFileSync(`${this.file}.new`, JSON.stringify({ running: this.running, saved: this.saved }))
    renameSync(`${this.file}.new`, this.file)
  }

  /** Takes a value for later. Ports that are not there yet take nothing and say nothing. @throws Refused for a key that no board has */
  set(key: string, value: Value): void {
    const port = portKey.exec(key)
    if (port) {
      const found = this.facts.ports.find(({ number }) => number === Number(port[1]))
      if (!found) throw new Refused(`there is no port ${port[1]}`)
      if (found.kind === 'software' && this.running['software-ports'] !== true) return
      this.pending[key] = port[2] === 'rate' ? Math.min(found.maxBaud, Math.max(found.minBaud, Number(value))) : value
      return
    }
    if (!this.knows(key)) throw new Refused(`there is no setting ${key}`)
    this.pending[key] = value
  }

  private knows(key: string): boolean {
    const pin = /^pin\.(.+)\.owner$/.exec(key)?.[1]
    const timer = /^timer\.(.+)\.rate$/.exec(key)?.[1]
    if (pin !== undefined) return this.facts.holders[pin] !== undefined
    if (timer !== undefined) return this.facts.timers.includes(timer)
    return key === 'software-ports' || key.startsWith('feature.') || /^output\.\d+\.motor$/.test(key)
  }

  /** Keeps what was sent. */
  save(): void {
    this.saved = { ...this.saved, ...this.pending }
    this.pending = {}
    this.store()
  }

  /** Starts anew with what is saved; what was not is gone. */
  restart(): void {
    this.pending = {}
    this.running = this.saved = this.inForce(this.saved)
    this.store()
  }

  /** What of saved settings comes into force. */
  private inForce(saved: Settings): Settings {
    const kept = { ...saved }
    for (const [key, value] of Object.entries(saved)) {
      const port = portKey.exec(key)
      const found = port && this.facts.ports.find(({ number }) => number === Number(port[1]))
      if (found && port[2] === 'halfDuplex' && value === true && !found.halfDuplex) delete kept[key]
      if (found && port[2] === 'inverted' && value === true && !found.inverts) delete kept[key]
      const pin = /^pin\.(.+)\.owner$/.exec(key)?.[1]
      // Freed first, then claimed: who claims a pin that is still held gets nothing.
      if (pin !== undefined && value !== 'none' && this.running[key] !== 'none' && this.running[key] !== value) delete kept[key]
    }
    return kept
  }

  /** All settings in force, with those of pins that nobody has moved. */
  dump(): Settings {
    const held = Object.fromEntries(Object.entries(this.facts.holders).map(([pin, feature]) => [`pin.${pin}.owner`, feature]))
    return { ...held, ...this.running }
  }

  /** Takes a whole set of settings, as a backup holds it, in place of all there are. */
  restore(settings: Settings): void {
    this.running = this.saved = settings
    this.pending = {}
    this.store()
  }
}
