import { Worker } from 'node:worker_threads'
import nodeEndpoint from 'comlink/dist/esm/node-adapter.mjs'
import { afterEach, describe, expect, it } from 'vitest'
import { Analyst } from '../../app/engine/analyst'
import { EngineClient, EngineEnded, threadAt, type EngineThread } from '../../app/engine/client'
import type { Improvement } from '../../app/engine/draughtsman'
import type { Answer, Explained } from '../../app/engine/engine'
import { plain } from '../../app/engine/parcel'
import { Questions } from '../../app/engine/questions'
import {
  compareBoards,
  compareScores,
  forcePlace,
  gapOf,
  layOut,
  solveProblem,
  loadSolver,
  type BoardFit,
} from '#core/allocation'
import { analyse, settle } from '#core/engine'
import { defaultLayers, drawHarness, drawingFigures, Sheet, wiresOf, type Arrangement, type HarnessDrawing } from '#core/harness'
import { resolvePlan, type Plan } from '#core/plan'
import { bundled } from '../helpers/bundled'
import { drawnPlan } from '../helpers/drawn-plan'
import { lookAlikes } from '../helpers/look-alikes'
import { allocated, demo, library } from '../helpers/plans'

const program = bundled('tests/helpers/engine-worker.ts')
const workers: Worker[] = []
let started = 0

/** The engine on a real thread. */
function thread() {
  started += 1
  const worker = new Worker(program)
  workers.push(worker)
  return threadAt(nodeEndpoint(worker), () => void worker.terminate())
}

afterEach(async () => {
  started = 0
  await Promise.all(workers.splice(0).map((worker) => worker.terminate()))
})

const plan = allocated('culvert-scout')
const analystOn = (start: typeof thread, now?: () => number) => new Analyst(new EngineClient(start), new EngineClient(start), now)

