import { describe, expect, it } from 'vitest'
import { allowedHosts, isLoopback, strangeness } from './hosts'

const allowed = allowedHosts('shop.example, Bench.Example')
const status = (asked: Partial<Parameters<typeof strangeness>[0]>) =>
  strangeness({ method: 'GET', host: 'localhost:4173', ...asked }, allowed)?.status

describe('where a request comes from', () => {
  it('is asked of its name: one that was made to lead here from elsewhere is none of ours', () => {
    for (const host of ['localhost', 'localhost:4173', '127.0.0.1:80', '[::1]:4173', 'SHOP.example:443', 'bench.example']) {
      expect(status({ host }), host).toBeUndefined()
    }
    for (const host of ['evil.example', 'localhost.evil.example', '127.0.0.1.evil.example', '', undefined, '192.168.1.4']) {
      expect(status({ host }), String(host)).toBe(421)
    }
  })
  it('is asked of its page: another site may read nothing by its browser and change nothing', () => {
    const put = (asked: object) => status({ method: 'PUT', ...asked })
    expect(put({ origin: 'http://localhost:4173' })).toBeUndefined()
    expect(put({})).toBeUndefined()
    expect(put({ site: 'same-origin' })).toBeUndefined()
    expect(put({ origin: 'http://localhost:4174' })).toBe(403)
    expect(put({ origin: 'http://evil.example' })).toBe(403)
    expect(put({ origin: 'null' })).toBe(403)
    expect(put({ origin: 'nonsense' })).toBe(403)
    for (const site of ['cross-site', 'same-site']) expect(put({ site }), site).toBe(403)
    expect(status({ method: 'DELETE', site: 'cross-site' })).toBe(403)
  })
  it('tells this machine’s own addresses from others', () => {
    expect(['localhost', '127.0.0.1', '127.3.2.1', '::1', '[::1]'].map(isLoopback)).not.toContain(false)
    expect(['0.0.0.0', '::', '192.168.0.1', 'example', '127.0.0.1.example'].map(isLoopback)).not.toContain(true)
  })
})
