import { createCanvas } from '@napi-rs/canvas'
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { readFileSync, writeFileSync } from 'node:fs'
const [file, out, ...pages] = process.argv.slice(2)
const d = await getDocument({ data: new Uint8Array(readFileSync(file!)), verbosity: 0 }).promise
console.log('pages', d.numPages)
for (const n of pages.length ? pages.map(Number) : []) {
  const p = await d.getPage(n); const v = p.getViewport({ scale: 1.4 })
  const c = createCanvas(v.width, v.height)
  await p.render({ canvas: c as any, canvasContext: c.getContext('2d') as any, viewport: v }).promise
  writeFileSync(`${out}${n}.png`, c.toBuffer('image/png'))
}