describe('an engine on a thread of its own', () => {
  it('answers what the engine answers here', async () => {
    const client = new EngineClient(thread)
    const { analysis } = await client.ask((engine) => engine.remote.settle(engine.pack(plan)))
    expect(analysis.findings).toEqual(JSON.parse(JSON.stringify(analyse(plan).findings)))
    client.end()
  })

  it('answers the same of a plan that was worked out before, and of others', async () => {
    const client = new EngineClient(thread)
    const other = demo('spillway-hex')
    await client.ask((engine) => engine.remote.workOut(plain(plan)))
    for (const asked of [plan, other]) {
      const { analysis } = await client.ask((engine) => engine.remote.settle(engine.pack(asked)))
      const here = settle(asked).analysis
      expect(analysis.findings).toEqual(plain(here.findings))
      expect(analysis.proposal.assignment).toEqual(plain(here.proposal.assignment))
    }
    client.end()
  })

  it('rejects every question that is under way when it is ended, and starts anew with the next', async () => {
    const client = new EngineClient(thread)
    await client.ask((engine) => engine.remote.settle(engine.pack(plan)))
    const under = [demo('spillway-hex'), plan, plan].map((asked) =>
      client.ask((engine) => engine.remote.settle(engine.pack(asked))),
    )
    const outcomes = Promise.allSettled(under)
    client.end()
    expect((await outcomes).map((outcome) => outcome.status === 'rejected' && outcome.reason instanceof EngineEnded)).toEqual([
      true,
      true,
      true,
    ])
    await expect(client.ask((engine) => engine.remote.settle(engine.pack(plan)))).resolves.toHaveProperty('analysis')
    expect(started).toBe(2)
    client.end()
  })

  it('lets previews and questions end without an answer instead of waiting for ever', async () => {
    const analyst = analystOn(thread)
    const preview = analyst.preview(plan)
    analyst.end()
    expect(await preview).toBeUndefined()
    const questions = new Questions(new EngineClient(thread))
    const ways = questions.alternatives(demo('spillway-hex'), 2)
    questions.stop()
    expect(await ways).toBeUndefined()
  })

  it('drops the answer to a question that was overtaken, and ends its run when it takes long', async () => {
    let now = 0
    const analyst = analystOn(thread, () => now)
    const first = analyst.settle(plan)
    const preview = analyst.preview(plan)
    now = 1000
    const second = analyst.settle(plan)
    expect(await first).toBeUndefined()
    expect(await preview).toBeUndefined()
    expect(await second).toHaveProperty('analysis')
    expect(started).toBe(2)
    analyst.end()
  })

  it('looks longer for a proof when asked to, until it is stopped or overtaken', async () => {
    const analyst = analystOn(thread)
    const { plan: known, analysis } = settle(plan)
    expect((await analyst.lookLonger(plan))!.analysis.proposal).toEqual(plain(analysis.proposal))
    const stopped = analyst.lookLonger(plan)
    analyst.stop()
    expect(await stopped).toBeUndefined()
    // What is only looked at waits for none of it.
    const large = drawnPlan(3, 45, library.boards['morrow-h9']!)
    const long = analyst.lookLonger(large)
    let over = false
    void long.then(() => (over = true))
    expect(await analyst.preview(plan)).toHaveProperty('analysis')
    expect(over).toBe(false)
    analyst.stop()
    expect(await long).toBeUndefined()
    const overtaken = analyst.lookLonger(plan)
    const [first, answer] = await Promise.all([overtaken, analyst.settle(plan)])
    expect(first).toBeUndefined()
    expect(answer!.assignment).toEqual(plain(known.assignment))
    analyst.end()
  })

  it('sends definitions and cells of the grid once, and what comes back is whole', async () => {
    const client = new EngineClient(thread)
    const sizes: number[] = []
    const ask = (asked: Plan) =>
      client.ask(async (engine) => {
        const parcel = engine.pack(asked)
        const back = await engine.remote.settle(parcel)
        sizes.push(JSON.stringify(parcel).length + JSON.stringify(back).length)
        return engine.unpack(back)
      })
    for (const note of ['', 'first', 'second']) {
      const edited = { ...plan, note }
      const { analysis } = await ask(edited)
      expect(analysis.grid).toEqual(JSON.parse(JSON.stringify(analyse(edited).grid)))
    }
    expect(sizes[1]!).toBeLessThan(sizes[0]! / 2)
    expect(sizes[2]!).toBeLessThan(sizes[0]! / 2)
    client.end()
    const anew = await ask(plan)
    expect(anew.analysis.grid).toEqual(JSON.parse(JSON.stringify(analyse(plan).grid)))
    client.end()
  })

  it('gives the best so far at once, with how far it may be off, and then what is proven', async () => {
    const analyst = analystOn(thread)
    const large = drawnPlan(3, 45, library.boards['morrow-h9']!)
    let first: Answer | undefined
    const answer = await analyst.settle(large, (meanwhile) => (first = meanwhile))
    const { proposal } = answer!.analysis
    // On a busy machine the time may not do for the proof: then it says so.
    if (proposal.proven) {
      const whole = solveProblem(layOut(resolvePlan(large)), large, { solver: await loadSolver() })
      expect(proposal.score).toEqual(whole.score)
    } else expect(gapOf(proposal)).toMatch(/^(at most|as much as can be)/)
    expect(first!.analysis.proposal.proven).toBe(false)
    expect(gapOf(first!.analysis.proposal)).toMatch(/^(at most|as much as can be)/)
    expect(compareScores(proposal.score, first!.analysis.proposal.score)).toBeLessThanOrEqual(0)
    analyst.end()
  })

  it('explains the grid in batches, tells only what has changed, and leaves off when asked anew', async () => {
    const questions = new Questions(new EngineClient(thread))
    const keys = analyse(plan).grid.map(({ key }) => key)
    const explain = async (asked: Plan) => {
      const told: Explained = { done: [], changed: {} }
      await questions.explain(asked, keys, ({ done, changed }) => {
        told.done.push(...done)
        Object.assign(told.changed, changed)
      })
      return told
    }
    const first = await explain(plan)
    expect(first.done).toEqual(keys)
    const problem = layOut(resolvePlan(plan))
    const base = solveProblem(problem, plan)
    for (const { key, verdicts } of problem.wants) {
      const cells = verdicts.map(({ place }) => forcePlace(problem, plan, base, key, place))
      expect(first.changed[key]!.map(({ worse, possible }) => ({ worse, possible }))).toEqual(
        cells.map(({ worse, possible }) => ({ worse, possible })),
      )
    }
    const again = await explain({ ...plan, note: 'nothing of it matters' })
    expect(again.done).toEqual(keys)
    expect(Object.keys(again.changed)).toEqual([])
    const [overtaken, last] = await Promise.all([explain({ ...plan, note: 'a' }), explain({ ...plan, note: 'b' })])
    expect(last.done).toEqual(keys)
    expect(overtaken.done.length).toBeLessThanOrEqual(keys.length)
    questions.stop()
  })

  it('leaves a thread that has nothing to do to who asks next, who is told all of it; ends one that is at work', async () => {
    const idle: EngineThread[] = []
    const asker = () =>
      new Questions(
        new EngineClient(
          () => idle.pop() ?? thread(),
          (kept) => idle.push(kept),
        ),
      )
    const keys = analyse(plan).grid.map(({ key }) => key)
    const told = async (questions: Questions) => {
      const known: Explained['changed'] = {}
      await questions.explain(plan, keys, ({ changed }) => void Object.assign(known, changed))
      return known
    }
    const one = asker()
    const first = await told(one)
    expect(Object.keys(first)).toEqual(keys)
    one.stop()
    expect(await told(one)).toEqual({})
    one.leave()
    expect(idle).toHaveLength(1)
    const other = asker()
    expect(await told(other)).toEqual(first)
    expect(started).toBe(1)
    const atWork = other.alternatives(demo('spillway-hex'), 2)
    other.leave()
    expect(await atWork).toBeUndefined()
    expect(idle).toHaveLength(0)
    // Whoever has left, a page that is gone say, gets no answer, and starts no thread that nobody would end.
    expect(await other.alternatives(plan, 2)).toBeUndefined()
    expect([started, idle.length]).toEqual([1, 0])
  })

  it('tells each board it tries once, in their order, and waits for nobody who is told', async () => {
    const questions = new Questions(new EngineClient(thread))
    const many = lookAlikes(library, 40)
    const told: BoardFit[] = []
    let whole = () => {}
    const heard = new Promise<void>((done) => (whole = done))
    await questions.boards(plan, many, (fits) => {
      told.push(...fits)
      if (told.length >= many.length) whole()
      return heard
    })
    expect(told).toEqual(plain([...compareBoards(plan, many)]))
    questions.stop()
  })

  it('draws at once in the arrangement there was, then betters it; never for the worse', async () => {
    const questions = new Questions(new EngineClient(thread))
    const hex = allocated('spillway-hex')
    const cost = ({ wires }: HarnessDrawing) => drawingFigures({ wires }).crossings
    const resolved = resolvePlan(hex)
    const sheet = new Sheet(resolved, wiresOf(resolved), defaultLayers)
    const start = sheet.startingArrangement()
    const improve = async (plan: Plan, from: Arrangement) => {
      const told: Improvement[] = []
      await questions.improve(plan, { layers: defaultLayers }, from, (step) => told.push(step))
      return { shares: told.map(({ share }) => share), better: told.findLast((step) => step.better)?.better }
    }
    const { shares, better } = await improve(hex, start)
    expect(shares).toEqual([...shares].sort((one, other) => one - other))
    expect(shares.at(-1)).toBe(1)
    expect(cost(sheet.draw(better!))).toBeLessThan(cost(sheet.draw(start)))
    expect(cost(sheet.draw(better!))).toBeLessThanOrEqual(cost(drawHarness(resolved, wiresOf(resolved), defaultLayers)))
    const [overtaken, last] = await Promise.all([improve({ ...hex, note: 'x' }, start), improve({ ...hex, note: 'y' }, start)])
    expect(overtaken.shares.at(-1) ?? 0).toBeLessThan(1)
    expect(last.better).toEqual(better)
    questions.stop()
  })
})
