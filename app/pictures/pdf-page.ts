import { getDocument, GlobalWorkerOptions } from 'pdfjs-dist'
import reader from 'pdfjs-dist/build/pdf.worker.min.mjs?url'

/** Milliseconds that the drawing of a page may take. */
const patience = 30_000

/**
 * A page of a PDF as a picture.
 * @param side pixels of its longer side
 * @throws Error in words that the file's name can stand before
 */
export async function pageOfPdf(
  data: Uint8Array,
  page: number,
  side: number,
): Promise<{ bitmap: ImageBitmap; page: number; pages: number }> {
  GlobalWorkerOptions.workerSrc = reader
  const loading = getDocument({ data, useWasm: false, isEvalSupported: false, disableFontFace: false, useSystemFonts: true })
  loading.onPassword = () => void loading.destroy()
  const late = setTimeout(() => void loading.destroy(), patience)
  try {
    const pdf = await loading.promise
    const number = Math.min(Math.max(1, page), pdf.numPages)
    const sheet = await pdf.getPage(number)
    const { width, height } = sheet.getViewport({ scale: 1 })
    const viewport = sheet.getViewport({ scale: side / Math.max(width, height) })
    const canvas = document.createElement('canvas')
    canvas.width = Math.max(1, Math.round(viewport.width))
    canvas.height = Math.max(1, Math.round(viewport.height))
    await sheet.render({ canvas, viewport, background: '#fff' }).promise
    return { bitmap: await createImageBitmap(canvas), page: number, pages: pdf.numPages }
  } catch {
    throw new Error('cannot be shown: it is damaged, asks for a password, or takes too long')
  } finally {
    clearTimeout(late)
    void loading.destroy()
  }
}
