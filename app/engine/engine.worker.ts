import { expose } from 'comlink'
import type { Plan } from '#core/plan'
import { createEngine } from './engine'

const engine = createEngine()
expose(engine)

// Started for a build that is being opened: worked out once before anybody asks, so that the answer is quick then.
const { name: path } = self as unknown as DedicatedWorkerGlobalScope
if (path)
  void fetch(path)
    .then(async (answer) => answer.ok && engine.workOut(((await answer.json()) as { plan: Plan }).plan))
    // Whoever asks for it in earnest is told what is wrong.
    .catch(() => undefined)
