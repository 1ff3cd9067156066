import { spawn } from 'node:child_process'
import { mkdtempSync, readdirSync, readFileSync, rmSync, truncateSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, describe, expect, it } from 'vitest'
import { bundled } from '../../tests/helpers/bundled'
import { openStore } from './store'
import { readPlan } from '#core/schema'

const folders: string[] = []
const texts = (folder: string) => readdirSync(folder).map((name) => ({ name, text: readFileSync(join(folder, name), 'utf8') }))
const migrations = texts('server/database/migrations').map(({ name, text }) => ({ name, sql: text }))
const definitions = ['protocols', 'devices', 'boards'].flatMap((folder) => texts(`catalogue/${folder}`))
const open = (directory: string) => openStore({ directory, migrations, definitions, demo: texts('catalogue/demo') })

function fresh() {
  const directory = mkdtempSync(join(tmpdir(), 'ypodoma-faults-'))
  folders.push(directory)
  return directory
}

afterEach(() => {
  for (const folder of folders.splice(0)) rmSync(folder, { recursive: true, force: true })
})

const program = bundled('server/database/kill-writer.ts')

/** Starts a process that saves one version after another, and ends it in the middle of its work. */
function saveUntilKilled(directory: string, milliseconds: number): Promise<number> {
  return new Promise((resolve, reject) => {
    const writer = spawn(process.execPath, [program, directory], {
      stdio: ['ignore', 'pipe', 'inherit'],
      detached: true,
    })
    let told = 0
    writer.stdout.on('data', (chunk: Buffer) => {
      const numbers = chunk.toString().trim().split('\n').map(Number)
      if (!told) setTimeout(() => process.kill(-writer.pid!, 'SIGKILL'), milliseconds)
      told = Math.max(told, ...numbers)
    })
    writer.once('error', reject)
    writer.once('exit', () => resolve(told))
  })
}

describe('a server that is killed while it saves', () => {
  it('loses no version it has told of, and leaves a database that opens and is whole', async () => {
    for (const milliseconds of [15, 140]) {
      const directory = fresh()
      open(directory).connection.close()
      const told = await saveUntilKilled(directory, milliseconds)
      expect(told).toBeGreaterThan(1)
      const { builds, connection } = open(directory)
      expect(connection.pragma('integrity_check', { simple: true })).toBe('ok')
      const build = builds.find('spillway-hex')!
      expect(build.version).toBeGreaterThanOrEqual(told)
      const versions = builds.versions('spillway-hex')
      expect(versions[0]!.number).toBe(build.version)
      expect(versions).toHaveLength(Math.min(500, build.version))
      expect(readPlan(JSON.parse(JSON.stringify(builds.plan('spillway-hex', build.version))))).toMatchObject({
        note: `version ${build.version}`,
      })
      connection.close()
    }
  })
})

describe('a damaged database file', () => {
  it('is refused and left as it is, not silently started anew', () => {
    const directory = fresh()
    open(directory).connection.close()
    const file = join(directory, 'ypodoma.sqlite')
    writeFileSync(file, 'this is no database, and long enough to be looked at as one '.repeat(40))
    const before = readFileSync(file)
    expect(() => open(directory)).toThrow(/not a database/)
    expect(readFileSync(file)).toEqual(before)
  })

  it('that was cut short is told of, by open or by its check', () => {
    const directory = fresh()
    open(directory).connection.close()
    truncateSync(join(directory, 'ypodoma.sqlite'), 8192)
    let problem = ''
    try {
      const { connection } = open(directory)
      problem = String(connection.pragma('integrity_check', { simple: true }))
      connection.close()
    } catch (error) {
      problem = (error as Error).message
    }
    expect(problem).not.toBe('ok')
    expect(problem).toBeTruthy()
  })
})
