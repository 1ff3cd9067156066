import PDFDocument from 'pdfkit'
import SVGtoPDF from 'svg-to-pdfkit'

export type Paper = 'A4' | 'A3'

interface Sheet {
  paper: Paper
  title: string
  /** Size of the SVG in its own units. */
  width: number
  height: number
}

const margin = 28
const mark = 14

/** Puts an SVG on one sheet across, text as text, in the product's own font. */
export async function svgToPdf(svg: string, { paper, title, width, height }: Sheet): Promise<Buffer> {
  const [plain, bold] = await Promise.all([font('400'), font('700')])
  const document = new PDFDocument({
    size: paper,
    layout: 'landscape',
    margin,
    font: plain as unknown as string,
    info: { Title: title },
  })
  document.registerFont('plain', plain)
  document.registerFont('bold', bold)
  const parts: Buffer[] = []
  const done = new Promise<Buffer>((resolve, reject) => {
    document.on('data', (part: Buffer) => parts.push(part))
    document.on('end', () => resolve(Buffer.concat(parts)))
    document.on('error', reject)
  })
  const room = { width: document.page.width - 2 * margin, height: document.page.height - 2 * margin - mark }
  const scale = Math.min(room.width / width, room.height / height)
  SVGtoPDF(document, svg, margin, margin, {
    width: width * scale,
    height: height * scale,
    preserveAspectRatio: 'xMinYMin meet',
    fontCallback: (_family: string, isBold: boolean) => (isBold ? 'bold' : 'plain'),
  })
  document
    .font('plain')
    .fontSize(8)
    .text(title, margin, document.page.height - margin - mark + 4, { lineBreak: false })
  document.end()
  return done
}

async function font(weight: '400' | '700'): Promise<Buffer> {
  const raw = await useStorage('assets:fonts').getItemRaw(`atkinson-hyperlegible-latin-${weight}-normal.woff`)
  return Buffer.from(raw as Uint8Array)
}
