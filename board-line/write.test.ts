import type { BoardEvent } from '#contract'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { createServer, type AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, describe, expect, it } from 'vitest'
import type { Habits } from '../standin/board'
import { factsOf } from '../standin/facts'
import { StandInServer } from '../standin/server'
import { amount } from '../tests/helpers/amount'
import { allocated, type DemoName } from '../tests/helpers/plans'
import { resolvePlan } from '#core/plan'
import { droppedSettings, intendedState, setupRounds, type BoardState } from '#core/settings'
import { LinkLost, openTcpLink } from './link'
import { RestartLoop } from './line'
import { WrongBoard } from './talk'
import { readSettings, rescueBoard, restoreSettings, writeSettings, type Writing } from './write'

const running: StandInServer[] = []
afterEach(async () => {
  for (const server of running.splice(0)) await server.kill()
})

/** A stand-in of the board of a demo build, with what the build wants of it. */
async function bench(name: DemoName, of: DemoName = name, habits: Habits = {}) {
  const resolved = resolvePlan(allocated(name))
  const file = join(mkdtempSync(join(tmpdir(), 'standin-')), 'settings.json')
  const server = new StandInServer(factsOf(resolvePlan(allocated(of)).board), file, habits)
  running.push(server)
  // Back from a loss of power it takes whatever port is free: the old one may be another's by then.
  const at = { port: await server.listen() }
  const back = async () => void (at.port = await server.listen())
  const rounds = setupRounds(resolved)
  const writing: Writing = { open: () => openTcpLink(at.port), board: resolved.board, rounds, again: { times: 200, pause: 2 } }
  return { server, back, file, rounds, writing, intended: intendedState(rounds) }
}

