// Ten editors on one definition, ten changes each, through the server.
import type { BoardDefinition } from '#core/catalogue'
import { mergeValues } from '#core/editing'
import { library } from '../../tests/helpers/plans'
import { ask, put, removeServer, startServer } from '../../tests/browser/servers'
import { tell } from './figures'

const board = library.boards['corran-7']!
const path = '/api/definitions/board/corran-7'
const server = await startServer({ YPODOMA_DEMO: 'off' })
const pads = Object.keys(board.pads).slice(0, 10)
let saves = 0
let clashes = 0

async function edit(pad: string, who: number): Promise<void> {
  let base = 0
  let known: BoardDefinition = board
  for (let turn = 1; turn <= 10; turn += 1) {
    let mine = structuredClone(known)
    mine.pads[pad]!.label = `${who}.${turn}`
    for (;;) {
      const { status, text } = await put(server, 'PUT', path, { definition: mine, base, author: `editor ${who}` })
      if (status === 200) {
        base = (JSON.parse(text) as { version: number }).version
        known = mine
        saves += 1
        break
      }
      if (status !== 409) throw new Error(text)
      clashes += 1
      const theirs = JSON.parse(text) as { newest: number; definition: BoardDefinition }
      mine = mergeValues(known, mine, theirs.definition).value
      known = theirs.definition
      base = theirs.newest
    }
  }
}

await Promise.all(pads.map(edit))
const { boards } = JSON.parse((await ask(server, { path: '/api/catalogue' })).text) as { boards: Record<string, BoardDefinition> }
const there = pads.filter((pad, who) => boards['corran-7']!.pads[pad]!.label === `${who}.10`).length
const versions = JSON.parse((await ask(server, { path: `${path}/versions?limit=200` })).text) as unknown[]
tell('saves acknowledged', saves, saves === 100)
tell('clashes settled', clashes)
tell('editors whose last change stands', there, there === 10)
tell('versions in the history', versions.length, versions.length === 100)
await removeServer(server)
