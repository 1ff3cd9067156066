import { InputError } from '#core/schema'
import { sizeText } from '#core/units'
import type { KeptPicture } from '../database/pictures'

/** Bytes and pixels of a picture that is kept. */
export const pictureLimits = { bytes: 3 * 1024 * 1024, side: 4000 } as const

/** What a segment is by its marker (ISO/IEC 10918-1, table B.1). */
const isFrame = (marker: number) => marker === 0xc0 || marker === 0xc1 || marker === 0xc2
const isTable = (marker: number) => marker === 0xdb || marker === 0xc4 || marker === 0xdd
const [start, end, scan, plainHead] = [0xd8, 0xd9, 0xda, 0xe0]
const isRestart = (marker: number) => marker >= 0xd0 && marker <= 0xd7

/**
 * A JPEG with nothing in it but its picture: what else a file of that kind may hold (where it was taken, by whom, small pictures,
 * words, what is hung on behind) is left out. Nothing is decoded, so that no picture can take more memory than its bytes.
 * @throws InputError where it is not a whole JPEG of the usual kinds, or too large
 */
export function plainJpeg(bytes: Buffer): KeptPicture {
  if (bytes.length > pictureLimits.bytes)
    throw wrong(`has ${sizeText(bytes.length)}; up to ${sizeText(pictureLimits.bytes)} are kept`)
  if (bytes[0] !== 0xff || bytes[1] !== start) throw wrong('is not a JPEG')
  const kept: Buffer[] = [bytes.subarray(0, 2)]
  let size: { width: number; height: number } | undefined
  let isShown = false
  for (let at = 2; ;) {
    if (bytes[at] !== 0xff) throw wrong(`is cut off or damaged at byte ${at}`)
    while (bytes[at + 1] === 0xff) at += 1
    const marker = bytes[at + 1]
    if (marker === end) break
    const length = at + 4 <= bytes.length ? bytes.readUInt16BE(at + 2) : 0
    const next = at + 2 + length
    if (marker === undefined || length < 2 || next > bytes.length) throw wrong(`is cut off or damaged at byte ${at}`)
    if (isFrame(marker)) size = sizeIn(bytes.subarray(at + 4, next), size)
    else if (marker === scan && !size) throw wrong('has no size before its picture')
    // Where the picture goes on until the next marker that is no part of it.
    const behind = marker === scan ? endOfScan(bytes, next) : next
    if (isFrame(marker) || isTable(marker) || marker === scan || isPlainHead(marker, bytes.subarray(at + 4, next)))
      kept.push(bytes.subarray(at, behind))
    else if (!isIdle(marker)) throw wrong('is a JPEG of an unusual kind')
    isShown ||= marker === scan
    at = behind
  }
  if (!size || !isShown) throw wrong('has no picture in it')
  return { ...size, bytes: Buffer.concat([...kept, Buffer.from([0xff, end])]) }
}

/** What may stand in a file and is no part of the picture: words, and what programs and cameras put in. */
const isIdle = (marker: number) => (marker >= 0xe0 && marker <= 0xef) || marker === 0xfe

/** The head that tells how dense the pixels are, without the small picture that it may hold. */
const isPlainHead = (marker: number, content: Buffer) =>
  marker === plainHead && content.length === 14 && content.subarray(0, 5).toString('latin1') === 'JFIF\0'

function sizeIn(frame: Buffer, before: object | undefined): { width: number; height: number } {
  if (before || frame.length < 6) throw wrong('is damaged: it has two sizes, or half of one')
  const [height, width] = [frame.readUInt16BE(1), frame.readUInt16BE(3)]
  if (!width || !height) throw wrong('is damaged: it has no size')
  if (Math.max(width, height) > pictureLimits.side)
    throw wrong(`has ${width} × ${height} pixels; up to ${pictureLimits.side} on a side are kept`)
  return { width, height }
}

function endOfScan(bytes: Buffer, from: number): number {
  for (let at = bytes.indexOf(0xff, from); at >= 0 && at + 1 < bytes.length; at = bytes.indexOf(0xff, at + 1)) {
    const marker = bytes[at + 1]!
    if (marker !== 0 && marker !== 0xff && !isRestart(marker)) return at
  }
  throw wrong('is cut off')
}

const wrong = (message: string) => new InputError([{ place: 'picture', message: `it ${message}` }])
