// Everything that is checked, from nothing: installs, types, rules of style and layout, unit tests, build, browser tests.
import { spawn } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { build, installPackages, ready, root, run, say } from './lib/setup.mjs'

let passed = 0
let failed = 0
let tests = 0

/** Runs a command to its end, and says how it went; several may run side by side. */
async function step(name, command, args) {
  const start = Date.now()
  const child = spawn(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] })
  const output = []
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (part) => output.push(part))
  const status = await new Promise((done) => {
    child.once('error', (error) => {
      output.push(Buffer.from(error.message))
      done(-1)
    })
    child.once('close', done)
  })
  if (status === 0) passed += 1
  else {
    failed += 1
    process.stdout.write(`${Buffer.concat(output)}\n`)
  }
  say(`${name}: ${status === 0 ? 'well' : 'FAILED'}, ${((Date.now() - start) / 1000).toFixed(0)} s`)
}

function count(name, file, read) {
  if (!existsSync(file)) {
    say(`  ${name} left no results`)
    failed += 1
    return
  }
  const { good, bad } = read(JSON.parse(readFileSync(file, 'utf8')))
  passed += good
  failed += bad
  tests += good + bad
  say(`  ${name}: ${good} passed, ${bad} failed`)
}

async function browserTests() {
  const data = mkdtempSync(join(tmpdir(), 'ypodoma-test-'))
  const port = 4391
  const server = spawn(process.execPath, [join(root, '.output/server/index.mjs')], {
    env: {
      ...process.env,
      NITRO_HOST: '127.0.0.1',
      HOST: '127.0.0.1',
      NITRO_PORT: String(port),
      PORT: String(port),
      YPODOMA_DATA: data,
    },
    stdio: ['ignore', 'ignore', 'inherit'],
  })
  const address = `http://127.0.0.1:${port}`
  if (!(await ready(address))) {
    failed += 1
    say('  the server did not start')
  } else {
    const results = join(root, '.cache/browser-results.json')
    rmSync(results, { force: true })
    const code = await new Promise((done) => {
      spawn('npx', ['playwright', 'test'], {
        cwd: root,
        stdio: 'inherit',
        env: { ...process.env, YPODOMA_ADDRESS: address },
      }).once('exit', done)
    })
    count('browser tests', results, ({ stats }) => {
      if (stats.flaky) say(`  ${stats.flaky} needed a second try`)
      return { good: stats.expected + stats.flaky, bad: stats.unexpected }
    })
    // Ended before its time, it may have counted nothing.
    if (code !== 0 && failed === 0) failed += 1
  }
  server.kill()
  rmSync(data, { recursive: true, force: true })
}

/** What takes long on a new machine and is wanted only later, seen to beside other work. */
const ensured = (what) =>
  new Promise((done) => {
    spawn(process.execPath, [join(root, 'scripts/ensure.mjs'), what], { stdio: 'inherit' }).once('exit', done)
  })

const browser = ensured('browser')
installPackages()
const binding = ensured('binding')
await step('Preparing types', 'npm', ['run', '-s', 'prepare:types'])
say('Checking types, style and layout')
await Promise.all([
  (async () => {
    await step('Types of core, server and tools', 'npm', ['run', '-s', 'types:rest'])
    await step('Types of the interface', 'npm', ['run', '-s', 'types'])
    await step('Layout', 'npm', ['run', '-s', 'layout'])
  })(),
  step('Style', 'npm', ['run', '-s', 'style']),
])
for (const status of await Promise.all([browser, binding])) if (status !== 0) process.exit(1)
say('Unit tests')
const unit = join(root, '.cache/unit-results.json')
rmSync(unit, { force: true })
const { status } = run('npx', ['vitest', 'run', '--reporter=default', '--reporter=json', `--outputFile.json=${unit}`], {
  loud: true,
  allowFailure: true,
})
count('unit tests', unit, (result) => ({ good: result.numPassedTests, bad: result.numFailedTests }))
if (status !== 0 && failed === 0) failed += 1
build()
say('Browser tests')
await browserTests()
if (tests === 0) failed += 1
process.stdout.write(`${passed} passed, ${failed} failed\n`)
process.exit(failed ? 1 : 0)
