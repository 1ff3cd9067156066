import { randomUUID } from 'node:crypto'
import { afterEach, describe, expect, it } from 'vitest'
import { BuildSession, type PlanAnalyst, type Surroundings } from '../../app/session/build-session'
import {
  NotLedThere,
  SavedElsewhere,
  SaveRefused,
  StepRefused,
  type DocumentServer,
  type Saving,
  type Shelf,
  type Undoable,
  type Unsaved,
} from '../../app/session/document-server'
import { editCheck } from '../../app/session/edit-check'
import { StaleSave } from '../../server/database/builds'
import { saveVersion } from '../../server/database/save-version'
import { NotReplayed, replayed } from '../../server/work/replayed'
import { settle } from '#core/engine'
import { mayDo, replay, type Edit, type Plan } from '#core/plan'
import { freshStore, keptBy, removeStores } from '../helpers/store'

afterEach(removeStores)

const rename = (device: string, name: string): Edit => ({ type: 'device.rename', device, name })
const turn = () => new Promise<void>((resolve) => setTimeout(resolve, 0))

/** The real database behind a way that can be slow and can fail. */
function way() {
  const store = freshStore()
  const { builds } = store
  const held: (() => void)[] = []
  const state = {
    slow: false,
    fault: undefined as Error | undefined,
    lost: false,
    refuses: (_: Edit[]) => false,
    sent: [] as { id: string; saving: Saving<Plan, Edit> }[],
  }
  const pass = () => new Promise<void>((resolve) => (state.slow ? held.push(resolve) : resolve()))
  const server: DocumentServer<Plan, Edit> = {
    load: (id) => {
      const { version } = builds.find(id)!
      return Promise.resolve({ version, document: builds.plan(id, version)! })
    },
    save: async (id, saving) => {
      state.sent.push({ id, saving })
      const { base, document: plan, ...rest } = JSON.parse(JSON.stringify(saving)) as Saving<Plan, Edit>
      const version = { ...rest, plan }
      const { fault } = state
      await pass()
      if (fault) throw fault
      if (state.refuses(version.edits)) throw new StepRefused('a name that is not liked')
      try {
        const made = await saveVersion(keptBy(store), id, base, version, (sent) => Promise.resolve(sent).then(replayed))
        if (state.lost) throw new Error('the answer was lost')
        return made
      } catch (error) {
        if (error instanceof NotReplayed) throw new NotLedThere(error.message)
        if (!(error instanceof StaleSave)) throw error
        const { newest, steps } = error
        throw new SavedElsewhere(
          { version: newest, document: builds.plan(id, newest)! },
          builds.versions(id),
          steps.known,
          steps.since,
        )
      }
    },
  }
  const release = async () => {
    for (const go of held.splice(0)) go()
    await turn()
    await turn()
  }
  return { builds, server, state, release }
}

const check = await editCheck()

/** Timers that run when they are told to. */
function clock() {
  const waiting = new Set<() => void>()
  const later: Surroundings['later'] = (run) => {
    waiting.add(run)
    return () => waiting.delete(run)
  }
  const ring = async () => {
    const due = [...waiting]
    waiting.clear()
    for (const run of due) run()
    await turn()
    await turn()
  }
  return { later, ring }
}

/** A shelf that outlasts a page; what is on it has gone through a structured clone, as in the browser. */
function shelfOf(kept = new Map<string, Unsaved<Plan, Edit>>()): Shelf<Plan, Edit> & { kept: Map<string, Unsaved<Plan, Edit>> } {
  const past = new Map<string, Undoable<Edit>>()
  return {
    remember: (id, steps) => void past.set(id, structuredClone(steps)),
    recall: (id) => Promise.resolve(past.get(id)),
    kept,
    heir: () => () => {},
    keep: (id, unsaved) => void (unsaved ? kept.set(id, structuredClone(unsaved)) : kept.delete(id)),
    take: async (id, sure) => {
      await sure
      const left = kept.get(id)
      kept.delete(id)
      return left
    },
  }
}

