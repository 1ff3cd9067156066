import fc from 'fast-check'
import { afterEach, expect, it } from 'vitest'
import { InputError } from '#core/schema'
import { freshStore, removeStores } from '../../tests/helpers/store'
import { pictureLimits, plainJpeg } from './jpeg'

afterEach(removeStores)

const segment = (marker: number, content: Buffer | string) => {
  const bytes = Buffer.from(content as string, 'latin1')
  return Buffer.concat([Buffer.from([0xff, marker, (bytes.length + 2) >> 8, (bytes.length + 2) & 255]), bytes])
}
const begin = Buffer.from([0xff, 0xd8])
const end = Buffer.from([0xff, 0xd9])
const head = segment(0xe0, 'JFIF\0\x01\x01\0\0\x01\0\x01\0\0')
const table = segment(0xdb, 'a table of some bytes')
const frame = (width: number, height: number, marker = 0xc0) =>
  segment(marker, Buffer.from([8, height >> 8, height & 255, width >> 8, width & 255, 1, 1, 0x11, 0]))
const scan = Buffer.concat([
  segment(0xda, Buffer.from([1, 1, 0, 0, 63, 0])),
  Buffer.from([1, 2, 0xff, 0x00, 7, 0xff, 0xd0, 9, 0xff, 0x00]),
])
const whole = Buffer.concat([begin, head, table, frame(640, 480), segment(0xc4, 'codes'), scan, end])

it('a picture alone stays as it is, and its size is told', () => {
  expect(plainJpeg(whole)).toEqual({ width: 640, height: 480, bytes: whole })
})

it('whatever else lies in the file is left out, wherever it stands', () => {
  const secrets = [
    segment(0xe1, 'Exif\0\0 where: 51.2 N, secret'),
    segment(0xe2, 'a profile, secret'),
    segment(0xed, 'secret'),
    segment(0xfe, 'a word, secret'),
    segment(0xe0, 'JFXX\0 a small picture, secret'),
    segment(0xe0, 'JFIF\0\x01\x01\0\0\x01\0\x01\x02\x02 secret secret'),
  ]
  const pieces = [head, table, frame(640, 480), segment(0xc4, 'codes')]
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.nat(4), fc.constantFrom(...secrets)), { maxLength: 8 }), fc.string(), (put, tail) => {
      const mixed = [...pieces, scan].flatMap((piece, at) => [
        ...put.flatMap(([where, secret]) => (where === at ? [secret] : [])),
        piece,
      ])
      const file = Buffer.concat([begin, ...mixed, end, Buffer.from(`${tail} secret`)])
      const { bytes } = plainJpeg(file)
      expect(bytes.toString('latin1')).not.toContain('secret')
      expect(bytes.equals(whole)).toBe(true)
    }),
    { numRuns: 200, seed: 38_010 },
  )
})

it('one that is cut off anywhere is refused, and one with bytes changed throws nothing but that', () => {
  for (let length = 0; length < whole.length; length += 1)
    expect(() => plainJpeg(whole.subarray(0, length)), String(length)).toThrow(InputError)
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.nat(whole.length - 1), fc.nat(255)), { minLength: 1, maxLength: 6 }), (changes) => {
      const file = Buffer.from(whole)
      for (const [at, value] of changes) file[at] = value
      try {
        expect(plainJpeg(file).width).toBeGreaterThan(0)
      } catch (error) {
        expect(error).toBeInstanceOf(InputError)
      }
    }),
    { numRuns: 500, seed: 38_011 },
  )
})

it('the wrong kind of file, one that says that it is huge, and one with too many bytes are refused with what is wrong', () => {
  expect(() => plainJpeg(Buffer.from('\x89PNG\r\n\x1a\n', 'latin1'))).toThrow('it is not a JPEG')
  const huge = Buffer.concat([begin, frame(65_000, 65_000), scan, end])
  expect(() => plainJpeg(huge)).toThrow(`65000 × 65000 pixels; up to ${pictureLimits.side} on a side`)
  expect(() => plainJpeg(Buffer.concat([begin, frame(5, 5, 0xc3), scan, end]))).toThrow('unusual kind')
  expect(() => plainJpeg(Buffer.concat([begin, head, table, end]))).toThrow('no picture in it')
  expect(() => plainJpeg(Buffer.alloc(pictureLimits.bytes + 1))).toThrow(/up to 3(\.0)?\sMB|up to/)
})

it('pictures are kept once, and outlast a restart', () => {
  const { pictures, directory, close } = freshStore()
  const id = pictures.keep(plainJpeg(whole))
  expect(pictures.keep(plainJpeg(whole))).toBe(id)
  expect(id).toMatch(/^[0-9a-f]{40}$/)
  close()
  expect(freshStore(directory).pictures.find(id)).toEqual({ width: 640, height: 480, bytes: whole })
  expect(freshStore(directory).pictures.find('none')).toBeUndefined()
})
