import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { demo } from '../../tests/helpers/plans'
import { analyse } from '../engine'
import { definitionSchemas } from '../catalogue'
import { readPlan } from '../schema'
import { planSchema } from './plan'
import { upgradePlan } from './upgrade'

/** Plans written by earlier versions of the program: three links, two of them on one port by flight state, with settings by hand. */
const stored = (schema: number): Record<string, unknown> =>
  JSON.parse(readFileSync(`tests/stored/plan-${schema}.json`, 'utf8')) as Record<string, unknown>

describe('upgradePlan', () => {
  it.each([1, 2])('hangs the settings of a stored plan of schema %i on its links', (schema) => {
    expect(stored(schema).schema).toBe(schema)
    const plan = readPlan(stored(schema))
    expect(plan.links).toEqual({
      'gnss/fix': { board: { baud: 38400 } },
      'adapter/config': { board: { format: '8E2', inverted: true }, device: { format: '8N2' } },
      'logger/log': { board: { format: '8E2', inverted: true } },
    })
    expect(plan.features).toEqual({ GNSS: false })
    expect(plan.wires).toEqual({ 'gnss.tx': { gauge: 26, end: 'pad:TX1' } })
  })

  it.each([1, 2])('lets the ends of a stored plan of schema %i be what they were', (schema) => {
    const { links } = analyse(readPlan(stored(schema)))
    const plain = { baud: 115200, inverted: false, halfDuplex: false }
    expect(links).toEqual({
      'gnss/fix': {
        port: 'uart1',
        board: { ...plain, protocol: 'nmea', format: '8N1', baud: 38400 },
        device: { ...plain, protocol: 'nmea', format: '8N1', baud: 57600 },
        feature: { name: 'GNSS', on: false },
        function: 'GNSS, text',
      },
      'adapter/config': {
        port: 'uart2',
        board: { ...plain, protocol: 'msp', format: '8E2', inverted: true },
        device: { ...plain, protocol: 'msp', format: '8N2' },
        function: 'configuration',
      },
      'logger/log': {
        port: 'uart2',
        board: { ...plain, protocol: 'log-stream', format: '8E2', inverted: true },
        device: { ...plain, protocol: 'log-stream', format: '8N1' },
        feature: { name: 'flight log', on: true },
        function: 'log output',
      },
    })
  })

  it('keeps where parts are, what is made, and the definitions, brought up as well', () => {
    const plan = readPlan(stored(2))
    expect(plan.positions).toEqual({ gnss: { x: 10, y: 20 } })
    expect(plan.built).toEqual({ 'gnss.rx': true })
    expect(readPlan(stored(1)).positions).toEqual({})
    expect(plan.definitions.devices['merlow-n1']).toMatchObject({
      schema: definitionSchemas.device,
      radios: {},
      pads: {},
      ports: {},
    })
    expect(plan.definitions.protocols.nmea).toMatchObject({ schema: 3, format: '8N1' })
  })

  it('keeps what was last read of the board under the keys that it has now', () => {
    const lastRead = { settings: { 'feature.flight log': true, 'port.1.rate': 9600 } }
    expect(upgradePlan({ ...stored(10), lastRead }).lastRead).toEqual({
      settings: { 'enabled.flight log': true, 'port.1.rate': 9600 },
    })
    expect(upgradePlan({ ...stored(10), lastRead: null }).lastRead).toBeNull()
  })

  it('gives the same for a plan that is brought up twice', () => {
    const once = upgradePlan(stored(1))
    expect(upgradePlan(once)).toEqual(once)
    expect(readPlan(demo('culvert-scout'))).toEqual(demo('culvert-scout'))
  })

  it('refuses what is newer or has no version', () => {
    expect(() => upgradePlan({ schema: planSchema + 1 })).toThrow(
      `this plan has schema version ${planSchema + 1}, this program reads up to ${planSchema}`,
    )
    expect(() => upgradePlan({ schema: 'x' })).toThrow('"x" is not a schema version')
    expect(() => upgradePlan({})).toThrow('is not a schema version')
  })
})
