// 2 000 plans, of none to all their devices and wires, some of them changed at random, through everything that is made of a
// plan: by halves in two processes. Then the empty, the smallest and the largest through server and command line.
import { spawn, spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { layOut, solveProblem, within } from '#core/allocation'
import { adopt, analyse } from '#core/engine'
import { wiresOf } from '#core/harness'
import { paperParts } from '#core/documents'
import { applyEdit, newPlan, resolvePlan, type Plan } from '#core/plan'
import { InputError, readPlan } from '#core/schema'
import { largestPlan } from '../../tests/helpers/largest'
import { mutate, type Tree } from '../../tests/helpers/mutate'
import { faultsOfOutputs, papersOf, quickOutputs, slowOutputs } from '../../tests/helpers/outputs'
import { drawing } from '../../tests/helpers/random-packing'
import { add, allocated, demo, library } from '../../tests/helpers/plans'
import { put, removeServer, startServer } from '../../tests/browser/servers'
import { tell } from './figures'

const times = Number(process.env.TIMES ?? 2000)
const names = ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const
const sources = [...names.map((name) => allocated(name)), ...names.map((name) => demo(name))]

/** A plan with some of its devices and wires. */
function drawn(seed: number): Plan {
  const draw = drawing(seed)
  let plan = draw.of(sources)
  const keep = draw.of([0, 1, 2, plan.devices.length / 2, plan.devices.length])
  while (plan.devices.length > keep) plan = applyEdit(plan, { type: 'device.remove', device: draw.of(plan.devices).id })
  const off = draw.of([0, 0, 0.3, 1])
  for (const { id } of wiresOf(resolvePlan(plan)))
    if (draw.chance(off)) plan = applyEdit(plan, { type: 'wire.set', wire: id, set: { omitted: true } })
  if (draw.chance(0.5)) return plan
  try {
    return readPlan(mutate(plan as unknown as Tree, seed, 0.5))
  } catch (error) {
    if (error instanceof InputError) return plan
    throw error
  }
}

async function look(seed: number): Promise<string[]> {
  const plan = drawn(seed)
  const outputs = seed % 4 ? quickOutputs : { ...quickOutputs, ...slowOutputs }
  const faults = faultsOfOutputs(plan, outputs, analyse(plan, { maxNodes: 60 }))
  if (seed % 10 === 0) {
    const pdf = await papersOf(plan, seed % 20 ? 'A4' : 'A3')
    if (Buffer.from(pdf.subarray(0, 5)).toString() !== '%PDF-') faults.push('papers are no PDF')
  }
  return faults
}

const part = process.env.PART
if (part !== undefined) {
  for (let seed = 1 + Number(part); seed <= times; seed += 2) {
    const faults = await look(seed).catch((error: Error) => [error.stack ?? error.message])
    if (faults.length) process.stdout.write(`${JSON.stringify({ seed, faults: faults.slice(0, 3) })}\n`)
  }
} else {
  const said = await Promise.all(
    ['0', '1'].map(
      (half) =>
        new Promise<string>((resolve) => {
          let text = ''
          const child = spawn('npx', ['tsx', '--tsconfig', 'tsconfig.tools.json', 'scripts/faults/outputs.ts'], {
            env: { ...process.env, PART: half },
            stdio: ['ignore', 'pipe', 'inherit'],
          })
          child.stdout.on('data', (chunk: Buffer) => (text += chunk.toString()))
          child.once('exit', (code) => resolve(code ? `${text}ended with ${code}\n` : text))
        }),
    ),
  )
  const faults = said.join('').split('\n').filter(Boolean)
  tell(`plans of ${times} that do not go through all outputs`, faults.length, faults.length === 0)
  for (const fault of faults.slice(0, 5)) process.stdout.write(`    ${fault.slice(0, 500)}\n`)

  const folder = mkdtempSync(join(tmpdir(), 'ypodoma-outputs-'))
  const server = await startServer()
  const empty = newPlan('Empty', library.boards['corran-7']!)
  const hex = allocated('spillway-hex')
  const large = largestPlan(60, 240)
  const cases: Record<string, Plan> = {
    empty,
    'one device': applyEdit(empty, add(Object.keys(library.devices)[0]!)),
    'all wires left off': wiresOf(resolvePlan(hex)).reduce(
      (plan, { id }) => applyEdit(plan, { type: 'wire.set', wire: id, set: { omitted: true } }),
      hex,
    ),
    largest: adopt(large, solveProblem(layOut(resolvePlan(large)), large, within(1000, Date.now))),
  }
  const on = { main: true, signal: true, video: true, supply: true, ground: true }
  const off = { main: false, signal: false, video: false, supply: false, ground: false }
  for (const [name, plan] of Object.entries(cases)) {
    const answers: string[] = []
    for (const [paper, layers] of [
      ['A4', on],
      ['A3', off],
    ] as const) {
      const start = performance.now()
      const { status } = await put(server, 'POST', '/api/papers', { plan, parts: Object.keys(paperParts), layers, paper })
      answers.push(`${status} in ${((performance.now() - start) / 1000).toFixed(1)} s`)
    }
    const file = join(folder, 'plan.json')
    writeFileSync(file, JSON.stringify(plan))
    const { status } = spawnSync('npx', ['tsx', '--tsconfig', 'tsconfig.tools.json', 'cli/main.ts', 'draw', file, '--svg', '-'], {
      timeout: 120_000,
      maxBuffer: 64 * 1024 * 1024,
    })
    tell(
      `${name}: papers A4, A3; draw of the command line`,
      `${answers.join(', ')}; exit ${status}`,
      answers.every((each) => each.startsWith('200')) && status === 0,
    )
  }
  await removeServer(server)
  rmSync(folder, { recursive: true })
}
