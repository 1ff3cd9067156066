import { randomUUID } from 'node:crypto'
import { afterEach, describe, expect, it } from 'vitest'
import { DefinitionSession } from '../../app/session/definition-session'
import {
  SavedElsewhere,
  SaveRefused,
  type DocumentServer,
  type Shelf,
  type Undoable,
  type Unsaved,
} from '../../app/session/document-server'
import type { DocumentSurroundings } from '../../app/session/document-session'
import { StaleDefinition } from '../../server/database/definitions'
import { editBetween, type DefinitionEdit, type EditableDefinition } from '#core/catalogue'
import { InputError, readDefinition } from '#core/schema'
import { library } from '../helpers/plans'
import { freshStore, removeStores } from '../helpers/store'

afterEach(removeStores)

type Server = DocumentServer<EditableDefinition, DefinitionEdit>
type Around = DocumentSurroundings<EditableDefinition, DefinitionEdit>
const id = 'device/merlow-n1'
const shipped = library.devices['merlow-n1']!

/** The real database; it refuses what no definition can be, as the server does. */
function way() {
  const { catalogue } = freshStore()
  const sent: EditableDefinition[] = []
  const now = () => {
    const found = catalogue.find('device', 'merlow-n1')
    return { version: found?.version ?? 0, document: (found?.definition ?? shipped) as EditableDefinition }
  }
  const server: Server = {
    load: () => Promise.resolve(now()),
    save: (_, { document, base, author, note }) => {
      sent.push(document)
      try {
        const read = readDefinition(JSON.parse(JSON.stringify(document)))
        return Promise.resolve({ version: catalogue.save(read, base, { author, note }), again: false })
      } catch (error) {
        if (error instanceof InputError) return Promise.reject(new SaveRefused(error.message))
        if (!(error instanceof StaleDefinition)) return Promise.reject(error as Error)
        return Promise.reject(new SavedElsewhere(now(), []))
      }
    },
  }
  return { server, sent, now }
}

function shelfOf(): Shelf<EditableDefinition, DefinitionEdit> & {
  kept: Map<string, Unsaved<EditableDefinition, DefinitionEdit>>
} {
  const kept = new Map<string, Unsaved<EditableDefinition, DefinitionEdit>>()
  const past = new Map<string, Undoable<DefinitionEdit>>()
  return {
    kept,
    keep: (of, unsaved) => void (unsaved ? kept.set(of, structuredClone(unsaved)) : kept.delete(of)),
    take: (of) => Promise.resolve(kept.get(of)),
    heir: () => () => {},
    remember: (of, steps) => void past.set(of, structuredClone(steps)),
    recall: (of) => Promise.resolve(past.get(of)),
  }
}

function opened(server: Server, shelf = shelfOf(), forbids: Around['forbids'] = () => undefined) {
  const told: string[] = []
  const timers: (() => void)[] = []
  const session = DefinitionSession.open(id, {
    server,
    shelf,
    forbids,
    editCheck: () => () => {},
    author: () => 'me',
    newId: randomUUID,
    newStepId: randomUUID,
    isOwnStep: () => false,
    later: (run) => (timers.push(run), () => {}),
    tell: (message) => told.push(message),
    tellDone: () => {},
    complain: (message) => told.push(message),
    changed: () => {},
  })
  return { session, told, timers, shelf }
}

const heavier = (session: DefinitionSession, mass: unknown) => {
  const { document } = session.state
  session.edit(editBetween(document, { ...document, mass } as EditableDefinition))
}

describe('an opened definition', () => {
  it('is saved when that is asked for, and not before', async () => {
    const { server, sent, now } = way()
    const { session: opening, timers } = opened(server)
    const session = await opening
    heavier(session, 7)
    heavier(session, 8)
    expect([session.state.saveState, timers.length, sent.length]).toEqual(['changed', 0, 0])
    await session.save()
    expect(now()).toMatchObject({ version: 1, document: { mass: 8 } })
    expect(session.state).toMatchObject({ version: 1, saveState: 'saved', saved: { mass: 8 } })
  })

  it('is as it was saved once all is taken back, also differences that take something away', async () => {
    const { server } = way()
    const session = await opened(server).session
    const { document } = session.state
    if (document.kind !== 'device') throw new Error('no device')
    const small = { name: 'small', note: '', differences: { terminals: { rx: null }, mass: 2 } }
    session.edit(editBetween(document, { ...document, variants: { ...document.variants, small } }))
    expect(session.state.document).toMatchObject({ variants: { small: { differences: { terminals: { rx: null } } } } })
    session.undo()
    expect(session.state.document).toEqual(document)
    expect(session.state.saveState).toBe('saved')
    session.redo()
    expect(session.state.document).toMatchObject({ variants: { small } })
  })

  it('is gone on with after a reload, with what was done to it, and dropped where that is wished', async () => {
    const { server } = way()
    const { session: opening, shelf } = opened(server)
    const session = await opening
    heavier(session, 9)
    session.detach(false)
    const again = opened(server, shelf)
    const next = await again.session
    expect(next.state).toMatchObject({ document: { mass: 9 }, saveState: 'changed' })
    expect(again.told).toEqual(['Unsaved change of this definition recovered: change mass.'])
    next.undo()
    expect(next.state.document).toEqual(shipped)
    heavier(next, 10)
    next.detach(true)
    expect((await opened(server, shelf).session).state.document).toEqual(shipped)
  })

  it('keeps what the server refuses, and says why', async () => {
    const { server, now } = way()
    const session = await opened(server).session
    heavier(session, 'heavy')
    await session.save()
    expect(session.state).toMatchObject({ saveState: 'failed', document: { mass: 'heavy' } })
    expect(session.state.problem).toMatch(/mass.*number/)
    expect(now().version).toBe(0)
  })

  it('is not changed by who may not', async () => {
    const { session: opening, told } = opened(way().server, shelfOf(), () => 'as reader you may not')
    const session = await opening
    heavier(session, 3)
    expect([session.state.document, told]).toEqual([shipped, ['as reader you may not']])
  })

  it.each([
    ['merge', { mass: 5, maker: 'Theirs' }],
    ['mine', { mass: 5, maker: shipped.maker }],
    ['theirs', { mass: shipped.mass, maker: 'Theirs' }],
  ] as const)('asks what becomes of it where another saved first: %s', async (choice, becomes) => {
    const { server, now } = way()
    const [mine, theirs] = await Promise.all([opened(server).session, opened(server).session])
    theirs.edit(editBetween(shipped, { ...shipped, maker: 'Theirs' }))
    await theirs.save()
    heavier(mine, 5)
    await mine.save()
    expect(mine.state.conflict).toMatchObject({ newest: 1, places: [] })
    await mine.settleConflict(choice)
    await mine.save()
    expect(mine.state.document).toMatchObject(becomes)
    expect(now().document).toMatchObject(becomes)
  })

  it('names the places that both changed', async () => {
    const { server } = way()
    const [mine, theirs] = await Promise.all([opened(server).session, opened(server).session])
    heavier(theirs, 6)
    await theirs.save()
    heavier(mine, 5)
    await mine.save()
    expect(mine.state.conflict!.places).toEqual(['mass'])
  })
})
