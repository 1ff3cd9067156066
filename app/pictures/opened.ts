import { pictureAddress } from './address'
import { wrap, type Remote } from 'comlink'
import { pictureKind, type PictureFrame, type PlaneMap } from '#core/tracing'
import { mebibyte, sizeText } from '#core/units'
import { callApi } from '~/composables/useApi'
import type { Redrawing } from './redraw'

/** A picture that is open in the page, shrunk to what can be worked with. */
export interface OpenedPicture {
  name: string
  bitmap: ImageBitmap
  /** Of a file of several pages: which one this is, and how many there are. */
  page: number
  pages: number
}

/** Largest files, pictures and sides that are opened. */
const most = { bytes: 40 * mebibyte, pixels: 60_000_000, side: 2400 }

/**
 * Opens a picture, or a page of a PDF. What says that it is too large is not decoded at all.
 * @throws Error in words that the file's name can stand before
 */
export async function openPicture(file: File, page = 1): Promise<OpenedPicture> {
  if (file.size > most.bytes) throw new Error(`has ${sizeText(file.size)}; up to ${sizeText(most.bytes)} are opened`)
  const bytes = new Uint8Array(await file.arrayBuffer())
  const found = pictureKind(bytes)
  if (!found) throw new Error('is no picture that can be opened: PNG, JPEG, WebP or PDF')
  const name = file.name.replace(/\.[^.]*$/, '').slice(0, 60) || 'Picture'
  if (found.kind === 'pdf') {
    const { pageOfPdf } = await import('./pdf-page')
    return { name, ...(await pageOfPdf(bytes, page, most.side)) }
  }
  const { width = 1, height = 1 } = found.size ?? {}
  if (width * height > most.pixels) throw new Error(`has ${width} × ${height} pixels; up to 60 million are opened`)
  return { name, bitmap: await decoded(new Blob([bytes])), page: 1, pages: 1 }
}

/** A picture that is kept, opened again. */
export async function openKept(id: string, name: string): Promise<OpenedPicture> {
  const answer = await fetch(pictureAddress(id))
  if (!answer.ok) throw new Error('is not on this server')
  return { name, bitmap: await decoded(await answer.blob()), page: 1, pages: 1 }
}

async function decoded(blob: Blob): Promise<ImageBitmap> {
  let bitmap: ImageBitmap
  try {
    bitmap = await createImageBitmap(blob)
  } catch {
    throw new Error('is damaged: it cannot be shown')
  }
  const scale = most.side / Math.max(bitmap.width, bitmap.height)
  if (scale >= 1) return bitmap
  const [resizeWidth, resizeHeight] = [bitmap.width, bitmap.height].map((side) => Math.max(1, Math.round(side * scale)))
  const small = await createImageBitmap(bitmap, { resizeWidth, resizeHeight, resizeQuality: 'high' })
  bitmap.close()
  return small
}

let thread: Remote<Redrawing> | undefined
const redraw = () =>
  (thread ??= wrap<Redrawing>(new Worker(new URL('./redraw.worker.ts', import.meta.url), { type: 'module', name: 'pictures' })))

export const wholePicture = (bitmap: ImageBitmap): Promise<Blob> => redraw().whole(bitmap)
export const straightPicture = (bitmap: ImageBitmap, onBoard: PlaneMap, frame: PictureFrame): Promise<Blob> =>
  redraw().straight(bitmap, onBoard, frame)

/** Keeps a redrawn picture on the server. @returns its name there */
export async function keepPicture(blob: Blob): Promise<string> {
  const { id } = await callApi('POST /api/pictures', { body: { picture: await base64Of(blob) } })
  return id
}

function base64Of(blob: Blob): Promise<string> {
  return new Promise((resolve, reject) => {
    const reader = new FileReader()
    reader.onload = () => resolve((reader.result as string).replace(/^[^,]*,/, ''))
    reader.onerror = () => reject(new Error('cannot be read'))
    reader.readAsDataURL(blob)
  })
}
