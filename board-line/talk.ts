import type { Board } from '#core/catalogue'
import { formerKey, presentKey, type BoardState, type BoardValue } from '#core/settings'
import { askBoard } from './answers'
import { BoardRefused, BoardTrouble, type BoardLink } from './link'

/** The board at the other end is not the one of the plan. */
export class WrongBoard extends BoardTrouble {}

/** What is asked of a board, whatever version of the line it speaks and however it numbers its ports. */
export interface BoardTalk {
  /** All settings in force. */
  state(): Promise<BoardState>
  put(key: string, value: BoardValue): Promise<void>
  keep(): Promise<void>
  /** The line is gone with it. */
  restart(): Promise<void>
  /** A whole set of settings in place of all there are; what an older board takes only bit by bit it may drop. */
  replace(settings: BoardState): Promise<void>
}

/** Versions of the line that this program speaks. */
const spoken = [1, 2, 3]

/** @throws WrongBoard, BoardRefused for a version that is not known */
export async function greet(link: BoardLink, board: Board): Promise<BoardTalk> {
  const { link: version, board: id, name, rescue } = await askBoard(link, 'hello')
  if (id !== board.id) throw new WrongBoard(`this is ${name}, the plan is for ${board.name}`)
  if (!spoken.includes(version))
    throw new BoardRefused(
      `${name} speaks version ${version} of the line; this program speaks ${spoken.slice(0, -1).join(', ')} and ${spoken.at(-1)}`,
    )
  if (rescue) throw new BoardRefused(`${name} is held in its rescue program; it has to be erased first`)
  if (version === 1) return firstVersion(link)
  const words = version === 2 ? wordsOfSecond : wordsOfThird
  return laterVersion(link, board, words)
}

/** Each setting is asked for by itself, a backup goes back setting by setting. */
function firstVersion(link: BoardLink): BoardTalk {
  const put = async (key: string, value: BoardValue) => void (await askBoard(link, 'set', { key: formerKey(key), value }))
  const keep = async () => void (await askBoard(link, 'save'))
  return {
    async state() {
      const state: BoardState = {}
      for (const key of await askBoard(link, 'list')) state[presentKey(key)] = await askBoard(link, 'get', { key })
      return state
    },
    put,
    keep,
    restart: async () => void (await askBoard(link, 'restart')),
    async replace(settings) {
      for (const [key, value] of Object.entries(settings)) await put(key, value)
      await keep()
    },
  }
}

/** What a version calls what is asked, and a key. */
interface Words {
  state: 'state' | 'dump'
  put: 'put' | 'set'
  keep: 'keep' | 'save'
  replace: 'replace' | 'restore'
  outward: (key: string) => string
}

const wordsOfSecond: Words = { state: 'dump', put: 'set', keep: 'save', replace: 'restore', outward: formerKey }
const wordsOfThird: Words = { state: 'state', put: 'put', keep: 'keep', replace: 'replace', outward: (key) => key }

/** Ports are known by their labels: their numbers may change with a restart. */
async function laterVersion(link: BoardLink, board: Board, words: Words): Promise<BoardTalk> {
  const ports = await askBoard(link, 'ports')
  const pairs = board.ports.flatMap(({ label, number }) => {
    const there = ports.find((port) => port.label === label)
    return there ? [[number, there.number] as const] : []
  })
  const outward = new Map(pairs)
  const inward = new Map(pairs.map(([ours, theirs]) => [theirs, ours]))
  const renumbered = (key: string, numbers: Map<number, number>) =>
    key.replace(/^port\.(\d+)\./, (all, number: string) => `port.${numbers.get(Number(number)) ?? number}.`)
  const outwards = (key: string) => words.outward(renumbered(key, outward))
  const keysOf = (settings: BoardState, named: (key: string) => string): BoardState =>
    Object.fromEntries(Object.entries(settings).map(([key, value]) => [named(key), value]))
  return {
    state: async () => keysOf(await askBoard(link, words.state), (key) => renumbered(presentKey(key), inward)),
    put: async (key, value) => void (await askBoard(link, words.put, { key: outwards(key), value })),
    keep: async () => void (await askBoard(link, words.keep)),
    restart: async () => void (await askBoard(link, 'restart')),
    replace: async (settings) => void (await askBoard(link, words.replace, { settings: keysOf(settings, outwards) })),
  }
}
