import { expect, it } from 'vitest'
import { ownStorage } from '../../app/session/own-storage'

/** A storage of so many characters. */
function storageOf(room: number): Storage {
  const kept = new Map<string, string>()
  return {
    getItem: (name: string) => kept.get(name) ?? null,
    removeItem: (name: string) => void kept.delete(name),
    setItem: (name: string, text: string) => {
      if (text.length > room) throw new DOMException('no room', 'QuotaExceededError')
      kept.set(name, text)
    },
  } as Storage
}

it('keeps texts, and drops them', () => {
  const storage = storageOf(10)
  const own = ownStorage(() => storage)
  expect(own.read('theme')).toBeUndefined()
  expect(own.keep('theme', 'night')).toBe(true)
  expect(own.read('theme')).toBe('night')
  expect(own.keep('theme', undefined)).toBe(true)
  expect(own.read('theme')).toBeUndefined()
})

it('keeps what it had where there is no room for more, and says so', () => {
  const storage = storageOf(10)
  const own = ownStorage(() => storage)
  own.keep('theme', 'night')
  expect(own.keep('theme', 'a name far too long')).toBe(false)
  expect(own.read('theme')).toBe('night')
})

it('has nothing where the browser lets pages keep nothing', () => {
  const own = ownStorage(() => {
    throw new DOMException('denied', 'SecurityError')
  })
  expect([own.read('theme'), own.keep('theme', 'night'), own.keep('theme', undefined)]).toEqual([undefined, false, false])
})
