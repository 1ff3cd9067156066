import type { Pin, Terminal } from '../catalogue'
import { formatVolts, type Volts } from '../units'
import { impossible, type Fact } from './fact'

/** One end of a signal wire: what it drives when it talks, and what it bears when it listens. */
export interface LevelEnd {
  name: string
  drives?: Volts
  bears?: Volts
}

/** A device's terminal as the end of a wire. */
export function terminalLevels(terminal: Terminal | undefined, name: string): LevelEnd {
  const talks = terminal?.direction === 'out' || terminal?.direction === 'both'
  return {
    name,
    drives: talks ? terminal.high : undefined,
    bears: terminal?.direction === 'out' ? undefined : terminal?.maxIn,
  }
}

/** A pin of the board as the end of a wire; it does not drive against a terminal that only talks. */
export function pinLevels(pin: Pin | undefined, terminal: Terminal | undefined, name: string): LevelEnd {
  return { name, drives: terminal?.direction === 'out' ? undefined : pin?.level, bears: pin?.maxIn }
}

/** Which end of a wire drives more than the other bears. */
export function overdrives(one: LevelEnd, other: LevelEnd): { from: LevelEnd; to: LevelEnd; text: string }[] {
  return [...overdrive(one, other), ...overdrive(other, one)]
}

function overdrive(from: LevelEnd, to: LevelEnd): { from: LevelEnd; to: LevelEnd; text: string }[] {
  if (from.drives === undefined || to.bears === undefined || from.drives <= to.bears) return []
  const text = `${from.name} drives ${formatVolts(from.drives)} into ${to.name}, which accepts up to ${formatVolts(to.bears)}`
  return [{ from, to, text }]
}

/** Facts of a terminal wired to a pin. */
export function levelFacts(terminal: Terminal | undefined, pin: Pin | undefined, name: string): Fact[] {
  if (!terminal || !pin || !canOverdrive(terminal, pin)) return []
  return overdrives(terminalLevels(terminal, terminal.label), pinLevels(pin, terminal, name)).map(({ text }) =>
    impossible('LVL-01', text, 'stop'),
  )
}

/** Whether any level of one is above what the other bears, whichever way the wire is used. */
function canOverdrive({ high = 0, maxIn = Infinity }: Terminal, pin: Pin): boolean {
  return high > pin.maxIn || pin.level > maxIn
}
