import type { Board } from '#core/catalogue'
import type { BoardState, BoardValue } from '#core/settings'
import { askBoard } from './answers'
import { BoardRefused, BoardTrouble, type BoardLink } from './link'

/** The board at the other end is not the one of the plan. */
export class WrongBoard extends BoardTrouble {}

/** What is asked of a board, whatever version of the line it speaks and however it numbers its ports. */
export interface BoardTalk {
  dump(): Promise<BoardState>
  set(key: string, value: BoardValue): Promise<void>
  save(): Promise<void>
  /** The line is gone with it. */
  restart(): Promise<void>
  /** A whole set of settings in place of all there are; what an older board takes only bit by bit it may drop. */
  restore(settings: BoardState): Promise<void>
}

/** Versions of the line that this program speaks. */
const spoken = [1, 2]

/** @throws WrongBoard, BoardRefused for a version that is not known */
export async function greet(link: BoardLink, board: Board): Promise<BoardTalk> {
  const { link: version, board: id, name, rescue } = await askBoard(link, 'hello')
  if (id !== board.id) throw new WrongBoard(`this is ${name}, the plan is for ${board.name}`)
  if (!spoken.includes(version))
    throw new BoardRefused(`${name} speaks version ${version} of the line; this program speaks ${spoken.join(' and ')}`)
  if (rescue) throw new BoardRefused(`${name} is held in its rescue program; it has to be erased first`)
  return version === 1 ? firstVersion(link) : secondVersion(link, board)
}

/** Each setting is asked for by itself, a backup goes back setting by setting. */
function firstVersion(link: BoardLink): BoardTalk {
  const set = async (key: string, value: BoardValue) => void (await askBoard(link, 'set', { key, value }))
  return {
    async dump() {
      const state: BoardState = {}
      for (const key of await askBoard(link, 'list')) state[key] = await askBoard(link, 'get', { key })
      return state
    },
    set,
    save: async () => void (await askBoard(link, 'save')),
    restart: async () => void (await askBoard(link, 'restart')),
    async restore(settings) {
      for (const [key, value] of Object.entries(settings)) await set(key, value)
      await askBoard(link, 'save')
    },
  }
}

/** Ports are known by their labels: their numbers may change with a restart. */
async function secondVersion(link: BoardLink, board: Board): Promise<BoardTalk> {
  const ports = await askBoard(link, 'ports')
  const pairs = board.ports.flatMap(({ label, number }) => {
    const there = ports.find((port) => port.label === label)
    return there ? [[number, there.number] as const] : []
  })
  const outward = new Map(pairs)
  const inward = new Map(pairs.map(([ours, theirs]) => [theirs, ours]))
  const renumbered = (key: string, numbers: Map<number, number>) =>
    key.replace(/^port\.(\d+)\./, (all, number: string) => `port.${numbers.get(Number(number)) ?? number}.`)
  const keysOf = (settings: BoardState, numbers: Map<number, number>): BoardState =>
    Object.fromEntries(Object.entries(settings).map(([key, value]) => [renumbered(key, numbers), value]))
  return {
    dump: async () => keysOf(await askBoard(link, 'dump'), inward),
    set: async (key, value) => void (await askBoard(link, 'set', { key: renumbered(key, outward), value })),
    save: async () => void (await askBoard(link, 'save')),
    restart: async () => void (await askBoard(link, 'restart')),
    restore: async (settings) => void (await askBoard(link, 'restore', { settings: keysOf(settings, outward) })),
  }
}
