/**
 * A simulated flight-controller board: it holds settings and does with them as boards do. Its settings come
 * into force with a restart; what is not saved is lost with the power; what conflicts is dropped without a word.
 */
import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs'
import { exclusionOf, withPresentKeys } from '#core/settings'

export type Value = string | number | boolean
export type Settings = Record<string, Value>

/** What of a board's definition the stand-in goes by. */
export interface BoardFacts {
  id: string
  name: string
  firmware: string
  ports: {
    id: string
    label: string
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
  /** What each pad can do with pulses. */
  pads: { id: string; pin?: string; uses: string[]; timer?: string; output?: number }[]
  /** The function a port is set to so that it speaks a protocol, by the protocol's id. */
  functions: Record<string, string>
  /** Features of which only one can be on. */
  exclusions: { features: readonly string[] }[]
}

/** Ways of some boards, to be met before a real one does the same. */
export interface Habits {
  /** It restarts without end once this is saved, until it is rescued and erased. */
  loopsAt?: { key: string; value: Value }
  /** Its hardware ports have numbers higher by so much while software ports are on. */
  renumbers?: number
  /** It speaks an older version of the line. */
  speaks?: 1 | 2
}

const portKey = /^port\.(\d+)(?:\.(?:armed|disarmed))?(?:\.(?:tx|rx))?\.(function|rate|inverted|halfDuplex)$/

export class Refused extends Error {}

export class StandInBoard {
  /** Running, restarting without end, or held in its rescue program. */
  mode: 'runs' | 'loops' | 'rescue' = 'runs'
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
    readonly habits: Habits = {},
  ) {
    const { running = {}, saved = {} } = this.stored()
    this.running = withPresentKeys(running)
    this.saved = withPresentKeys(saved)
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

  /** Its ports as they are numbered now. */
  ports(): { label: string; number: number }[] {
    return this.facts.ports.map(({ label, number, kind }) => ({ label, number: number + this.shift(kind) }))
  }

  private shift(kind: BoardFacts['ports'][number]['kind']): number {
    return kind === 'hardware' && this.running['software-ports'] === true ? (this.habits.renumbers ?? 0) : 0
  }

  /** A key with the number of its port as it is now, by the number that it had at first, or the other way round. */
  private renumbered(key: string, inward: boolean): string {
    const number = portKey.exec(key)?.[1]
    if (number === undefined) return key
    const found = this.facts.ports.find((port) => port.number + (inward ? this.shift(port.kind) : 0) === Number(number))
    if (!found) return inward ? key.replace(`port.${number}.`, 'port.none.') : key
    return key.replace(`port.${number}.`, `port.${found.number + (inward ? 0 : this.shift(found.kind))}.`)
  }

  /** Takes a value for later. Ports that are not there yet take nothing and say nothing. @throws Refused for a key that no board has */
  put(named: string, value: Value): void {
    const key = this.renumbered(named, true)
    const port = portKey.exec(key)
    if (port) {
      const found = this.facts.ports.find(({ number }) => number === Number(port[1]))!
      if (found.kind === 'software' && this.running['software-ports'] !== true) return
      this.pending[key] = port[2] === 'rate' ? Math.min(found.maxBaud, Math.max(found.minBaud, Number(value))) : value
      return
    }
    if (portKey.test(named)) throw new Refused(`there is no port ${portKey.exec(named)![1]}`)
    if (!this.knows(key)) throw new Refused(`there is no setting ${key}`)
    this.pending[key] = value
  }

  private knows(key: string): boolean {
    const pin = /^pin\.(.+)\.owner$/.exec(key)?.[1]
    const timer = /^timer\.(.+)\.rate$/.exec(key)?.[1]
    if (pin !== undefined) return this.facts.holders[pin] !== undefined
    if (timer !== undefined) return this.facts.timers.includes(timer)
    return (
      ['software-ports', 'receiver.type', 'scale.voltage', 'scale.current'].includes(key) ||
      key.startsWith('enabled.') ||
      /^(output\.\d+\.motor|range\.[\w-]+|source\.[\w-]+|lights\.[\w-]+\.brightness)$/.test(key)
    )
  }

  /** Keeps what was sent. */
  keep(): void {
    this.saved = { ...this.saved, ...this.pending }
    this.pending = {}
    this.store()
  }

  /** Starts anew with what is saved; what was not is gone. */
  restart(): void {
    this.pending = {}
    const { loopsAt } = this.habits
    this.mode = loopsAt && this.saved[loopsAt.key] === loopsAt.value ? 'loops' : 'runs'
    if (this.mode === 'loops') return
    this.running = this.saved = this.inForce(this.saved)
    this.store()
  }

  /** Back to how it was made, as its rescue program does. */
  erase(): void {
    this.running = this.saved = {}
    this.restart()
  }

  /** What of saved settings comes into force. */
  private inForce(saved: Settings): Settings {
    const kept: Settings = {}
    for (const [key, value] of Object.entries(saved)) if (this.keeps(key, value, kept)) kept[key] = value
    return kept
  }

  private keeps(key: string, value: Value, kept: Settings): boolean {
    const port = portKey.exec(key)
    const found = port && this.facts.ports.find(({ number }) => number === Number(port[1]))
    if (found && port[2] === 'halfDuplex' && value === true && !found.halfDuplex) return false
    if (found && port[2] === 'inverted' && value === true && !found.inverts) return false
    if (exclusionOf(this.facts, key, value, kept)) return false
    const pin = /^pin\.(.+)\.owner$/.exec(key)?.[1]
    // Freed first, then claimed: who claims a pin that is still held gets nothing.
    return pin === undefined || value === 'none' || this.running[key] === 'none' || this.running[key] === value
  }

  /** All settings in force, with those of pins that nobody has moved. */
  state(): Settings {
    const held = Object.fromEntries(Object.entries(this.facts.holders).map(([pin, feature]) => [`pin.${pin}.owner`, feature]))
    return Object.fromEntries(
      Object.entries({ ...held, ...this.running }).map(([key, value]) => [this.renumbered(key, false), value]),
    )
  }

  /** Takes a whole set of settings, as a backup holds it, in place of all there are. */
  replace(settings: Settings): void {
    this.running = this.saved = Object.fromEntries(
      Object.entries(settings).map(([key, value]) => [this.renumbered(key, true), value]),
    )
    this.pending = {}
    this.store()
  }
}
