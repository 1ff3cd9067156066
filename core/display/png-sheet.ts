import { decode } from 'fast-png'
import { Unzlib } from 'fflate'
import { GlyphFileError } from './glyph-files'
import type { Raster } from './raster'

/** A sheet of 512 of the largest cells is no wider and no higher. */
const most = { width: 480, height: 1920 }
/** Bytes of a pixel at most: four parts of two bytes. */
const deepest = 8

/**
 * The pixels of a PNG (ISO/IEC 15948) that holds a sheet of glyphs. Its size is looked at before anything of it is
 * unpacked, and no more is unpacked than such a size takes.
 * @throws GlyphFileError
 */
export function pixelsOfPng(bytes: Uint8Array): Raster {
  refuseLarge(bytes)
  let image: ReturnType<typeof decode>
  try {
    image = decode(bytes)
  } catch {
    throw new GlyphFileError('is no PNG that can be read')
  }
  const { width, height, data, channels, depth, palette } = image
  if (depth !== 8 || palette) throw new GlyphFileError('it is to have 8 bits a colour, without a palette')
  if (channels === 4) return { width, height, data: new Uint8Array(data) }
  const full = new Uint8Array(width * height * 4)
  for (let at = 0; at < width * height; at += 1) {
    const of = (part: number) => data[at * channels + (channels < 3 ? 0 : part)]!
    full.set([of(0), of(1), of(2), channels === 2 ? data[at * 2 + 1]! : 255], at * 4)
  }
  return { width, height, data: full }
}

/** Goes over the chunks of a PNG: its size first, then what its pixels come to, a piece at a time. */
function refuseLarge(bytes: Uint8Array): void {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const nameAt = (at: number) => String.fromCharCode(...bytes.subarray(at, at + 4))
  if (bytes.length < 33 || view.getUint32(0) !== 0x89504e47 || nameAt(12) !== 'IHDR')
    throw new GlyphFileError('is no PNG that can be read')
  const [width, height] = [view.getUint32(16), view.getUint32(20)]
  if (!width || !height || width > most.width || height > most.height)
    throw new GlyphFileError(`is ${width} × ${height} pixels; a sheet of glyphs has up to ${most.width} × ${most.height}`)
  const expected = height * (width * deepest + 16) + 1024
  let unpacked = 0
  const unpacking = new Unzlib((piece) => {
    unpacked += piece.length
    if (unpacked > expected) throw new GlyphFileError(`holds more than its ${width} × ${height} pixels take`)
  })
  for (let at = 8; at + 12 <= bytes.length;) {
    const length = view.getUint32(at)
    if (nameAt(at + 4) === 'IDAT') unpackInPieces(unpacking, bytes.subarray(at + 8, at + 8 + length))
    at += 12 + length
  }
}

function unpackInPieces(unpacking: Unzlib, packed: Uint8Array): void {
  const piece = 4096
  for (let at = 0; at < packed.length; at += piece) {
    try {
      unpacking.push(packed.subarray(at, at + piece))
    } catch (error) {
      // What cannot be unpacked is told of when it is read.
      if (error instanceof GlyphFileError) throw error
      return
    }
  }
}