/** @param browser pages of one browser share its name */
function around(server: DocumentServer<Plan, Edit>, shelf: Shelf<Plan, Edit> = shelfOf(), browser: string = randomUUID()) {
  const { later, ring } = clock()
  const complaints: string[] = []
  const told: string[] = []
  const idle: PlanAnalyst = {
    settle: () => Promise.resolve(undefined),
    lookLonger: () => Promise.resolve(undefined),
    stop: () => {},
    preview: () => Promise.resolve(undefined),
    end: () => {},
  }
  const surroundings: Surroundings = {
    server,
    analyst: () => idle,
    editCheck: () => check,
    forbids: () => undefined,
    shelf,
    tell: (message) => told.push(message),
    tellDone: (message) => told.push(`done: ${message}`),
    author: () => 'me',
    newId: randomUUID,
    newStepId: () => `${browser}.${randomUUID()}`,
    isOwnStep: (id) => id.startsWith(`${browser}.`),
    later,
    complain: (message) => complaints.push(message),
    changed: () => {},
  }
  return { surroundings, ring, complaints, told }
}

describe('a build session', () => {
  it('saves what is done, in words and as edits that lead there', async () => {
    const { builds, server } = way()
    const { surroundings, ring } = around(server)
    const session = await BuildSession.open('spillway-hex', surroundings)
    const before = builds.plan('spillway-hex', 1)!
    session.edit(rename('gnss', 'Eye'))
    session.edit({ type: 'plan.note', note: 'n' })
    expect(session.state.saveState).toBe('changed')
    await ring()
    expect(session.state).toMatchObject({ saveState: 'saved', version: 2 })
    const [kept] = builds.versions('spillway-hex')
    expect(kept!.steps).toEqual(['Rename GNSS and compass to Eye', 'Change the note'])
    expect(builds.plan('spillway-hex', 2)).toEqual(session.state.plan)
    expect(replay(before, [rename('gnss', 'Eye'), { type: 'plan.note', note: 'n' }])).toEqual(session.state.plan)
  })

  it('keeps to its build: a late answer for one reaches no other', async () => {
    const { builds, server, state, release } = way()
    const { surroundings, ring } = around(server)
    const one = await BuildSession.open('spillway-hex', surroundings)
    state.slow = true
    one.edit(rename('gnss', 'Eye'))
    await ring()
    expect(one.state.saveState).toBe('saving')
    const other = await BuildSession.open('culvert-scout', surroundings)
    void one.detach()
    other.edit(rename('gnss', 'Other eye'))
    await release()
    expect(one.state).toMatchObject({ saveState: 'saved', version: 2 })
    expect(other.state.version).toBe(1)
    await ring()
    await release()
    expect(other.state).toMatchObject({ saveState: 'saved', version: 2 })
    expect(builds.find('culvert-scout')!.version).toBe(2)
    expect(builds.find('spillway-hex')!.version).toBe(2)
  })

  it('keeps to its build: a late conflict of one shows on no other, and waits', async () => {
    const { builds, server, state, release } = way()
    const { surroundings, ring } = around(server)
    const one = await BuildSession.open('spillway-hex', surroundings)
    const rival = await BuildSession.open('spillway-hex', around(server).surroundings)
    rival.edit(rename('camera', 'Theirs'))
    await rival.save()
    state.slow = true
    one.edit(rename('logger', 'Mine'))
    void one.detach()
    const other = await BuildSession.open('culvert-scout', surroundings)
    await release()
    expect(other.state.conflict).toBeUndefined()
    expect(one.state.conflict).toMatchObject({ newest: 2 })
    expect(one.settled).toBe(false)
    await one.settleConflict('merge')
    await ring()
    await release()
    expect(one.settled).toBe(true)
    expect(builds.plan('spillway-hex', 3)!.devices.map(({ name }) => name)).toEqual(expect.arrayContaining(['Theirs', 'Mine']))
    expect(builds.find('culvert-scout')!.version).toBe(1)
  })

  it('never sends two at a time, and sends what came in between after', async () => {
    const { server, state, release } = way()
    const { surroundings, ring } = around(server)
    const session = await BuildSession.open('spillway-hex', surroundings)
    state.slow = true
    session.edit(rename('gnss', 'One'))
    await ring()
    session.edit(rename('gnss', 'Two'))
    session.edit(rename('gnss', 'Three'))
    await ring()
    expect(state.sent).toHaveLength(1)
    await release()
    expect(state.sent.map(({ saving }) => [saving.base, saving.steps.length])).toEqual([
      [1, 1],
      [2, 2],
    ])
    await release()
    expect(session.state).toMatchObject({ saveState: 'saved', version: 3 })
  })

  it('tries again after a failure, and loses nothing, neither edits nor a note', async () => {
    const { builds, server, state } = way()
    const { surroundings, ring } = around(server)
    const session = await BuildSession.open('spillway-hex', surroundings)
    state.fault = new Error('the server does not answer')
    session.edit(rename('gnss', 'One'))
    await session.save('By hand')
    expect(session.state).toMatchObject({ saveState: 'failed', problem: 'not saved: the server does not answer' })
    session.edit(rename('camera', 'Two'))
    state.fault = undefined
    await ring()
    await ring()
    expect(session.state).toMatchObject({ saveState: 'saved', problem: '', version: 3 })
    expect(builds.versions('spillway-hex').slice(0, 2)).toMatchObject([
      { note: '', steps: ['Rename Camera to Two'] },
      { note: 'By hand', steps: ['Rename GNSS and compass to One'] },
    ])
  })

  it.each([
    ['mine', ['Camera', 'Mine'], 'Keep mine over version 2: Rename Flight logger to Mine'],
    ['merge', ['Theirs', 'Mine'], 'Rename Flight logger to Mine'],
  ] as const)('goes on after a conflict with %s, as edits that truly lead from theirs', async (choice, names, step) => {
    const { builds, server } = way()
    const { surroundings, ring } = around(server)
    const rival = await BuildSession.open('spillway-hex', around(server).surroundings)
    const session = await BuildSession.open('spillway-hex', surroundings)
    rival.edit(rename('camera', 'Theirs'))
    await rival.save()
    session.edit(rename('logger', 'Mine'))
    await session.save()
    expect(session.state.saveState).toBe('conflict')
    await session.settleConflict(choice)
    await ring()
    expect(session.state).toMatchObject({ saveState: 'saved', version: 3 })
    expect(builds.plan('spillway-hex', 3)!.devices.map(({ name }) => name)).toEqual(expect.arrayContaining([...names]))
    expect(builds.versions('spillway-hex')[0]!.steps).toEqual([step])
    session.undo()
    await ring()
    expect(session.state).toMatchObject({ saveState: 'saved', version: 4 })
  })

  it('takes theirs after a conflict, and gives mine back by undo', async () => {
    const { builds, server } = way()
    const { surroundings, ring } = around(server)
    const rival = await BuildSession.open('spillway-hex', around(server).surroundings)
    const session = await BuildSession.open('spillway-hex', surroundings)
    rival.edit(rename('camera', 'Theirs'))
    await rival.save()
    session.edit(rename('logger', 'Mine'))
    await session.save()
    await session.settleConflict('theirs')
    expect(session.state).toMatchObject({ saveState: 'saved', version: 2 })
    expect(session.state.plan).toEqual(builds.plan('spillway-hex', 2))
    session.undo()
    await ring()
    expect(builds.plan('spillway-hex', 3)!.devices.map(({ name }) => name)).toEqual(expect.arrayContaining(['Camera', 'Mine']))
  })

  it('sends what it came to as one step, where the server comes to something else by the edits', async () => {
    const { builds, server } = way()
    const forgetful: DocumentServer<Plan, Edit> = {
      ...server,
      save: (id, saving) => server.save(id, saving.edits.length > 1 ? { ...saving, edits: saving.edits.slice(1) } : saving),
    }
    const { surroundings, ring } = around(forgetful)
    const session = await BuildSession.open('spillway-hex', surroundings)
    session.edit(rename('gnss', 'One'))
    session.edit(rename('camera', 'Two'))
    await ring()
    expect(session.state.saveState).toBe('failed')
    await ring()
    expect(session.state).toMatchObject({ saveState: 'saved', version: 2 })
    expect(builds.plan('spillway-hex', 2)).toEqual(session.state.plan)
  })

  it('joins the engine’s answer to the step that it answers, also when that was sent already', async () => {
    const { builds, server, state, release } = way()
    const { surroundings, ring } = around(server)
    let answer: () => void = () => {}
    const slow: PlanAnalyst = {
      settle: (plan) =>
        new Promise((resolve) => {
          answer = () => {
            const { plan: settled, analysis } = settle(plan)
            resolve({ analysis, assignment: settled.assignment, supplies: settled.supplies })
          }
        }),
      lookLonger: () => Promise.resolve(undefined),
      stop: () => {},
      preview: () => Promise.resolve(undefined),
      end: () => {},
    }
    const session = await BuildSession.open('culvert-scout', { ...surroundings, analyst: () => slow })
    void session.attach()
    answer()
    await turn()
    state.slow = true
    session.edit({ type: 'device.remove', device: 'overlay' })
    await ring()
    answer()
    await turn()
    await release()
    await ring()
    await release()
    expect(session.state).toMatchObject({ saveState: 'saved', version: 3 })
    expect(session.state.plan.assignment['logger/log']).toBeDefined()
    expect(builds.plan('culvert-scout', 3)).toEqual(session.state.plan)
    session.undo()
    expect(session.state.plan).toEqual(builds.plan('culvert-scout', 1))
  })

  it('takes what was found by looking longer into the step that it answers, and stands by the best so far when that is stopped', async () => {
    const { builds, server } = way()
    const { surroundings, ring } = around(server)
    const answers: ((found: boolean) => void)[] = []
    let stopped = 0
    const answerOf = (plan: Plan) => {
      const { plan: settled, analysis } = settle(plan)
      return { analysis, assignment: settled.assignment, supplies: settled.supplies }
    }
    const patient: PlanAnalyst = {
      settle: (plan) => Promise.resolve({ ...answerOf(plan), assignment: plan.assignment, supplies: plan.supplies }),
      lookLonger: (plan) => new Promise((resolve) => answers.push((found) => resolve(found ? answerOf(plan) : undefined))),
      stop: () => {
        stopped += 1
        answers.pop()!(false)
      },
      preview: () => Promise.resolve(undefined),
      end: () => {},
    }
    const session = await BuildSession.open('culvert-scout', { ...surroundings, analyst: () => patient })
    await session.attach()
    session.edit({ type: 'device.remove', device: 'overlay' })
    await turn()
    const before = session.state.plan
    const stopping = session.lookLonger()
    expect(session.state.working).toBe(true)
    session.stopLooking()
    await stopping
    expect([stopped, session.state.working, session.state.plan]).toEqual([1, false, before])
    const looking = session.lookLonger()
    answers.pop()!(true)
    await looking
    expect(session.state.working).toBe(false)
    expect(session.state.plan.assignment).not.toEqual(before.assignment)
    await ring()
    expect(builds.plan('culvert-scout', 2)).toEqual(session.state.plan)
    session.undo()
    expect(session.state.plan).toEqual(builds.plan('culvert-scout', 1))
  })

  it('makes no conflict with itself when the answer to a save is lost', async () => {
    const { builds, server, state } = way()
    const { surroundings, ring } = around(server)
    const session = await BuildSession.open('spillway-hex', surroundings)
    state.lost = true
    session.edit(rename('gnss', 'One'))
    await ring()
    expect(session.state).toMatchObject({ saveState: 'failed', version: 1 })
    expect(session.settled).toBe(false)
    session.edit(rename('camera', 'Two'))
    state.lost = false
    await ring()
    await ring()
    expect(session.state).toMatchObject({ saveState: 'saved', version: 3 })
    expect(session.state.conflict).toBeUndefined()
    expect(builds.versions('spillway-hex').map(({ steps }) => steps)).toEqual([
      ['Rename Camera to Two'],
      ['Rename GNSS and compass to One'],
      ['Demo build'],
    ])
  })

  it('refuses an edit that the server would not keep, with its place, and goes on', async () => {
    const { builds, server } = way()
    const { surroundings, ring, complaints } = around(server)
    const session = await BuildSession.open('spillway-hex', surroundings)
    const before = session.state.plan
    session.edit({ type: 'wire.set', wire: 'gnss.tx', set: { gauge: 99_999 } })
    expect(complaints).toEqual([expect.stringContaining('set.gauge')])
    expect(session.state.plan).toBe(before)
    expect(session.settled).toBe(true)
    session.edit(rename('gnss', 'One'))
    await ring()
    expect(builds.find('spillway-hex')!.version).toBe(2)
  })

  it('is not stuck on a save that the server refuses: what was done can be undone', async () => {
    const { builds, server, state } = way()
    const { surroundings, ring } = around(server)
    const session = await BuildSession.open('spillway-hex', surroundings)
    session.edit(rename('gnss', 'One'))
    state.fault = new SaveRefused('a name that is not liked')
    await session.save()
    expect(session.state).toMatchObject({ saveState: 'failed', problem: 'not saved: a name that is not liked' })
    state.fault = undefined
    session.undo()
    session.edit(rename('camera', 'Two'))
    await ring()
    expect(session.state).toMatchObject({ saveState: 'saved', problem: '', version: 2 })
    expect(builds.versions('spillway-hex')[0]!.steps).toEqual(['Rename Camera to Two'])
  })

  it('names the one step that the server does not accept, takes it back with what hangs on it, and saves the rest', async () => {
    const { builds, server, state } = way()
    const { surroundings, ring, complaints } = around(server)
    const session = await BuildSession.open('spillway-hex', surroundings)
    const before = session.state.plan
    state.refuses = (edits) => edits.some((edit) => edit.type === 'device.rename' && edit.name === 'Bad')
    session.edit(rename('gnss', 'Eye'))
    session.edit(rename('camera', 'Bad'))
    session.edit({ type: 'plan.note', note: 'n' })
    for (let turns = 0; turns < 6; turns += 1) await ring()
    expect(complaints).toEqual([
      '“Rename Camera to Bad” was not accepted and is taken back: a name that is not liked. All else is kept.',
    ])
    expect(session.state).toMatchObject({ saveState: 'saved', problem: '', version: 3 })
    const saved = builds.plan('spillway-hex', 3)!
    expect(saved).toEqual(session.state.plan)
    expect(saved.note).toBe('n')
    expect(saved.devices.find(({ id }) => id === 'camera')).toEqual(before.devices.find(({ id }) => id === 'camera'))
    session.undo()
    session.undo()
    expect(session.state.plan).toEqual(before)
    expect(session.state.undoLabel).toBeUndefined()
  })

  it('takes back with it what cannot be done without it', async () => {
    const { server, state } = way()
    const { surroundings, ring, complaints } = around(server)
    const session = await BuildSession.open('spillway-hex', surroundings)
    const before = session.state.plan
    const { definition, ...camera } = before.devices.find(({ id }) => id === 'camera')!
    const device = { ...camera, definition, id: 'second', name: 'Second' }
    state.refuses = (edits) => edits.some(({ type }) => type === 'device.add')
    session.edit({ type: 'device.add', definition: before.definitions.devices[definition]!, protocols: [], device })
    session.edit(rename('second', 'Other'))
    for (let turns = 0; turns < 6; turns += 1) await ring()
    expect(complaints).toHaveLength(1)
    expect(complaints[0]).toContain('taken back too: Rename Second to Other')
    expect(session.state.plan).toEqual(before)
    expect(session.settled).toBe(true)
  })

  it('brings itself up to what another page saved, with nothing of its own unsaved, and undoes it', async () => {
    const { builds, server } = way()
    const one = around(server)
    const two = around(server)
    const mine = await BuildSession.open('spillway-hex', one.surroundings)
    const theirs = await BuildSession.open('spillway-hex', two.surroundings)
    const before = mine.state.plan
    theirs.edit(rename('gnss', 'Eye'))
    await two.ring()
    await mine.bringUp(2)
    expect(mine.state).toMatchObject({ version: 2, saveState: 'saved', plan: theirs.state.plan })
    expect(one.told).toEqual(['Version 2 was made elsewhere; this is it.'])
    await mine.bringUp(2)
    expect(one.told).toHaveLength(1)
    mine.undo()
    await one.ring()
    expect(mine.state).toMatchObject({ version: 3, saveState: 'saved' })
    expect(builds.plan('spillway-hex', 3)).toEqual(before)
    theirs.edit({ type: 'plan.note', note: 'n' })
    await theirs.bringUp(3)
    expect(theirs.state.version).toBe(2)
    expect(theirs.state.plan.note).toBe('n')
  })

  it('can undo after a reload what it did before, as long as nobody else changed the build', async () => {
    const { builds, server } = way()
    const shelf = shelfOf()
    const first = around(server, shelf)
    const one = await BuildSession.open('spillway-hex', first.surroundings)
    const before = one.state.plan
    one.edit(rename('gnss', 'Eye'))
    one.edit(rename('camera', 'Lens'))
    one.undo()
    await first.ring()
    const next = around(server, shelf)
    const two = await BuildSession.open('spillway-hex', next.surroundings)
    expect(two.state).toMatchObject({ undoLabel: 'Rename GNSS and compass to Eye', redoLabel: 'Rename Camera to Lens' })
    two.undo()
    await next.ring()
    expect(two.state.plan).toEqual(before)
    const other = around(server)
    const theirs = await BuildSession.open('spillway-hex', other.surroundings)
    theirs.edit({ type: 'plan.note', note: 'n' })
    await other.ring()
    const late = await BuildSession.open('spillway-hex', around(server, shelf).surroundings)
    expect(late.state.undoLabel).toBeUndefined()
    expect(builds.find('spillway-hex')!.version).toBe(4)
  })

  it('does edits in their order once it can tell whether they may be, and loses none where it cannot', async () => {
    const { builds, server } = way()
    const { surroundings, ring, complaints } = around(server)
    let arrive: () => void = () => {}
    const loading = new Promise<typeof check>((resolve) => (arrive = () => resolve(check)))
    const session = await BuildSession.open('spillway-hex', { ...surroundings, editCheck: () => loading })
    session.edit(rename('gnss', 'One'))
    session.edit(rename('gnss', ''))
    session.edit(rename('gnss', 'Two'))
    expect(session.state.saveState).toBe('saved')
    arrive()
    await turn()
    expect(complaints).toHaveLength(1)
    await ring()
    expect(session.state).toMatchObject({ saveState: 'saved', version: 2, undoLabel: expect.stringContaining('Two') as string })
    expect(builds.plan('spillway-hex', 2)).toEqual(session.state.plan)
    const away = { ...surroundings, editCheck: () => Promise.reject(new Error('the server does not answer')) }
    const other = await BuildSession.open('culvert-scout', away)
    await other.attach()
    other.edit(rename('gnss', 'One'))
    await turn()
    expect(complaints).toHaveLength(1)
    await ring()
    expect(other.state).toMatchObject({ saveState: 'saved', version: 2 })
    expect(builds.plan('culvert-scout', 2)!.devices.find(({ id }) => id === 'gnss')!.name).toBe('One')
  })

  it('says why an edit does not fit', async () => {
    const { server } = way()
    const { surroundings, complaints } = around(server)
    const session = await BuildSession.open('spillway-hex', surroundings)
    session.edit(rename('nobody', 'X'))
    expect(complaints).toEqual(['devices.nobody: no such device in the fit-out'])
    expect(session.settled).toBe(true)
  })
})

