import { describe, expect, it } from 'vitest'
import { factsOf, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { serial, tiny, type TinyPort } from '../../../../tests/helpers/tiny'

type State = 'disarmed' | 'armed'
const shared = (port: TinyPort, protocol = 'talk', states: [State | 'both', State] = ['disarmed', 'armed']) =>
  tiny({
    ports: { p1: port },
    devices: {
      adapter: { needs: { config: serial({ protocol, states: states[0] }) } },
      logger: { needs: { log: serial({ states: states[1] }) } },
    },
    at: { 'adapter/config': { place: 'port:p1', during: 'disarmed' }, 'logger/log': { place: 'port:p1', during: 'armed' } },
  })
const alone = tiny({
  ports: { p1: { stateShared: true } },
  devices: { logger: { needs: { log: serial() } } },
  at: { 'logger/log': 'port:p1' },
})

describe('SER-11', () => {
  it('is silent when no port changes hands', () => {
    expect(factsOf(alone, 'SER-11')).toEqual([])
  })
  it('says what arming cuts, and gives two ways out', () => {
    const plan = shared({ stateShared: true })
    const [found, ...more] = findingsOf(plan, 'SER-11')
    expect(more).toEqual([])
    expect(found).toMatchObject({
      severity: 'weigh',
      fact: 'Port 1 carries Adapter (Config) while disarmed and Logger (Log) while armed: arming cuts Adapter (Config) until you disarm',
    })
    expect(found!.fixes.map(({ label }) => label)).toEqual(['Keep Logger off Port 1', 'Do without Logger'])
    expect(settledBy(plan, found!, 1)).toBe(true)
  })
  it('says more when it is the configuration link that is cut', () => {
    expect(factsOf(shared({ stateShared: true }, 'config'), 'SER-11')[0]).toContain(
      'arming cuts the configuration link until you disarm; to watch an armed craft, move the other link',
    )
  })
  it('speaks of a port that cannot change its function', () => {
    expect(factsOf(shared({}), 'SER-11')).toContain('Adapter (Config): Port 1 cannot change its function on arming')
  })
  it('speaks of a link that has the port in the wrong state', () => {
    expect(factsOf(shared({ stateShared: true }, 'talk', ['both', 'armed']), 'SER-11')).toContain(
      'Adapter (Config): has Port 1 while disarmed; it has to run in both flight states',
    )
    expect(factsOf(shared({ stateShared: true }, 'talk', ['disarmed', 'disarmed']), 'SER-11')).toContain(
      'Logger (Log): has Port 1 while armed; it has to run while disarmed',
    )
  })
})
