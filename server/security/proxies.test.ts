import { expect, it } from 'vitest'
import { addressOf, trustedProxies } from './proxies'

const asked = (remoteAddress: string, forwarded?: string) => ({
  socket: { remoteAddress },
  headers: forwarded === undefined ? {} : { 'x-forwarded-for': forwarded },
})

it('the address of a request is that of its connection, whatever it says of itself', () => {
  expect(addressOf(asked('10.0.0.9', '1.2.3.4'), new Set())).toBe('10.0.0.9')
  expect(addressOf(asked('10.0.0.9', '1.2.3.4'), trustedProxies('10.0.0.1'))).toBe('10.0.0.9')
})

it('behind a proxy that is trusted it is the last that is no such proxy; what stands before is anybody’s word', () => {
  const proxies = trustedProxies('10.0.0.1, ::ffff:10.0.0.2')
  expect(addressOf(asked('10.0.0.1', '6.6.6.6, 1.2.3.4'), proxies)).toBe('1.2.3.4')
  expect(addressOf(asked('::ffff:10.0.0.1', '6.6.6.6, 1.2.3.4, 10.0.0.2'), proxies)).toBe('1.2.3.4')
  expect(addressOf(asked('10.0.0.1'), proxies)).toBe('10.0.0.1')
  expect(addressOf(asked('10.0.0.1', ' , '), proxies)).toBe('10.0.0.1')
  expect(addressOf(asked('127.0.0.1', '1.2.3.4'), trustedProxies('loopback'))).toBe('1.2.3.4')
})
