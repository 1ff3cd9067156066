import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it, vi } from 'vitest'
import { analyse } from '#core/engine'
import { applyEdit, newPlan, resolvePlan } from '#core/plan'
import { parsePlan } from '#core/schema'
import { bundled } from '../tests/helpers/bundled'
import { add, demo, library } from '../tests/helpers/plans'
import { factsOf } from '../standin/facts'
import { StandInServer } from '../standin/server'
import { runProgram } from './program'

const folder = mkdtempSync(join(tmpdir(), 'ypodoma-cli-'))

/** The command line within this process, with what it writes and the code it would end with. */
async function ypodoma(...args: string[]) {
  const written = { stdout: '', stderr: '' }
  const spies = (['stdout', 'stderr'] as const).map((stream) =>
    vi.spyOn(process[stream], 'write').mockImplementation((text) => Boolean((written[stream] += text as string))),
  )
  process.exitCode = undefined
  try {
    await runProgram(args)
    return { status: process.exitCode ?? 0, ...written }
  } finally {
    process.exitCode = undefined
    for (const spy of spies) spy.mockRestore()
  }
}

function file(name: string, text: string) {
  const path = join(folder, name)
  writeFileSync(path, text)
  return path
}

describe('command line', () => {
  it('prints demo plans that it reads again', async () => {
    const { status, stdout } = await ypodoma('demo-plan', 'culvert-scout')
    expect(status).toBe(0)
    expect(parsePlan(stdout).name).toBe('Culvert scout')
    const found = await ypodoma('analyse', file('culvert.json', stdout), '--json')
    expect(found.status).toBe(1)
    const { proposal, findings } = JSON.parse(found.stdout) as { proposal: { proven: boolean }; findings: { rule: string }[] }
    expect(proposal.proven).toBe(true)
    expect(findings.map(({ rule }) => rule)).toContain('FIT-01')
  })
  it('ends with 0 when nothing has to be mended', async () => {
    const plan = demo('spillway-hex')
    const strip = plan.lights.strips['ring/data']!
    const dimmed = JSON.stringify(applyEdit(plan, { type: 'strip.set', need: 'ring/data', as: { ...strip, limit: 0.1 } }))
    const { status, stdout: text } = await ypodoma('analyse', file('hex.json', dimmed))
    expect(status).toBe(0)
    expect(text).toContain('proven best')
    const wires = await ypodoma('wires', file('hex.json', dimmed), '--csv')
    expect(wires.status).toBe(0)
    expect(wires.stdout.split('\r\n')[0]).toMatch(/^id,from,/)
    expect(wires.stdout).toContain('Corran 7,RX1')
  })
  it('ends with 1 when a must has no place, also where nothing at all could be placed', async () => {
    const plan = applyEdit(newPlan('Nothing', library.boards['corran-7']!), add('merlow-n5', 'gnss'))
    const { grid } = analyse(plan)
    const bans = Object.fromEntries(grid.map(({ key, cells }) => [key, cells.map(({ place }) => place)]))
    const { status, stdout } = await ypodoma('analyse', file('nothing.json', JSON.stringify({ ...plan, bans })))
    expect(stdout).toContain('no place')
    expect(status).toBe(1)
  })
  it('ends with 2 and names file and place when the input cannot be used', async () => {
    expect(await ypodoma('analyse', '/nowhere.json')).toMatchObject({
      status: 2,
      stderr: '/nowhere.json: there is no such file\n',
    })
    const bad = file('bad.json', '{"format": "ypodoma-plan", "schema": 1, "name": 3}')
    const { status, stderr } = await ypodoma('wires', bad)
    expect(status).toBe(2)
    expect(stderr).toContain(`${bad}: name: `)
    expect((await ypodoma('demo-plan', 'nothing')).stderr).toContain('there are culvert-scout, fellside-mapper, spillway-hex')
    expect((await ypodoma('dance')).status).toBe(2)
  })
  it('ends with 2 for folders, endless devices, deep nesting and null where a map should be', async () => {
    expect(await ypodoma('analyse', '/dev/zero')).toMatchObject({
      status: 2,
      stderr: '/dev/zero: has more than 8 MiB; so much is not read\n',
    })
    expect(await ypodoma('analyse', '/')).toMatchObject({ status: 2, stderr: '/: is a folder\n' })
    expect((await ypodoma('analyse', '/dev/null')).status).toBe(2)
    const deep = file('deep.json', '{"a":'.repeat(100_000))
    expect(await ypodoma('wires', deep)).toMatchObject({ status: 2, stderr: expect.stringContaining('nested more than 40 deep') })
    for (const name of ['definitions', 'devices', 'board', 'assignment', 'links', 'wires']) {
      const plan = JSON.parse((await ypodoma('demo-plan', 'culvert-scout')).stdout) as Record<string, unknown>
      for (const schema of name === 'links' ? [3] : [1, 2, 3]) {
        const { status, stderr } = await ypodoma('analyse', file('null.json', JSON.stringify({ ...plan, schema, [name]: null })))
        expect(status, `${name} in schema ${schema}`).toBe(2)
        expect(stderr).toContain('null.json: ')
      }
    }
  })
  it('writes nothing that a terminal would act on', async () => {
    const { stderr } = await ypodoma(
      'analyse',
      file('esc.json', JSON.stringify({ format: 'ypodoma-plan', schema: 3, '\u001b[31m\u202e': 1 })),
    )
    expect([...stderr].some((sign) => sign === '\u001b' || sign === '\u202e')).toBe(false)
    expect(stderr).toContain('\uFFFD[31m')
  })
  it('says what conflicts, what to do, and what else there is', async () => {
    const culvert = file('tight.json', (await ypodoma('demo-plan', 'culvert-scout')).stdout)
    const { status, stdout } = await ypodoma('allocate', culvert, '--alternatives', '2')
    expect(status).toBe(0)
    expect(stdout).toContain(
      'Flight logger (log) has no place: it cannot be had together with Control receiver (rc), Text overlay (text)',
    )
    expect(stdout).toContain('way out: Take board Orchil Duo')
    expect(stdout).toMatch(/alternative 1: .*/)
    expect(await ypodoma('allocate', culvert, '--alternatives', 'many')).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('--alternatives many'),
    })
  })
  it('compares boards', async () => {
    const { stdout } = await ypodoma('boards', file('hex2.json', (await ypodoma('demo-plan', 'spillway-hex')).stdout), '--json')
    const fits = JSON.parse(stdout) as { name: string; verdict: string; batterySuits: boolean }[]
    expect(fits[0]).toMatchObject({ name: 'Morrow H9', verdict: 'cost', batterySuits: true })
    expect(fits.find(({ name }) => name === 'Tansy 20')).toMatchObject({ verdict: 'lost', batterySuits: false })
  })
  it('explains a place, taken or impossible', async () => {
    const hex = file('hex3.json', (await ypodoma('demo-plan', 'spillway-hex')).stdout)
    const taken = await ypodoma('why', hex, '--need', 'overlay/text', '--place', 'uart1')
    expect(taken.status).toBe(0)
    expect(taken.stdout).toContain('moves Control receiver (rc) from Port 1 to')
    const never = await ypodoma('why', hex, '--need', 'transmitter/control', '--place', 'port:uart5')
    expect(never.status).toBe(1)
    expect(never.stdout).toContain('SER-08 Port 5 cannot talk both ways on one wire')
    expect((await ypodoma('why', hex, '--need', 'ghost/x', '--place', 'uart1')).stderr).toContain(
      'there is no such need; there are receiver/rc',
    )
  })
  it('tells of power in a state', async () => {
    const hex = file('hex4.json', (await ypodoma('demo-plan', 'spillway-hex')).stdout)
    const { status, stdout } = await ypodoma('power', hex, '--state', 'usb')
    expect(status).toBe(0)
    expect(stdout).toMatch(/Battery plug: 19\.8 V to 25\.2 V/)
    expect(stdout).toMatch(/dead \(usb\): .*Camera/)
    const json = JSON.parse((await ypodoma('power', hex, '--json')).stdout) as {
      dead: string[]
      rows: { place: string; peak: number }[]
    }
    expect(json.dead).toEqual([])
    expect(json.rows.find(({ place }) => place === 'rail:v5')!.peak).toBeGreaterThan(2.4)
    expect(await ypodoma('power', hex, '--state', 'steam')).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('expected usb, battery, both'),
    })
  })
  it('says what to set, as lines, CSV, Markdown and JSON', async () => {
    const { stdout: plan } = await ypodoma('demo-plan', 'culvert-scout')
    const path = file('settings.json', plan)
    expect((await ypodoma('settings', path)).stdout).toMatch(/^1 +Brae Mini +Software ports: on/m)
    expect((await ypodoma('settings', path, '--csv')).stdout).toMatch(/^round,where,what,set to,how,why,done\r\n/)
    expect((await ypodoma('settings', path, '--markdown')).stdout).toMatch(/^## Round 2$/m)
    const { rounds, settings } = JSON.parse((await ypodoma('settings', path, '--json')).stdout) as Record<string, unknown[]>
    expect([rounds!.length > 1, settings!.length > 5]).toEqual([true, true])
    expect((await ypodoma('settings', path, '--json', '--csv')).status).toBe(2)
  })

  it('tells the budget of each link', async () => {
    const { stdout: plan } = await ypodoma('demo-plan', 'spillway-hex')
    const path = file('budget.json', plan)
    expect((await ypodoma('budget', path)).stdout).toMatch(/^Flight logger: Log stream, Port 7, 115.200 baud, to device 86.8 %/m)
    const { links } = JSON.parse((await ypodoma('budget', path, '--json')).stdout) as { links: { need: string }[] }
    expect(links.map(({ need }) => need)).toContain('logger/log')
  })

  it('writes a plan to a board, reads it, and says when there is none', async () => {
    const { stdout: plan } = await ypodoma('demo-plan', 'spillway-hex')
    const path = file('board.json', plan)
    const server = new StandInServer(
      factsOf(resolvePlan(demo('spillway-hex')).board, library.protocols),
      join(folder, 'state.json'),
    )
    const port = String(await server.listen())
    const backup = join(folder, 'backup.json')
    const written = await ypodoma('board', 'write', path, '--port', port, '--backup', backup)
    expect([written.status, written.stdout.includes('≠')]).toEqual([0, false])
    expect(Object.keys(JSON.parse(readFileSync(backup, 'utf8')) as object)).not.toContain('port.0.rate')
    expect((await ypodoma('board', 'read', path, '--port', port)).stdout).toContain('port.0.rate: 420000')
    const heard = await ypodoma('board', 'hear', path, '--port', port, '--at', 'uart1')
    expect(heard.stdout).toMatch(/^CRSF: \d+ messages in \d+ bytes, 100 % of them explained/)
    expect(heard.stdout).toContain('"type":"channels"')
    const json = await ypodoma('board', 'hear', path, '--port', port, '--at', 'uart1', '--to-device', '--json')
    expect(JSON.parse(json.stdout)).toMatchObject({ protocol: 'crsf', found: expect.any(Array) as unknown[] })
    expect((await ypodoma('board', 'hear', path, '--port', port, '--at', 'none')).stderr).toContain('Corran 7 has uart1')
    const motor = await ypodoma('board', 'hear', path, '--port', port, '--at', 'M1')
    expect(motor.stdout).toMatch(/^Pad M1: throttle burst, 32 edges: {"rate":300000/)
    const edges = await ypodoma('board', 'hear', path, '--port', port, '--at', 'M1', '--json')
    expect(JSON.parse(edges.stdout)).toMatchObject({ edges: 32, reading: { kind: 'throttle', throttle: { value: 0 } } })
    await server.kill()
    expect(await ypodoma('board', 'read', path, '--port', 'x')).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('--port x') as string,
    })
    expect(await ypodoma('board', 'serve', '--board', 'none')).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('the catalogue has') as string,
    })
  })

  it('draws', async () => {
    const hex = file('hex5.json', (await ypodoma('demo-plan', 'spillway-hex')).stdout)
    const { stdout } = await ypodoma('draw', hex, '--svg', '-')
    expect(stdout).toMatch(/^<svg /)
    expect(stdout).toContain('Corran 7')
    expect((await ypodoma('draw', hex, '--svg', '-', '--layers', 'smell')).stderr).toContain('--layers smell')
    expect((await ypodoma('draw', hex, '--svg', '/nowhere/at/all.svg')).status).toBe(2)
  })
  it('shows a display layout at a moment or at its longest, and says what is wrong with it', async () => {
    const { stdout: demo } = await ypodoma('demo-plan', 'spillway-hex')
    const shown = (elements: object) =>
      file('display.json', JSON.stringify({ ...(JSON.parse(demo) as object), displays: { d1: { name: 'Near', elements } } }))
    const at = { across: 'left', column: 2, down: 'top', row: 2 }
    const good = shown({ timer: at })
    const { stdout, status } = await ypodoma('display', good, '--layout', '1')
    expect(stdout.split('\n')[2]).toBe(`|  99:59${' '.repeat(23)}|`)
    expect(status).toBe(0)
    expect((await ypodoma('display', good, '--layout', 'Near', '--at', '90')).stdout).toContain('01:00')
    const svg = file('picture.svg', '')
    expect((await ypodoma('display', good, '--layout', '1', '--svg', svg)).status).toBe(0)
    expect(readFileSync(svg, 'utf8')).toMatch(/^<svg [\s\S]*<\/svg>$/)
    expect((await ypodoma('display', good, '--layout', '7')).stderr).toContain('there are 1 to 1: Near')
    expect((await ypodoma('display', good, '--layout', '1', '--at', 'noon')).stderr).toContain('seconds from 0 to 600')
    expect((await ypodoma('display', good, '--layout', '1', '--svg', '/nowhere/at/all.svg')).status).toBe(2)
    const bad = await ypodoma('display', shown({ used: { ...at, column: 27 } }), '--layout', '1', '--json')
    expect(bad.status).toBe(1)
    expect((JSON.parse(bad.stdout) as { faults: unknown[] }).faults).toMatchObject([{ rule: 'DSP-01' }])
  })
  it('runs as a program of its own, with its exit code', async () => {
    const run = (...args: string[]) => spawnSync(process.execPath, args, { encoding: 'utf8' })
    const culvert = file('own.json', (await ypodoma('demo-plan', 'culvert-scout')).stdout)
    const { status, stdout } = run('--import', 'tsx', 'cli/main.ts', 'analyse', culvert, '--json')
    expect(status).toBe(1)
    expect(JSON.parse(stdout)).toHaveProperty('findings')
    expect(run(bundled('cli/main.ts'), 'analyse', '/nowhere.json')).toMatchObject({
      status: 2,
      stderr: '/nowhere.json: there is no such file\n',
    })
  })
  it('ends quietly when its reader has seen enough', async () => {
    const hex = file('hex6.json', (await ypodoma('demo-plan', 'spillway-hex')).stdout)
    const command = `"${process.execPath}" "${bundled('cli/main.ts')}" power "${hex}" | head -n 1`
    const { stdout, stderr } = spawnSync('sh', ['-c', command], { encoding: 'utf8' })
    expect(stdout).toMatch(/^Battery/)
    expect(stderr).toBe('')
  })
  it('works switches through to what they do', async () => {
    const hex = file('hex-switches.json', JSON.stringify(demo('spillway-hex')))
    const { status, stdout } = await ypodoma('controls', hex)
    expect(status).toBe(0)
    expect(stdout).toContain('Left shoulder middle: 1500 µs, channel 6, 1500.6 µs: Flight mode: Position hold')
    expect(stdout).toContain('Left wheel high: 2000 µs, channel 11, 2000 µs: Gimbal: Pitch pulse 45°')
    const { columns, rows } = JSON.parse((await ypodoma('controls', hex, '--json')).stdout) as {
      columns: object[]
      rows: { cells: object[] }[]
    }
    expect(rows.every(({ cells }) => cells.length === columns.length)).toBe(true)
    expect((await ypodoma('controls', hex, '--csv')).stdout.split('\r\n')[0]).toMatch(/^what,"Roll low \(channel 1, 1000 µs\)"/)
    const unarmed = applyEdit(demo('spillway-hex'), { type: 'job.set', job: 'arm', as: null })
    const broken = await ypodoma('controls', file('unarmed.json', JSON.stringify(unarmed)))
    expect(broken).toMatchObject({ status: 1, stdout: expect.stringContaining('CHN-09 fix: nothing arms the craft') })
    const none = { ...demo('spillway-hex'), controls: { handset: {}, travel: { low: 1000, high: 2000 }, jobs: {}, outputs: {} } }
    expect(await ypodoma('controls', file('none.json', JSON.stringify(none)))).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('has no handset'),
    })
  })
  it('lists lights with what they take', async () => {
    const hex = file('hex-lights.json', JSON.stringify(demo('spillway-hex')))
    const { status, stdout } = await ypodoma('lights', hex)
    expect(status).toBe(0)
    expect(stdout).toMatch(
      /^LED ring: 60 lights in 4 pieces, up to 50 %\n {2}normal 1\.05 A, highest 1\.27 A; 4\.\d+ V at the first light, 4\.\d+ V at the last; a frame takes 2\.08 ms/,
    )
    const rows = (await ypodoma('lights', hex, '--csv')).stdout.trim().split('\r\n')
    expect(rows).toHaveLength(61)
    expect(rows[16]).toContain('LED ring,16,2,125,116.7,90°,Right,control link lost: #ff00b4 flashes twice a second;')
    const { strips } = JSON.parse((await ypodoma('lights', hex, '--json')).stdout) as { strips: { lights: object[] }[] }
    expect(strips[0]!.lights).toHaveLength(60)
    const mapper = file('mapper-lights.json', JSON.stringify(demo('fellside-mapper')))
    expect(await ypodoma('lights', mapper)).toMatchObject({ status: 2, stderr: expect.stringContaining('has no lights') })
  })
})