describe('what a page could not save before it ended', () => {
  it('is taken up by the next one, saved, and can be undone', async () => {
    const { builds, server, state } = way()
    const shelf = shelfOf()
    const first = around(server, shelf)
    const before = await BuildSession.open('spillway-hex', first.surroundings)
    state.fault = new Error('down')
    before.edit(rename('gnss', 'Eye'))
    before.edit({ type: 'plan.note', note: 'n' })
    await first.ring()
    expect(builds.find('spillway-hex')!.version).toBe(1)

    const away = around({ ...server, load: () => Promise.reject(new Error('down')) }, shelf)
    await expect(BuildSession.open('spillway-hex', away.surroundings)).rejects.toThrow('down')
    expect(shelf.kept.size).toBe(1)

    state.fault = undefined
    const next = around(server, shelf)
    const after = await BuildSession.open('spillway-hex', next.surroundings)
    expect(after.state.plan).toEqual(before.state.plan)
    await next.ring()
    expect(next.told).toEqual(['Unsaved change of this build recovered: Rename GNSS and compass to Eye; Change the note.'])
    expect(after.state).toMatchObject({ saveState: 'saved', version: 2 })
    expect(builds.plan('spillway-hex', 2)).toEqual(before.state.plan)
    expect(shelf.kept.size).toBe(0)
    after.undo()
    after.undo()
    await next.ring()
    expect(builds.plan('spillway-hex', 3)).toEqual(builds.plan('spillway-hex', 1))
  })

  it('makes no second version when it had come in', async () => {
    const { builds, server, state } = way()
    const shelf = shelfOf()
    const first = around(server, shelf)
    const before = await BuildSession.open('spillway-hex', first.surroundings)
    state.lost = true
    before.edit(rename('gnss', 'Eye'))
    await first.ring()
    before.edit({ type: 'plan.note', note: 'n' })
    expect(builds.find('spillway-hex')!.version).toBe(2)

    state.lost = false
    const next = around(server, shelf)
    const after = await BuildSession.open('spillway-hex', next.surroundings)
    await next.ring()
    await next.ring()
    expect(after.state).toMatchObject({ saveState: 'saved', version: 3 })
    expect(builds.versions('spillway-hex').map(({ steps }) => steps[0])).toEqual([
      'Change the note',
      'Rename GNSS and compass to Eye',
      'Demo build',
    ])
  })

  it('asks what becomes of it when somebody else saved meanwhile', async () => {
    const { builds, server, state } = way()
    const shelf = shelfOf()
    const first = around(server, shelf)
    const before = await BuildSession.open('spillway-hex', first.surroundings)
    state.fault = new Error('down')
    before.edit(rename('gnss', 'Eye'))
    await first.ring()
    state.fault = undefined
    const other = around(server)
    const theirs = await BuildSession.open('spillway-hex', other.surroundings)
    theirs.edit(rename('camera', 'Lens'))
    await other.ring()

    const next = around(server, shelf)
    const after = await BuildSession.open('spillway-hex', next.surroundings)
    await next.ring()
    expect(after.state.saveState).toBe('conflict')
    expect(shelf.kept.has('spillway-hex')).toBe(true)
    await after.settleConflict('merge')
    await next.ring()
    const names = builds.plan('spillway-hex', 3)!.devices.map(({ name }) => name)
    expect(names).toEqual(expect.arrayContaining(['Eye', 'Lens']))
  })

  it('is no conflict with oneself when only the page did not hear that it came in, nor a word', async () => {
    const { builds, server } = way()
    const shelf = shelfOf()
    const first = around(server, shelf, 'browser')
    const before = await BuildSession.open('spillway-hex', first.surroundings)
    before.edit(rename('gnss', 'Eye'))
    // As the browser kept it before the save was on its way, whose page then ended.
    const kept = structuredClone(shelf.kept.get('spillway-hex')!)
    await first.ring()
    expect(builds.find('spillway-hex')!.version).toBe(2)
    before.edit({ type: 'plan.note', note: 'n' })
    const more = shelf.kept.get('spillway-hex')!
    shelf.kept.set('spillway-hex', { version: kept.version, pending: [...kept.pending, ...more.pending] })

    const next = around(server, shelf, 'browser')
    const after = await BuildSession.open('spillway-hex', next.surroundings)
    await next.ring()
    await next.ring()
    expect(after.state).toMatchObject({ saveState: 'saved', version: 3 })
    expect(after.state.conflict).toBeUndefined()
    expect(builds.plan('spillway-hex', 3)).toEqual(before.state.plan)
    expect(next.told).toEqual(['Unsaved change of this build recovered: Change the note.'])
    after.undo()
    after.undo()
    await next.ring()
    expect(builds.plan('spillway-hex', 4)).toEqual(builds.plan('spillway-hex', 1))

    shelf.kept.set('spillway-hex', kept)
    const again = around(server, shelf, 'browser')
    const last = await BuildSession.open('spillway-hex', again.surroundings)
    await again.ring()
    expect(last.state).toMatchObject({ saveState: 'saved', version: 4 })
    expect(last.state.plan).toEqual(builds.plan('spillway-hex', 4))
    expect(again.told).toEqual([])
  })

  it('is put together with what another tab of the same browser saved, where the two changed different places', async () => {
    const { builds, server } = way()
    const battery = builds.plan('spillway-hex', 1)!.battery
    const [one, other] = [around(server, shelfOf(), 'browser'), around(server, shelfOf(), 'browser')]
    const mine = await BuildSession.open('spillway-hex', one.surroundings)
    const theirs = await BuildSession.open('spillway-hex', other.surroundings)
    theirs.edit({ type: 'battery.set', battery: { ...battery, capacity: 4321 } })
    await other.ring()
    mine.edit({ type: 'battery.set', battery: { ...battery, rating: 77 } })
    mine.edit(rename('gnss', 'Eye'))
    await one.ring()
    await one.ring()
    expect(mine.state).toMatchObject({ saveState: 'saved', version: 3 })
    // An edit of the whole battery puts nothing back that the other changed in it.
    expect(builds.plan('spillway-hex', 3)!.battery).toMatchObject({ capacity: 4321, rating: 77 })
    expect(mine.state.plan.devices.map(({ name }) => name)).toContain('Eye')
    // What both changed is asked about; what only one did stays as that one has it.
    mine.edit({ type: 'battery.set', battery: { ...battery, capacity: 2222, rating: 77 } })
    await one.ring()
    theirs.edit({ type: 'battery.set', battery: { ...battery, capacity: 1111 } })
    await other.ring()
    expect(theirs.state.saveState).toBe('conflict')
    await theirs.settleConflict('merge')
    await other.ring()
    expect(builds.plan('spillway-hex', 5)!.battery).toMatchObject({ capacity: 1111, rating: 77 })
  })

  it('is gone on with by a tab that has the build open, once the page that left it has ended', async () => {
    const { builds, server } = way()
    const heirs: ((left: Unsaved<Plan, Edit>) => boolean)[] = []
    const shelf: Shelf<Plan, Edit> = { ...shelfOf(), heir: (_, take) => (heirs.push(take), () => {}) }
    const left: Unsaved<Plan, Edit>[] = []
    const kept = around(
      server,
      { ...shelf, keep: (_, unsaved) => void (unsaved && left.push(structuredClone(unsaved))) },
      'browser',
    )
    const closing = await BuildSession.open('spillway-hex', kept.surroundings)
    closing.edit(rename('camera', 'Lens'))
    const here = around(server, shelf, 'browser')
    const session = await BuildSession.open('spillway-hex', here.surroundings)
    await session.attach()
    session.edit({ type: 'plan.note', note: 'n' })
    expect(heirs.at(-1)!(left.at(-1)!)).toBe(true)
    await here.ring()
    await here.ring()
    expect(session.settled).toBe(true)
    const plan = builds.plan('spillway-hex', builds.find('spillway-hex')!.version)!
    expect(plan.note).toBe('n')
    expect(plan.devices.map(({ name }) => name)).toContain('Lens')
    expect(here.told).toEqual(['Unsaved change of this build recovered: Rename Camera to Lens.'])
    // The very steps again, as another tab may have heard of them too: nothing is done twice.
    expect(heirs.at(-1)!(left.at(-1)!)).toBe(true)
    await here.ring()
    await here.ring()
    expect(session.state).toMatchObject({ saveState: 'saved' })
    expect(session.state.conflict).toBeUndefined()
  })

  it('tells what an edit has done only once it is done', async () => {
    const { server } = way()
    const { surroundings, complaints, told } = around(server)
    const session = await BuildSession.open('spillway-hex', surroundings)
    session.edit(rename('gnss', 'Eye'), 'GNSS is the eye.')
    session.edit(rename('nobody', 'Eye'), 'Nobody is the eye.')
    session.edit(rename('gnss', 'Eye'), 'Again.')
    expect(complaints).toHaveLength(1)
    expect(told).toEqual(['done: GNSS is the eye.'])
    expect(session.state.steps).toBe(1)
    session.undo()
    expect(session.state.steps).toBe(0)
  })

  it('is not touched by a reader, who may change nothing', async () => {
    const { builds, server } = way()
    const { surroundings, ring, complaints, told } = around(server)
    const session = await BuildSession.open('spillway-hex', {
      ...surroundings,
      forbids: (edit) => (mayDo('reader', edit) ? undefined : 'as reader you may not change this'),
    })
    session.edit(rename('gnss', 'Eye'), 'GNSS is the eye.')
    await ring()
    expect(complaints).toEqual(['as reader you may not change this'])
    expect(told).toEqual([])
    expect(builds.find('spillway-hex')!.version).toBe(1)
  })
})
