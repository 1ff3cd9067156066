import { mkdirSync, writeFileSync } from 'node:fs'
import { dirname } from 'node:path'
import { resolveBoard, type Board } from '#core/catalogue'
import { resolvePlan } from '#core/plan'
import { protocols, recognise, recognisePulses, type Found, type PulseReading } from '#core/protocols'
import { setupRounds, type LedgerRow } from '#core/settings'
import { formatShare } from '#core/units'
import { askBoard } from '../board-line/answers'
import { BoardTrouble, openTcpLink, type BoardLink } from '../board-line/link'
import { greet } from '../board-line/talk'
import { readSettings, rescueBoard, writeSettings } from '../board-line/write'
import type { Habits } from '../standin/board'
import { factsOf } from '../standin/facts'
import { StandInServer } from '../standin/server'
import { allocated } from './commands'
import { shippedLibrary } from './files'
import { print, readBackupFile, readPlanFile, Unusable } from './output'

/** @throws Unusable unless it is a port, or 0 where any will do */
function readPort(text: string, lowest = 1): number {
  const port = Number(text)
  if (!Number.isInteger(port) || port < lowest || port > 65_535) throw new Unusable(`--port ${text} is no port number`)
  return port
}

interface ServeOptions {
  board: string
  revision?: string
  firmware?: string
  port: string
  state: string
  renumbers?: string
  older?: boolean
  loopsAt?: string
}

/** Ways of some boards that the stand-in is to have. @throws Unusable */
function readHabits({ renumbers, older, loopsAt }: ServeOptions): Habits {
  const shift = Number(renumbers ?? 0)
  if (!Number.isInteger(shift) || shift < 0 || shift > 100)
    throw new Unusable(`--renumbers ${renumbers} is no whole number up to 100`)
  const [key, text] = loopsAt?.split('=') ?? []
  if (loopsAt !== undefined && (!key || text === undefined)) throw new Unusable(`--loops-at ${loopsAt} is not KEY=VALUE`)
  const value =
    text === 'true' ? true : text === 'false' ? false : text?.trim() && Number.isFinite(Number(text)) ? Number(text) : text
  return {
    ...(shift && { renumbers: shift }),
    ...(older && { speaks: 1 as const }),
    ...(key && value !== undefined && { loopsAt: { key, value } }),
  }
}

/** Plays a board of the shipped catalogue until it is ended. @throws Unusable for a board or port that there is not */
export async function serveBoardCommand(options: ServeOptions): Promise<void> {
  const { board: id, revision, firmware, port, state } = options
  const { boards, protocols: definitions } = shippedLibrary()
  const definition = boards[id]
  if (!definition) throw new Unusable(`--board ${id}: the catalogue has ${Object.keys(boards).join(', ')}`)
  const newest = (versions: object) => Object.keys(versions).at(-1)!
  let board
  try {
    board = resolveBoard(definition, revision ?? newest(definition.revisions), firmware ?? newest(definition.firmwares))
  } catch (error) {
    throw new Unusable((error as Error).message)
  }
  const wanted = readPort(port, 0)
  try {
    mkdirSync(dirname(state), { recursive: true })
    const at = await new StandInServer(factsOf(board, definitions), state, readHabits(options)).listen(wanted)
    print(`${board.name} rev ${board.revision} answers at port ${at}; its settings are in ${state} (Ctrl C ends it)`)
  } catch (error) {
    throw new Unusable(`no board can be played at port ${port}: ${(error as Error).message}`)
  }
}

const oneLine = ({ key, intended, written, kept, agrees, rule, why }: LedgerRow) =>
  `${agrees ? '=' : '≠'} ${key}: intended ${intended}, written ${written ?? 'nothing'}, kept ${kept ?? 'nothing'}${why ? ` [${rule}: ${why}]` : ''}`

interface LinkOptions {
  port: string
  json?: boolean
}

/** Writes a plan's settings to a board and prints the ledger; exit code 1 when something was not kept. @throws Unusable */
export async function writeBoardCommand(
  file: string,
  { port, json, backup: keep }: LinkOptions & { backup?: string },
): Promise<void> {
  const { plan } = await allocated(readPlanFile(file))
  const resolved = resolvePlan(plan)
  const at = readPort(port)
  try {
    const { rows, backup, refused } = await writeSettings({
      open: () => openTcpLink(at),
      board: resolved.board,
      rounds: setupRounds(resolved),
      tell: ({ at: when, text, backup: taken }) => {
        // At once: what comes after may fail.
        if (keep && taken) writeFileSync(keep, `${JSON.stringify(taken, null, 2)}\n`)
        if (!json && when !== 'set') print(`· ${when}: ${text}`)
      },
    })
    if (json) print(JSON.stringify({ backup, rows, refused }, null, 2))
    else rows.forEach((row) => print(oneLine(row)))
    process.exitCode = rows.every(({ agrees }) => agrees) ? 0 : 1
  } catch (error) {
    throw error instanceof BoardTrouble ? new Unusable(error.message) : error
  }
}

