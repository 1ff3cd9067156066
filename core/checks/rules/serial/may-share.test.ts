import { describe, expect, it } from 'vitest'
import { factsOf } from '../../../../tests/helpers/findings'
import { serial, tiny, type TinyPort } from '../../../../tests/helpers/tiny'
import { allocate } from '../../../allocation'
import { resolvePlan, type Placement } from '../../../plan'

type Said = Parameters<typeof serial>[0]
const both = (port: TinyPort, one: Said, other: Said, during: [Placement['during']?, Placement['during']?] = []) =>
  factsOf(
    tiny({
      ports: { p1: port },
      devices: { logger: { needs: { log: serial(one) } }, esc: { needs: { telemetry: serial(other) } } },
      at: {
        'logger/log': { place: 'port:p1', during: during[0] },
        'esc/telemetry': { place: 'port:p1', during: during[1] },
      },
    }),
    'SER-13',
  )
const [talker, listener] = [{ lines: 'to-device' }, { lines: 'from-device' }] as const

describe('SER-13', () => {
  it('is silent about a listener and a talker on a port that splits', () => {
    expect(both({ splitUse: true }, talker, listener)).toEqual([])
  })
  it('is silent about one link in each flight state', () => {
    expect(both({ stateShared: true }, { states: 'disarmed' }, { states: 'armed' }, ['disarmed', 'armed'])).toEqual([])
  })
  it('speaks of two links that want one line', () => {
    expect(both({ splitUse: true }, {}, {})).toEqual([
      'Logger (Log) and Esc (Telemetry) are both on Port 1: both want its TX and RX',
    ])
    expect(both({ splitUse: true }, talker, talker)).toEqual([
      'Logger (Log) and Esc (Telemetry) are both on Port 1: both want its TX',
    ])
  })
  it('speaks of a port that cannot be split', () => {
    expect(both({}, talker, listener)).toEqual(['Logger (Log) and Esc (Telemetry) are both on Port 1: the board cannot split it'])
  })
  it('speaks of unlike rates or formats on a split port', () => {
    const unlike = ['Logger (Log) and Esc (Telemetry) are both on Port 1: they need unlike rates or formats']
    expect(both({ splitUse: true }, talker, { ...listener, bauds: [9600] })).toEqual(unlike)
    expect(both({ splitUse: true }, talker, { ...listener, format: '8E2' })).toEqual(unlike)
  })
  it('speaks of a link that must have its port alone', () => {
    expect(both({ splitUse: true }, talker, { ...listener, interruptible: false })).toEqual([
      'Logger (Log) and Esc (Telemetry) are both on Port 1: Esc (Telemetry) must have it alone',
    ])
  })
  it('is silent about parts that take turns on one line, and the search joins them', () => {
    const turns = { ...listener, takesTurns: true }
    expect(both({}, turns, turns)).toEqual([])
    expect(both({}, turns, { ...turns, bauds: [9600] })).toEqual([
      'Logger (Log) and Esc (Telemetry) are both on Port 1: only parts that take turns may talk on one line, at one rate',
    ])
    expect(both({}, turns, listener)).toHaveLength(1)
    const esc = { needs: { telemetry: serial(turns) } }
    const plan = tiny({
      ports: { p1: {} },
      devices: { one: esc, two: esc, gnss: { priority: 1, needs: { fix: serial(listener) } } },
    })
    const { assignment, unmet, reasons } = allocate(resolvePlan(plan))
    expect(unmet).toEqual(['gnss/fix'])
    expect(assignment['two/telemetry']!.place).toBe('port:p1')
    expect(reasons['one/telemetry']!.map(({ text }) => text)).toContain('joined with Two on one line: they talk in turn')
  })
  it('speaks of a port by flight state for one and always for the other', () => {
    const port = { stateShared: true, splitUse: true }
    expect(both(port, { ...talker, states: 'armed' }, listener, ['armed', undefined])).toEqual([
      'Logger (Log) and Esc (Telemetry) are both on Port 1: one has it by flight state, the other always',
    ])
  })
})
