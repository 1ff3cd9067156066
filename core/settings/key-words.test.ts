import { describe, expect, it } from 'vitest'
import { allocated } from '../../tests/helpers/plans'
import { resolvePlan } from '../plan'
import { formerKey, intendedState, keyWords, presentKey, setupRounds, withPresentKeys } from './index'

const hex = resolvePlan(allocated('spillway-hex'))

describe('keys of a board in words', () => {
  it('are known for all that the demo builds set', () => {
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const) {
      const resolved = resolvePlan(allocated(name))
      for (const key of Object.keys(intendedState(setupRounds(resolved)))) {
        const words = keyWords(resolved, key)
        expect(words, key).not.toBe(key)
        expect(words, key).not.toContain('undefined')
      }
    }
  })
  it('name port, line and state as they are printed; a key that is not known stays', () => {
    expect(keyWords(hex, 'port.1.rate')).toBe('Port 2: rate')
    expect(keyWords(hex, 'port.0.tx.function')).toBe('Port 1 TX: function')
    expect(keyWords(hex, 'port.6.armed.rate')).toBe('Port 7: rate while armed')
    expect(keyWords(hex, 'port.99.halfDuplex')).toBe('port number 99: half duplex')
    expect(keyWords(hex, 'enabled.flight log')).toBe('Feature “flight log”')
    expect(keyWords(hex, 'range.arm')).toBe('Range of Armed')
    expect(keyWords(hex, 'scale.voltage')).toBe('Scale of voltage')
    expect(keyWords(hex, 'something.else')).toBe('something.else')
  })
})

it('keys of older lines and plans are brought up, and back, and nothing else is touched', () => {
  expect(presentKey('feature.x.y')).toBe('enabled.x.y')
  expect(formerKey('enabled.x')).toBe('feature.x')
  for (const key of ['port.1.rate', 'features', 'enabled']) expect([presentKey(key), formerKey(key)]).toEqual([key, key])
  expect(withPresentKeys({ 'feature.a': true, 'enabled.b': false, c: 1 })).toEqual({
    'enabled.a': true,
    'enabled.b': false,
    c: 1,
  })
})
