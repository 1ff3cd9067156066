import { Worker } from 'node:worker_threads'
import nodeEndpoint from 'comlink/dist/esm/node-adapter.mjs'
import { afterEach, describe, expect, it } from 'vitest'
import { Analyst } from '../../app/engine/analyst'
import { EngineClient, EngineEnded } from '../../app/engine/client'
import { Questions } from '../../app/engine/questions'
import { analyse } from '#core/engine'
import { defaultLayers } from '#core/harness'
import { allocated, demo } from '../helpers/plans'

const workers: Worker[] = []
let started = 0

/** The engine on a real thread. */
function thread() {
  started += 1
  const worker = new Worker(new URL('../helpers/engine-worker.mjs', import.meta.url))
  workers.push(worker)
  return { endpoint: nodeEndpoint(worker), end: () => void worker.terminate() }
}

afterEach(async () => {
  started = 0
  await Promise.all(workers.splice(0).map((worker) => worker.terminate()))
})

const plan = allocated('culvert-scout')

describe('an engine on a thread of its own', () => {
  it('answers what the engine answers here', async () => {
    const client = new EngineClient(thread)
    const { analysis } = await client.ask((engine) => engine.settle(plan))
    expect(analysis.findings).toEqual(JSON.parse(JSON.stringify(analyse(plan).findings)))
    client.end()
  })

  it('rejects every question that is under way when it is ended, and starts anew with the next', async () => {
    const client = new EngineClient(thread)
    await client.ask((engine) => engine.settle(plan))
    const under = [demo('spillway-hex'), plan, plan].map((asked) => client.ask((engine) => engine.settle(asked)))
    const outcomes = Promise.allSettled(under)
    client.end()
    expect((await outcomes).map((outcome) => outcome.status === 'rejected' && outcome.reason instanceof EngineEnded)).toEqual([
      true,
      true,
      true,
    ])
    await expect(client.ask((engine) => engine.settle(plan))).resolves.toHaveProperty('analysis')
    expect(started).toBe(2)
    client.end()
  })

  it('lets previews and questions end without an answer instead of waiting for ever', async () => {
    const analyst = new Analyst(new EngineClient(thread))
    const preview = analyst.preview(plan)
    analyst.end()
    expect(await preview).toBeUndefined()
    const questions = new Questions(new EngineClient(thread))
    const drawing = questions.draw(demo('spillway-hex'), defaultLayers)
    questions.stop()
    expect(await drawing).toBeUndefined()
  })

  it('drops the answer to a question that was overtaken, and ends its run when it takes long', async () => {
    let now = 0
    const analyst = new Analyst(new EngineClient(thread), () => now)
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
})
