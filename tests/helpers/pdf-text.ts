import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'

/** A page of a PDF as it is read back: its size in points, and its text with where each piece begins. */
export interface ReadPage {
  width: number
  height: number
  text: string
  pieces: { text: string; x: number; y: number }[]
}

/** The text of a PDF, page by page. */
export async function readPdf(bytes: Uint8Array): Promise<ReadPage[]> {
  const document = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise
  const pages: ReadPage[] = []
  for (let number = 1; number <= document.numPages; number += 1) {
    const page = await document.getPage(number)
    const { width, height } = page.getViewport({ scale: 1 })
    const { items } = await page.getTextContent()
    const pieces = items.flatMap((item) =>
      'str' in item && item.str.trim() ? [{ text: item.str, x: Number(item.transform[4]), y: Number(item.transform[5]) }] : [],
    )
    const text = items.map((item) => ('str' in item ? item.str + (item.hasEOL ? '\n' : '') : '')).join('')
    pages.push({ width, height, text, pieces })
  }
  return pages
}
