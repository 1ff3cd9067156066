// What `demo`, `test` and `dev` share: installing, the native binding, building. Plain Node.js, no packages.
import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { copyFileSync, existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { homedir } from 'node:os'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = fileURLToPath(new URL('../..', import.meta.url))
const local = join(root, '.cache')

/** Prints a step of the work. */
export function say(text) {
  process.stdout.write(`· ${text}\n`)
}

/** Ends with a message that says what is missing and what to do. */
export function give(text) {
  process.stderr.write(`\n${text}\n`)
  process.exit(1)
}

/** Runs a command; shows its output only when it fails, unless `loud`. */
export function run(command, args, { loud = false, env = {}, allowFailure = false } = {}) {
  const result = spawnSync(command, args, {
    cwd: root,
    env: { ...process.env, ...env },
    stdio: loud ? 'inherit' : 'pipe',
    encoding: 'utf8',
    maxBuffer: 256 * 1024 * 1024,
  })
  if (result.error) give(`${command} could not be started: ${result.error.message}`)
  if (result.status !== 0 && !allowFailure) {
    if (!loud) process.stderr.write(`${result.stdout ?? ''}${result.stderr ?? ''}\n`)
    give(`${command} ${args.join(' ')} failed (exit ${result.status}).`)
  }
  return result
}

function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number)
  const good = (major === 20 && minor >= 19) || (major > 20 && major < 25)
  if (!good) give(`Node.js ${process.versions.node} is not supported. Install Node.js 20.19 or newer, up to 24.`)
}

function checkCompiler() {
  const missing = ['python3', 'make', 'g++'].filter((tool) => spawnSync(tool, ['--version'], { stdio: 'ignore' }).error)
  if (missing.length) {
    give(
      `The database binding has to be compiled and ${missing.join(', ')} is missing.\nOn Debian: apt-get install python3 make g++`,
    )
  }
}

function stampPath(name) {
  return join(local, `${name}.stamp`)
}

function isFresh(name, value) {
  return existsSync(stampPath(name)) && readFileSync(stampPath(name), 'utf8') === value
}

function setStamp(name, value) {
  mkdirSync(local, { recursive: true })
  writeFileSync(stampPath(name), value)
}

/** Hash of files and folders below the root. */
export function hashOf(paths) {
  const hash = createHash('sha256')
  const add = (path) => {
    const full = join(root, path)
    if (!existsSync(full)) return
    if (statSync(full).isDirectory()) for (const name of readdirSync(full).sort()) add(join(path, name))
    else hash.update(path).update(readFileSync(full))
  }
  paths.forEach(add)
  return hash.digest('hex')
}

/** Installs the packages of the lock file and the database binding, if that is not done yet. */
export function install() {
  installPackages()
  installBinding()
}

/** The packages alone. */
export function installPackages() {
  checkNode()
  const wanted = `${hashOf(['package-lock.json'])} ${process.versions.modules}`
  if (isFresh('install', wanted) && existsSync(join(root, 'node_modules'))) return
  say('Installing packages (about a minute the first time)')
  run('npm', ['ci', '--ignore-scripts', '--no-audit', '--no-fund'])
  setStamp('install', wanted)
}

/** The compiled binding is kept outside the project, so that another clone has it in a second. */
export function installBinding() {
  const package_ = JSON.parse(readFileSync(join(root, 'node_modules/better-sqlite3/package.json'), 'utf8'))
  const key = `better-sqlite3-${package_.version}-${process.versions.modules}-${process.platform}-${process.arch}`
  const kept = join(process.env.XDG_CACHE_HOME || join(homedir(), '.cache'), 'ypodoma', key, 'better_sqlite3.node')
  const built = join(root, 'node_modules/better-sqlite3/build/Release/better_sqlite3.node')
  if (isFresh('binding', key) && existsSync(built)) return
  if (existsSync(kept)) {
    mkdirSync(dirname(built), { recursive: true })
    copyFileSync(kept, built)
    setStamp('binding', key)
    return
  }
  checkCompiler()
  say('Compiling the database binding (two to three minutes, once)')
  const prefix = dirname(dirname(process.execPath))
  const headers = existsSync(join(prefix, 'include/node/node.h')) ? { npm_config_nodedir: prefix } : {}
  run('npm', ['rebuild', 'better-sqlite3', '--ignore-scripts=false'], { env: headers })
  mkdirSync(dirname(kept), { recursive: true })
  copyFileSync(built, kept)
  setStamp('binding', key)
}

const sources = ['package-lock.json', 'nuxt.config.ts', 'app', 'core', 'server', 'catalogue', 'public']

/** Builds the production server, if its sources changed since the last time. */
export function build() {
  const wanted = hashOf(sources)
  if (isFresh('build', wanted) && existsSync(join(root, '.output/server/index.mjs'))) return
  say('Building (about half a minute)')
  run('npx', ['nuxt', 'build'])
  setStamp('build', wanted)
}

/** Waits until the server answers. */
export async function ready(address, seconds = 300) {
  for (const end = Date.now() + seconds * 1000; Date.now() < end;) {
    try {
      if ((await fetch(`${address}/api/health`)).ok) return true
    } catch {
      // Not up yet.
    }
    await new Promise((resolve) => setTimeout(resolve, 100))
  }
  return false
}

/** Value of `--name VALUE` or `--name=VALUE`; true for a bare `--name`. */
export function option(name, args = process.argv.slice(2)) {
  const at = args.findIndex((arg) => arg === `--${name}` || arg.startsWith(`--${name}=`))
  if (at < 0) return undefined
  if (args[at].includes('=')) return args[at].slice(args[at].indexOf('=') + 1)
  const next = args[at + 1]
  return next === undefined || next.startsWith('--') ? true : next
}
