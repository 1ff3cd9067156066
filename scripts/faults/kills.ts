// 300 kills: while saving, at the first start, while backing up; a third of them with the tail of the log cut off.
import { spawn } from 'node:child_process'
import { existsSync, mkdtempSync, rmSync, statSync, truncateSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { backupFolder, backupsIn } from '../../server/database/backup'
import { examine } from '../../server/database/examine'
import { databaseFile } from '../../server/database/open'
import { openStore } from '../../server/database/store'
import { drawing } from '../../tests/helpers/random-packing'
import { shipped } from '../../tests/helpers/store'
import { tell } from './figures'

const draw = drawing(3)
const told = {
  kills: 0,
  versions: 0,
  lost: 0,
  cut: 0,
  unreadable: 0,
  miscounted: 0,
  backups: 0,
  badBackups: 0,
  blocked: 0,
  notWhole: 0,
}

/** Runs a writer and ends it after some milliseconds from a line on; gives what it told. */
function runUntilKilled(what: string, directory: string, from: string, milliseconds: number): Promise<string[]> {
  return new Promise((resolve) => {
    const child = spawn('node', ['--import', 'tsx', 'scripts/faults/writer.ts', what, directory], {
      stdio: ['ignore', 'pipe', 'ignore'],
      detached: true,
      env: { ...process.env, TSX_TSCONFIG_PATH: 'tsconfig.tools.json' },
    })
    let text = ''
    let armed = false
    child.stdout.on('data', (chunk: Buffer) => {
      text += chunk.toString()
      if (armed || !text.includes(from)) return
      armed = true
      setTimeout(() => process.kill(-child.pid!, 'SIGKILL'), milliseconds)
    })
    child.once('exit', () => resolve(text.split('\n').slice(0, -1)))
  })
}

/** What must hold after a kill, whatever it hit. */
function look(directory: string, lines: string[], cut: boolean): void {
  const store = openStore({ ...shipped, directory })
  const { builds, connection } = store
  if (connection.pragma('integrity_check', { simple: true }) !== 'ok') told.notWhole += 1
  const acknowledged = Math.max(1, ...lines.map(Number).filter(Number.isFinite))
  const { version } = builds.find('spillway-hex')!
  told.versions += acknowledged
  if (!cut && version < acknowledged) told.lost += acknowledged - version
  for (const { number } of builds.versions('spillway-hex', { limit: 200 })) {
    try {
      if (number > 1 && builds.plan('spillway-hex', number)!.note !== `version ${number}`) told.unreadable += 1
    } catch {
      told.unreadable += 1
    }
  }
  told.miscounted += builds.miscounted().length
  if (builds.list().count !== 3) told.notWhole += 1
  // The owner goes on from where it stands.
  const plan = { ...builds.plan('spillway-hex', version)!, note: `version ${version + 1}` }
  try {
    builds.save('spillway-hex', version, { plan, edits: [], steps: [], author: '', note: '' })
  } catch {
    told.blocked += 1
  }
  store.close()
  for (const { name } of backupsIn(directory)) {
    told.backups += 1
    try {
      examine(join(backupFolder(directory), name))
    } catch {
      told.badBackups += 1
    }
  }
}

async function kill(what: 'saves' | 'start' | 'backups', directory: string): Promise<void> {
  const at = what === 'start' ? { from: 'begun', most: 900 } : { from: 'open', most: what === 'saves' ? 400 : 700 }
  const lines = await runUntilKilled(what, directory, at.from, draw.below(at.most))
  told.kills += 1
  const log = `${databaseFile(directory)}-wal`
  const cut = existsSync(log) && statSync(log).size > 0 && draw.chance(1 / 3)
  if (cut) {
    told.cut += 1
    truncateSync(log, draw.below(statSync(log).size))
  }
  look(directory, lines, cut)
}

const times = Number(process.env.TIMES ?? 100)
for (const what of ['saves', 'start', 'backups'] as const) {
  let directory = ''
  const renew = () => {
    if (directory) rmSync(directory, { recursive: true, force: true })
    directory = mkdtempSync(join(tmpdir(), 'ypodoma-kills-'))
  }
  for (let at = 0; at < times; at += 1) {
    if (what === 'start' || at % 10 === 0) renew()
    await kill(what, directory)
  }
  rmSync(directory, { recursive: true, force: true })
}
tell('kills', told.kills)
tell('with the tail of the log cut off', told.cut)
tell('versions acknowledged before them', told.versions)
tell('acknowledged versions lost (where nothing was cut)', told.lost, told.lost === 0)
tell('versions unreadable or not what was saved', told.unreadable, told.unreadable === 0)
tell('databases not whole', told.notWhole, told.notWhole === 0)
tell('parts miscounted', told.miscounted, told.miscounted === 0)
tell('owners that could not go on', told.blocked, told.blocked === 0)
tell('backups found, and those not whole', `${told.backups}, ${told.badBackups}`, told.badBackups === 0)
