import { describe, expect, it } from 'vitest'
import { allocated, findingsOf, moved, settledBy } from '../../../../tests/helpers/plans'

describe('SER-11', () => {
  const shared = () =>
    moved('culvert-scout', {
      'logger/log': { place: 'port:uart2', protocol: 'log-stream', baud: 115200, during: 'armed' },
      'adapter/config': { place: 'port:uart2', protocol: 'msp', baud: 115200, during: 'disarmed' },
    })
  it('is silent when no port changes hands', () => {
    expect(findingsOf(allocated('culvert-scout'), 'SER-11')).toEqual([])
  })
  it('says what arming cuts and gives two ways out', () => {
    const [found] = findingsOf(shared(), 'SER-11')
    expect(found!.fact).toContain('arming cuts the configuration link until you disarm')
    expect(found!.fixes.map(({ label }) => label)).toEqual(['Keep Flight logger off Port 2', 'Do without Flight logger'])
    expect(settledBy(shared(), found!, 1)).toBe(true)
  })
})
