import { mkdirSync, writeFileSync } from 'node:fs'
import { dirname } from 'node:path'
import { resolveBoard } from '#core/catalogue'
import { resolvePlan } from '#core/plan'
import { setupRounds, type LedgerRow } from '#core/settings'
import { BoardRefused, LinkLost, openTcpLink } from '../server/board/link'
import { readSettings, writeSettings, WrongBoard } from '../server/board/write'
import { factsOf } from '../standin/facts'
import { StandInServer } from '../standin/server'
import { allocated } from './commands'
import { shippedLibrary } from './files'
import { print, readPlanFile, Unusable } from './output'

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
}

/** Plays a board of the shipped catalogue until it is ended. @throws Unusable for a board or port that there is not */
export async function serveBoardCommand({ board: id, revision, firmware, port, state }: ServeOptions): Promise<void> {
  const { boards } = shippedLibrary()
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
    const at = await new StandInServer(factsOf(board), state).listen(wanted)
    print(`${board.name} rev ${board.revision} answers at port ${at}; its settings are in ${state} (Ctrl C ends it)`)
  } catch (error) {
    throw new Unusable(`no board can be played at port ${port}: ${(error as Error).message}`)
  }
}

const known = (error: unknown) => error instanceof LinkLost || error instanceof WrongBoard || error instanceof BoardRefused
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
      tell: ({ at: when, text }) => !json && when !== 'set' && print(`· ${when}: ${text}`),
    })
    if (keep) writeFileSync(keep, `${JSON.stringify(backup, null, 2)}\n`)
    if (json) print(JSON.stringify({ backup, rows, refused }, null, 2))
    else rows.forEach((row) => print(oneLine(row)))
    process.exitCode = rows.every(({ agrees }) => agrees) ? 0 : 1
  } catch (error) {
    throw known(error) ? new Unusable((error as Error).message) : error
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
    throw known(error) ? new Unusable((error as Error).message) : error
  }
}
