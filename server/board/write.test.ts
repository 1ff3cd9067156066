import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, describe, expect, it } from 'vitest'
import { factsOf } from '../../standin/facts'
import { StandInServer } from '../../standin/server'
import { allocated, type DemoName } from '../../tests/helpers/plans'
import { resolvePlan } from '#core/plan'
import { intendedState, setupRounds } from '#core/settings'
import { LinkLost, openTcpLink } from './link'
import { readSettings, writeSettings, WrongBoard, type Writing } from './write'

const running: StandInServer[] = []
afterEach(async () => {
  for (const server of running.splice(0)) await server.kill()
})

/** A stand-in of the board of a demo build, with what the build wants of it. */
async function bench(name: DemoName, of: DemoName = name) {
  const resolved = resolvePlan(allocated(name))
  const file = join(mkdtempSync(join(tmpdir(), 'standin-')), 'settings.json')
  const server = new StandInServer(factsOf(resolvePlan(allocated(of)).board), file)
  running.push(server)
  const port = await server.listen()
  const rounds = setupRounds(resolved)
  const writing: Writing = { open: () => openTcpLink(port), board: resolved.board, rounds, again: { times: 200, pause: 2 } }
  return { server, port, file, rounds, writing, intended: intendedState(rounds) }
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
    const { writing, port } = await bench('spillway-hex')
    const { backup } = await writeSettings(writing)
    const link = await openTcpLink(port)
    await link.call('restore', { settings: backup })
    link.close()
    expect(await readSettings(writing)).toEqual(backup)
  })

  it('settings that cannot be read count as none', async () => {
    const { writing, server, file, port, intended } = await bench('spillway-hex')
    await server.kill()
    writeFileSync(file, '{"running": ')
    await server.kill()
    await server.listen(port)
    await writeSettings(writing)
    expect(await readSettings(writing)).toMatchObject(intended)
  })
})

describe('a board that loses power', () => {
  /** Writes with the power cut before requests of these numbers are answered; it comes back at once. */
  async function writeWithCuts(name: DemoName, cuts: number[]) {
    const { writing, server, port, intended } = await bench(name)
    let asked = 0
    let up = Promise.resolve()
    server.before = () => {
      if (!cuts.includes((asked += 1))) return
      up = server.kill().then(async () => void (await server.listen(port)))
    }
    const open = async () => {
      await up
      return openTcpLink(port)
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
  }, 120_000)

  it('at 200 moments besides, three at a time, also where rounds follow each other', async () => {
    // A small generator of its own, so that each run cuts at the same moments.
    let seed = 7
    const random = (below: number) => (seed = (seed * 48_271) % 2_147_483_647) % below
    for (let turn = 0; turn < 200; turn += 1) {
      const name = turn % 2 ? 'culvert-scout' : 'fellside-mapper'
      await writeWithCuts(
        name,
        [0, 1, 2].map(() => 1 + random(60)),
      )
    }
  }, 240_000)
})
