import type { Extent } from './laying'

export type PictureKind = 'png' | 'jpeg' | 'webp' | 'pdf'

/** What a file is by its first bytes, and how large the picture says it is where its head tells that. */
export function pictureKind(bytes: Uint8Array): { kind: PictureKind; size?: Extent } | undefined {
  const text = (from: number, to: number) => String.fromCharCode(...bytes.subarray(from, to))
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  if (text(1, 4) === 'PNG' && bytes[0] === 0x89) return { kind: 'png', size: pngSize(view, text(12, 16)) }
  if (bytes[0] === 0xff && bytes[1] === 0xd8) return { kind: 'jpeg', size: jpegSize(view) }
  if (text(0, 4) === 'RIFF' && text(8, 12) === 'WEBP') return { kind: 'webp', size: webpSize(view, text(12, 16)) }
  return text(0, 5) === '%PDF-' ? { kind: 'pdf' } : undefined
}

/** By the head that comes first (PNG specification, 11.2.2). */
function pngSize(view: DataView, head: string): Extent | undefined {
  if (head !== 'IHDR' || view.byteLength < 24) return undefined
  return { width: view.getUint32(16), height: view.getUint32(20) }
}

/** By the frame header (ISO/IEC 10918-1, B.2.2). */
function jpegSize(view: DataView): Extent | undefined {
  for (let at = 2; at + 9 <= view.byteLength;) {
    if (view.getUint8(at) !== 0xff) return undefined
    const marker = view.getUint8(at + 1)
    if (marker === 0xff) at += 1
    else if (marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker))
      return { width: view.getUint16(at + 7), height: view.getUint16(at + 5) }
    else at += 2 + view.getUint16(at + 2)
  }
  return undefined
}

/** By the first chunk (RFC 9649): of a lossy, a lossless and an extended picture. */
function webpSize(view: DataView, chunk: string): Extent | undefined {
  if (view.byteLength < 30) return undefined
  if (chunk === 'VP8 ') return { width: view.getUint16(26, true) & 0x3fff, height: view.getUint16(28, true) & 0x3fff }
  if (chunk === 'VP8L') {
    const bits = view.getUint32(21, true)
    return { width: (bits & 0x3fff) + 1, height: ((bits >>> 14) & 0x3fff) + 1 }
  }
  const three = (at: number) => view.getUint16(at, true) + view.getUint8(at + 2) * 65_536 + 1
  return chunk === 'VP8X' ? { width: three(24), height: three(27) } : undefined
}