describe('writing settings to a board', () => {
  it.each(['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const)(
    '%s: all is kept, the ledger agrees, the backup is what was',
    async (name) => {
      const { writing, intended } = await bench(name)
      const before = await readSettings(writing)
      const { rows, backup, refused } = await writeSettings(writing)
      expect(refused).toEqual({})
      expect(backup).toEqual(before)
      expect(rows.filter(({ agrees }) => !agrees)).toEqual([])
      expect(await readSettings(writing)).toMatchObject(intended)
    },
  )

  it('is told as it goes on: the backup, each setting, and each round by its number from one on', async () => {
    const { writing, rounds, intended } = await bench('culvert-scout')
    const told: BoardEvent[] = []
    const { backup, kept } = await writeSettings({ ...writing, tell: (event) => told.push(event) })
    expect(told[0]).toMatchObject({ at: 'backup', backup, text: '1 setting kept' })
    expect(told.find(({ at }) => at === 'read')!.text).toMatch(/^([02-9]|\d\d+) settings$/)
    const numbers = rounds.map((_, at) => `round ${at + 1}`)
    for (const at of ['save', 'restart']) expect(told.filter((event) => event.at === at).map(({ text }) => text)).toEqual(numbers)
    expect(told.filter(({ at }) => at === 'set')).toHaveLength(Object.keys(intended).length)
    expect(told.at(-1)).toMatchObject({ at: 'read', text: `${Object.keys(kept).length} settings` })
  })

  it('software ports need their round: all at once loses them, and the ledger says by which rule', async () => {
    const { writing, rounds } = await bench('culvert-scout')
    expect(rounds.length).toBeGreaterThan(1)
    const { rows } = await writeSettings({ ...writing, rounds: [rounds.flat().toReversed()] })
    const lost = rows.filter(({ agrees }) => !agrees)
    expect(lost.length).toBeGreaterThan(0)
    for (const { key, written, kept } of lost) {
      expect(key).toMatch(/^port\.3\d\./)
      expect([written !== undefined, kept]).toEqual([true, undefined])
    }
  })

  it('what a port cannot is clamped or dropped, and explained', async () => {
    const { writing, rounds } = await bench('spillway-hex')
    const step = rounds.flat().find(({ id }) => id === 'link:receiver/rc')!
    const wild = { ...step, sets: { 'port.1.rate': 11_999_999, 'port.99.rate': 9600 } }
    const { rows, refused } = await writeSettings({ ...writing, rounds: [[wild]] })
    expect(rows[0]).toMatchObject({ agrees: false, rule: 'SER-05', written: 11_999_999 })
    expect(rows[0]!.kept).toBeLessThan(11_999_999)
    expect(rows[1]).toMatchObject({ agrees: false })
    expect(refused).toEqual({ 'port.99.rate': 'there is no port 99' })
  })

  it('another board is recognised before anything is sent', async () => {
    const { writing, server } = await bench('spillway-hex', 'culvert-scout')
    const asked: string[] = []
    server.before = (method) => void asked.push(method)
    await expect(writeSettings(writing)).rejects.toThrow(WrongBoard)
    expect(asked).toEqual(['hello'])
  })

  it('a line that never comes is said, and a stop is heeded', async () => {
    const { writing, server } = await bench('spillway-hex')
    const stop = new AbortController()
    const tell: Writing['tell'] = ({ at }) => at === 'set' && stop.abort()
    await expect(writeSettings({ ...writing, tell, signal: stop.signal })).rejects.toThrow(/abort/i)
    await server.kill()
    await expect(writeSettings({ ...writing, again: { times: 2, pause: 1 } })).rejects.toThrow(LinkLost)
  })

  it('a backup restores', async () => {
    const { writing } = await bench('spillway-hex')
    const { backup } = await writeSettings(writing)
    expect(await restoreSettings(writing, backup)).toEqual(backup)
    expect(await readSettings(writing)).toEqual(backup)
  })

  it('settings that cannot be read count as none', async () => {
    const { writing, server, file, back, intended } = await bench('spillway-hex')
    await server.kill()
    writeFileSync(file, '{"running": ')
    await server.kill()
    await back()
    await writeSettings(writing)
    expect(await readSettings(writing)).toMatchObject(intended)
  })
})

describe('a board with ways of its own', () => {
  it('that numbers its ports anew is written by their labels: all is kept under the plan’s numbers', async () => {
    const { writing, intended } = await bench('culvert-scout', 'culvert-scout', { renumbers: 20 })
    const { rows } = await writeSettings(writing)
    expect(rows.filter(({ agrees }) => !agrees)).toEqual([])
    expect(await readSettings(writing)).toMatchObject(intended)
    const link = await writing.open()
    await link.call('hello')
    const raw = (await link.call('state')) as object
    link.close()
    const numbers = (state: object) =>
      [...new Set(Object.keys(state).flatMap((key) => /^port\.(\d+)/.exec(key)?.[1] ?? []))].sort()
    expect(numbers(raw)).not.toEqual(numbers(intended))
  })

  it.each([
    [1, ['get', 'hello', 'list', 'restart', 'save', 'set']],
    [2, ['dump', 'hello', 'ports', 'restart', 'restore', 'save', 'set']],
  ] as const)('that speaks version %i of the line is written, read and put back in its own words', async (speaks, words) => {
    const { writing, intended, server } = await bench('culvert-scout', 'culvert-scout', { speaks })
    const asked = new Set<string>()
    server.before = (method) => void asked.add(method)
    const { rows, backup } = await writeSettings(writing)
    expect(rows.filter(({ agrees }) => !agrees)).toEqual([])
    expect(await readSettings(writing)).toMatchObject(intended)
    expect(await restoreSettings(writing, backup)).toMatchObject(backup)
    expect([...asked].sort()).toEqual(words)
  })

  it('that is newer than this program is left alone', async () => {
    const { writing, server } = await bench('spillway-hex')
    await server.kill()
    const newer = createServer((socket) => {
      socket.on('data', () => socket.write('{"jsonrpc":"2.0","id":1,"result":{"link":4,"board":"corran-7","name":"New"}}\n'))
      socket.on('error', () => undefined)
    })
    const port = await new Promise<number>((done) =>
      newer.listen(0, '127.0.0.1', () => done((newer.address() as AddressInfo).port)),
    )
    await expect(writeSettings({ ...writing, open: () => openTcpLink(port) })).rejects.toThrow(
      'New speaks version 4 of the line; this program speaks 1, 2 and 3',
    )
    newer.close()
  })

  it('that restarts without end is recognised, with its backup at hand; rescued, erased, it has again what it had', async () => {
    const habits = { loopsAt: { key: 'receiver.type', value: 'serial' } }
    const { writing } = await bench('spillway-hex', 'spillway-hex', habits)
    let backup: BoardState | undefined
    const tell: Writing['tell'] = (event) => void (backup = event.backup ?? backup)
    await expect(writeSettings({ ...writing, tell })).rejects.toThrow(RestartLoop)
    expect(backup).toBeDefined()
    await expect(readSettings(writing)).rejects.toThrow(RestartLoop)
    const told: string[] = []
    expect(await rescueBoard({ ...writing, tell: ({ at }) => void told.push(at) }, backup)).toEqual(backup)
    expect(told).toEqual(['rescue', 'erase', 'restore'])
    expect(await readSettings(writing)).toEqual(backup)
  })

  it('that is held in its rescue program says so until it is erased; without a backup it is as it was made', async () => {
    const { writing, server, back } = await bench('spillway-hex', 'spillway-hex', {
      loopsAt: { key: 'receiver.type', value: 'serial' },
    })
    const made = await readSettings(writing)
    await expect(writeSettings(writing)).rejects.toThrow(RestartLoop)
    const link = await writing.open()
    await link.call('rescue')
    link.close()
    await expect(readSettings(writing)).rejects.toThrow('held in its rescue program')
    await server.kill()
    await back()
    expect(await rescueBoard(writing)).toEqual(made)
  })

  it('whose features exclude each other keeps the first, and the ledger says why', async () => {
    const { board } = resolvePlan(allocated('spillway-hex'))
    const exclusion = { features: ['Lights', 'Logging'], reason: 'one timer' }
    const both = { 'enabled.Lights': true, 'enabled.Logging': true }
    expect(droppedSettings({ ...board, exclusions: [exclusion] as never }, both)).toMatchObject([
      { key: 'enabled.Logging', rule: 'PAD-02', why: 'one timer' },
    ])
  })
})

describe('a board that loses power', () => {
  /** Writes with the power cut before requests of these numbers are answered; it comes back at once. */
  async function writeWithCuts(name: DemoName, cuts: number[]) {
    const { writing, server, back, intended } = await bench(name)
    let asked = 0
    let up = Promise.resolve()
    server.before = () => {
      if (!cuts.includes((asked += 1))) return
      up = server.kill().then(back)
    }
    const open = async () => {
      await up
      return writing.open()
    }
    const told: string[] = []
    const { rows } = await writeSettings({ ...writing, open, tell: ({ at }) => void told.push(at) })
    server.before = undefined
    expect(
      rows.filter(({ agrees }) => !agrees),
      `cuts at ${cuts.join(', ')}`,
    ).toEqual([])
    expect(await readSettings(writing)).toMatchObject(intended)
    return { asked, again: told.filter((at) => at === 'again').length }
  }

  it('at every step of a write of the hex: in the end the board has what the plan says', async () => {
    const { asked } = await writeWithCuts('spillway-hex', [])
    expect(asked).toBeGreaterThan(40)
    for (let cut = 1; cut <= asked; cut += 1)
      expect((await writeWithCuts('spillway-hex', [cut])).again, `cut ${cut}`).toBeGreaterThan(0)
  })

  it('at moments drawn at random, three at a time, also where rounds follow each other', async () => {
    // A small generator of its own, so that each run cuts at the same moments.
    let seed = 7
    const random = (below: number) => (seed = (seed * 48_271) % 2_147_483_647) % below
    for (let turn = 0; turn < amount(40); turn += 1) {
      const name = turn % 2 ? 'culvert-scout' : 'fellside-mapper'
      await writeWithCuts(
        name,
        [0, 1, 2].map(() => 1 + random(60)),
      )
    }
  })
})
