import { appendFileSync } from 'node:fs'
import { afterAll, expect } from 'vitest'

/** Which marked places a test file runs, a line for each file. */
const ran = new Set<number>()
Object.assign(globalThis, { __ran: ran })
afterAll(() => {
  const { testPath } = expect.getState()
  appendFileSync(process.env.MUTANTS_RAN!, `${JSON.stringify({ test: testPath, ran: [...ran] })}\n`)
})
