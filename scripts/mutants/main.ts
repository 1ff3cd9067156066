// Changes one operator, constant or condition at a time, in a checkout of its own, runs the tests that have to do with it, and
// prints the changes that no test noticed. `--seed S --count N --files PATTERN --quick`; quick: a run with marks at all places
// tells first which tests come by each, and no others are run for it. What was worked out before and kept has no mark that tells.
import { execFileSync, spawnSync } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { marked, mutantsOf, type Mutant } from './sites'

const { values } = parseArgs({
  options: {
    seed: { type: 'string' },
    count: { type: 'string', default: '40' },
    files: { type: 'string', default: '^(core|server|standin|board-line)/' },
    quick: { type: 'boolean', default: false },
  },
})
const seed = Number(values.seed ?? Math.floor(Math.random() * 1e6))
const count = Number(values.count)
if (!Number.isInteger(seed) || !Number.isInteger(count) || count < 1) throw new Error('--seed and --count are whole numbers')

/** Figures from 0 to 1 by a seed (mulberry32). */
function random(state: number): () => number {
  let at = state
  return () => {
    at = (at + 0x6d2b79f5) | 0
    let mixed = Math.imul(at ^ (at >>> 15), 1 | at)
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296
  }
}

const git = (...rest: string[]) => execFileSync('git', rest, { encoding: 'utf8' }).trim()
const sources = git('ls-files').split('\n')
const wanted = new RegExp(values.files)
const code = sources.filter((file) => wanted.test(file) && /\.ts$/.test(file) && !/(\.test|\.d)\.ts$|\/index\.ts$/.test(file))
const next = random(seed)
const all = code.flatMap(mutantsOf)
const chosen: Mutant[] = Array.from(
  { length: Math.min(count, all.length) },
  () => all.splice(Math.floor(next() * all.length), 1)[0]!,
)
console.log(`seed ${seed}: ${chosen.length} of ${chosen.length + all.length} changes`)

const folder = mkdtempSync(join(tmpdir(), 'mutants-'))
git('worktree', 'add', '-q', '--detach', folder, 'HEAD')
symlinkSync(join(process.cwd(), 'node_modules'), join(folder, 'node_modules'))
execFileSync('npx', ['nuxt', 'prepare'], { cwd: folder, stdio: 'ignore' })
const clean = () => {
  git('worktree', 'remove', '--force', folder)
  rmSync(folder, { recursive: true, force: true })
}
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => {
    clean()
    process.exit(130)
  })

const vitest = (args: string[], env: Record<string, string> = {}) =>
  spawnSync('npx', ['vitest', ...args, '--config', 'scripts/mutants/vitest.config.ts', '--passWithNoTests'], {
    cwd: folder,
    stdio: 'ignore',
    timeout: 900_000,
    killSignal: 'SIGKILL',
    env: { ...process.env, ...env },
  })

/** The test files that come by each of the chosen places, by its number. Threads and programs of their own tell nothing: who starts some is among all of them. */
function testsByPlace(): string[][] {
  const texts = new Map(chosen.map(({ file }) => [file, readFileSync(join(folder, file), 'utf8')]))
  for (const [file, text] of texts) {
    const places = chosen.flatMap(({ file: of, runs }, at) => (of === file && runs ? [{ at, ...runs }] : []))
    writeFileSync(join(folder, file), marked(text, places))
  }
  const told = join(folder, 'mutants-ran.jsonl')
  vitest(['run'], { MUTANTS_RAN: told })
  for (const [file, text] of texts) writeFileSync(join(folder, file), text)
  const lines = readFileSync(told, 'utf8').trim().split('\n')
  const byTest = lines.map((line) => JSON.parse(line) as { test: string; ran: number[] })
  const tests = sources.filter((file) => file.endsWith('.test.ts'))
  const apart = tests.filter((file) => /child_process|worker_threads/.test(readFileSync(join(folder, file), 'utf8')))
  const of = (at: number) => byTest.filter(({ ran }) => ran.includes(at)).map(({ test }) => test.replace(`${folder}/`, ''))
  return chosen.map((_, at) => [...new Set([...of(at), ...apart])])
}

/** The test files that failed, of those that have to do with a file (`related`) or of some (`run`); stops at the first failure. */
function failing(how: 'related' | 'run', files: string[], changed = ''): string[] {
  const report = join(folder, 'mutants-report.json')
  rmSync(report, { force: true })
  const options = ['--run', '--bail', '1', '--reporter', 'json', '--outputFile', report]
  const { status } = vitest([how, ...files, ...options], { MUTANTS_FILE: changed })
  if (status === 0) return []
  // A change that ends no more, or that cannot even be read, leaves no report: it is noticed by everything.
  if (!existsSync(report)) return ['no report']
  const { testResults } = JSON.parse(readFileSync(report, 'utf8')) as { testResults: { name: string; status: string }[] }
  return testResults.filter(({ status }) => status === 'failed').map(({ name }) => name.replace(`${folder}/`, ''))
}

/** Test files that pass without any change: only there does a failure tell anything. */
const sound = new Set<string>(['no report'])
function requireSound(test: string): void {
  if (sound.has(test)) return
  if (failing('run', [test]).length && failing('run', [test]).length) throw new Error(`${test} fails without any change`)
  sound.add(test)
}

const survivors: Mutant[] = []
try {
  const coming = values.quick ? testsByPlace() : []
  for (const [at, mutant] of chosen.entries()) {
    const path = join(folder, mutant.file)
    const text = readFileSync(path, 'utf8')
    writeFileSync(path, text.slice(0, mutant.from) + mutant.after + text.slice(mutant.to))
    const own = mutant.runs && coming[at]
    const failed = own ? failing('run', own, mutant.file) : failing('related', [mutant.file], mutant.file)
    writeFileSync(path, text)
    failed.forEach(requireSound)
    const noticed = failed.length > 0
    const { file, line, before, after } = mutant
    console.log(
      `${String(at + 1).padStart(4)} ${noticed ? 'noticed ' : 'SURVIVED'} ${file}:${line}: ${before.slice(0, 60)} → ${after.slice(0, 60)}`,
    )
    if (!noticed) survivors.push(mutant)
  }
} finally {
  clean()
}
console.log(
  `${survivors.length} of ${chosen.length} survived (${((100 * survivors.length) / chosen.length).toFixed(1)} %), seed ${seed}`,
)