/** Prints what a board has. @throws Unusable */
export async function readBoardCommand(file: string, { port, json }: LinkOptions): Promise<void> {
  const { board } = resolvePlan(readPlanFile(file))
  const at = readPort(port)
  try {
    const state = await readSettings({ open: () => openTcpLink(at), board })
    if (json) print(JSON.stringify(state, null, 2))
    else for (const [key, value] of Object.entries(state)) print(`${key}: ${value}`)
  } catch (error) {
    throw error instanceof BoardTrouble ? new Unusable(error.message) : error
  }
}

/** Rescues a board that restarts without end: erases it, and puts back the backup that a file holds. @throws Unusable */
export async function rescueBoardCommand(file: string, { port, backup }: { port: string; backup?: string }): Promise<void> {
  const { board } = resolvePlan(readPlanFile(file))
  const at = readPort(port)
  try {
    const settings = backup === undefined ? undefined : readBackupFile(backup)
    await rescueBoard({ open: () => openTcpLink(at), board, tell: ({ at: when, text }) => print(`· ${when}: ${text}`) }, settings)
  } catch (error) {
    throw error instanceof BoardTrouble ? new Unusable(error.message) : error
  }
}

/** Listens at a port or a pad of a board, says what is spoken or pulsed there, and shows it. @throws Unusable */
export async function hearBoardCommand(
  file: string,
  { port, json, at: label, toDevice }: LinkOptions & { at: string; toDevice?: boolean },
): Promise<void> {
  const { board } = resolvePlan(readPlanFile(file))
  const isNamed = (each: { id: string; label: string }) => each.id === label || each.label === label
  const found = board.ports.find(isNamed)
  const pad = board.pads.find((each) => each.kind === 'signal' && isNamed(each))
  if (!found && !pad)
    throw new Unusable(`--at ${label}: ${board.name} has ${board.ports.map(({ id }) => id).join(', ')}, and its pads`)
  const link = await openTcpLink(readPort(port)).catch((error: Error) => {
    throw new Unusable(error.message)
  })
  try {
    await greet(link, board)
    if (!found) return await hearPad(link, pad!, json)
    const direction = toDevice ? 'to-device' : 'from-device'
    // A board may number its ports otherwise now than its definition does.
    const { number = found.number } = (await askBoard(link, 'ports')).find((port) => port.label === found.label) ?? {}
    const bytes = await askBoard(link, 'hear', { port: number, seconds: 1, direction })
    const [first] = recognise(Uint8Array.from(bytes))
    if (json)
      return print(JSON.stringify({ bytes: bytes.length, protocol: first?.protocol ?? null, found: first?.found ?? [] }, null, 2))
    if (!first) return print(bytes.length ? `${bytes.length} bytes of no protocol that is known` : 'Nothing is said.')
    const { name } = protocols[first.protocol]
    print(`${name}: ${first.found.length} messages in ${bytes.length} bytes, ${formatShare(first.share)} of them explained`)
    for (const each of first.found.slice(0, mostShown)) print(oneFound(each))
    if (first.found.length > mostShown) print(`… and ${first.found.length - mostShown} more`)
  } catch (error) {
    throw error instanceof BoardTrouble ? new Unusable(error.message) : error
  } finally {
    link.close()
  }
}

async function hearPad(link: BoardLink, { id, label }: Board['pads'][number], json?: boolean): Promise<void> {
  const edges = await askBoard(link, 'pulses', { pad: id })
  const reading = recognisePulses(edges)
  if (json) return print(JSON.stringify({ edges: edges.length, reading: reading ?? null }, null, 2))
  if (!reading) return print(edges.length ? `${edges.length} edges of no signal that is known` : `Pad ${label} is still.`)
  const { kind, ...what } = reading
  print(`Pad ${label}: ${pulseWords[kind]}, ${edges.length} edges: ${JSON.stringify(what)}`)
}

const pulseWords: Record<PulseReading['kind'], string> = {
  throttle: 'throttle burst',
  lights: 'light data',
  train: 'pulse train',
  servo: 'servo pulses',
}
const mostShown = 12
const longestLine = 120
function oneFound(found: Found<unknown>): string {
  const text = found.kind === 'message' ? JSON.stringify(found.message) : `refused: ${found.why}`
  return `${String(found.at).padStart(6)}  ${text.length > longestLine ? `${text.slice(0, longestLine)}…` : text}`
}
