import PDFDocument from 'pdfkit'
import SVGtoPDF from 'svg-to-pdfkit'
import { Faces, type Fonts } from './fonts'

export type { Fonts } from './fonts'
export type Paper = 'A4' | 'A3'

interface Sheet {
  paper: Paper
  title: string
  /** Size of the SVG in its own units. */
  width: number
  height: number
  fonts: Fonts
}

const margin = 28
const mark = 14

/**
 * Puts an SVG on one sheet across, text as text, in the product's own font and in
 * others where that has no glyph; signs that none has are told of at the foot.
 */
export async function svgToPdf(svg: string, { paper, title, width, height, fonts }: Sheet): Promise<Uint8Array> {
  const faces = new Faces(fonts)
  const document = new PDFDocument({
    size: paper,
    layout: 'landscape',
    margin,
    font: Buffer.from(fonts.plain) as unknown as string,
    info: { Title: title },
  })
  document.registerFont('plain', Buffer.from(fonts.plain))
  document.registerFont('bold', Buffer.from(fonts.bold))
  for (const { name, bytes } of fonts.others) document.registerFont(name, Buffer.from(bytes))
  const parts: Buffer[] = []
  const done = new Promise<Buffer>((resolve, reject) => {
    document.on('data', (part: Buffer) => parts.push(part))
    document.on('end', () => resolve(Buffer.concat(parts)))
    document.on('error', reject)
  })
  const room = { width: document.page.width - 2 * margin, height: document.page.height - 2 * margin - mark }
  const scale = Math.min(room.width / width, room.height / height)
  SVGtoPDF(document, inFaces(svg, faces), margin, margin, {
    width: width * scale,
    height: height * scale,
    preserveAspectRatio: 'xMinYMin meet',
    fontCallback: (family: string, isBold: boolean) =>
      fonts.others.some(({ name }) => name === family) ? family : isBold ? 'bold' : 'plain',
  })
  let x = margin
  const foot = (text: string) => {
    for (const { face, text: run } of faces.runs(text)) {
      document.font(face ?? 'plain').fontSize(8)
      document.text(run, x, document.page.height - margin - mark + 4, { lineBreak: false })
      x += document.widthOfString(run)
    }
  }
  foot(title)
  const missing = [...faces.missing].map((sign) => `U+${sign.codePointAt(0)!.toString(16).toUpperCase().padStart(4, '0')}`)
  if (missing.length) foot(`   “?” stands for signs that this paper has no glyph for: ${missing.slice(0, 12).join(', ')}`)
  document.end()
  return done
}

const plainEntities: Record<string, string> = { '&amp;': '&', '&lt;': '<', '&gt;': '>', '&quot;': '"' }
const entities = Object.fromEntries(Object.entries(plainEntities).map(([entity, sign]) => [sign, entity]))

/** The SVG with each text in the faces that can set it. */
function inFaces(svg: string, faces: Faces): string {
  return svg.replace(/(<(?:text|tspan)\b[^>]*>)([^<]+)/g, (_, tag: string, content: string) => {
    const text = content.replace(/&(amp|lt|gt|quot);/g, (entity) => plainEntities[entity]!)
    const runs = faces.runs(text).map(({ face, text: run }) => {
      const escaped = run.replace(/[&<>"]/g, (sign) => entities[sign]!)
      return face ? `<tspan font-family="${face}">${escaped}</tspan>` : escaped
    })
    return tag + runs.join('')
  })
}
