import type { PapersAsked } from '#contract'
import { createHash } from 'node:crypto'
import { existsSync, renameSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { threadId } from 'node:worker_threads'
import pdfmake from 'pdfmake'
import type { Content, ContentTable, TDocumentDefinitions, TableCell } from 'pdfmake/interfaces'
import {
  airframeSvg,
  coloursUsed,
  harnessSvg,
  makingLines,
  paperParts,
  paperTable,
  type PaperPart,
  type Table,
} from '#core/documents'
import { harnessParts, roomOf, wiresOf, type Wire } from '#core/harness'
import type { ResolvedPlan } from '#core/plan'
import { Faces, type Fonts } from './fonts'

export type { Fonts } from './fonts'
export type Paper = 'A4' | 'A3'

/** What is to be on paper, and how. */
export type PapersWanted = Omit<PapersAsked, 'plan'> & {
  blackAndWhite: boolean
  /** Day of printing, as it stands in the title block. */
  date: string
}

const own = 'Atkinson Hyperlegible'
const sizes = { A4: [841.89, 595.28], A3: [1190.55, 841.89] } as const
const margin = 28
/** Height of the title block at the foot of each page. */
const block = 52
const head = 20
const faint = '#8a94a0'

/**
 * The papers of a harness as one PDF: each part begins on a page of its own, with the title block at
 * the foot of every page. Tables repeat their heads on each page and part between rows. Text is text,
 * in the product's own font, and in others where that has no glyph; signs that none has are told of.
 */
export async function papersPdf(resolved: ResolvedPlan, wanted: PapersWanted, fonts: Fonts): Promise<Uint8Array> {
  const wires = wiresOf(resolved)
  const faces = new Faces(fonts)
  const write = (text: string | number): Content => ({
    text: faces.runs(String(text)).map(({ face, text: run }) => ({ text: run, font: face ?? own })),
  })
  const [width, height] = sizes[wanted.paper]
  const content = (Object.keys(paperParts) as PaperPart[])
    .filter((part) => wanted.parts.includes(part))
    .map((part, at): Content => ({
      stack: [
        { text: `${paperParts[part]}${part === 'drawing' && wanted.blackAndWhite ? ', black and white' : ''}`, style: 'head' },
        ...contentOf(part, {
          resolved,
          wires,
          wanted,
          write,
          faces,
          room: [width - 2 * margin, height - margin - head - block - 46],
        }),
      ],
      ...(at ? { pageBreak: 'before' as const } : {}),
    }))
  const { plan, board } = resolved
  const firmware = plan.definitions.boards[board.id]?.firmwares[board.firmware]?.name ?? board.firmware
  faces.runs(plan.name)
  const from = wanted.version === undefined ? 'not saved' : String(wanted.version)
  const definition: TDocumentDefinitions = {
    pageSize: wanted.paper,
    pageOrientation: 'landscape',
    pageMargins: [margin, margin, margin, block + 12],
    info: { title: `${plan.name}: ${wanted.parts.map((part) => paperParts[part]).join(', ')}` },
    defaultStyle: { font: own, fontSize: 8.5 },
    styles: { head: { fontSize: 13, bold: true, margin: [0, 0, 0, 6] } },
    content,
    footer: (page, pages) => {
      const cell = (title: string, value: Content): TableCell => ({
        stack: [{ text: title, fontSize: 6.5, color: faint }, value],
      })
      return {
        margin: [margin, 4, margin, 0],
        stack: [
          {
            table: {
              widths: ['*', '*', 60, 70, 60],
              body: [
                [
                  cell('Build', write(plan.name)),
                  cell('Board', write(`${board.name} rev ${board.revision}, ${firmware}`)),
                  cell('Version', write(from)),
                  cell('Date', write(wanted.date)),
                  cell('Page', write(`${page} of ${pages}`)),
                ],
              ],
            },
          },
          // Known once everything is written, and the foot is written last.
          { text: missingWords(faces), fontSize: 6.5, color: faint },
        ],
      }
    },
  }
  const files = fontFiles(fonts)
  pdfmake.setUrlAccessPolicy(() => false)
  pdfmake.setLocalAccessPolicy((path) => files.all.has(path))
  pdfmake.setFonts(files.byFace)
  return new Uint8Array(await pdfmake.createPdf(definition).getBuffer())
}

/** Which signs no font has a glyph for. */
function missingWords({ missing }: Faces): string {
  const codes = [...missing].map((sign) => `U+${sign.codePointAt(0)!.toString(16).toUpperCase().padStart(4, '0')}`)
  return codes.length ? `“?” stands for signs that this paper has no glyph for: ${codes.slice(0, 12).join(', ')}` : ''
}

/** The fonts as files, named by what they hold: the writer of PDF sets text within drawings from files alone. */
function fontFiles(fonts: Fonts) {
  const all = new Set<string>()
  const file = (bytes: Uint8Array) => {
    const path = join(tmpdir(), `ypodoma-font-${createHash('sha256').update(bytes).digest('hex').slice(0, 32)}.woff`)
    if (!existsSync(path) || statSync(path).size !== bytes.length) {
      const fresh = `${path}.${process.pid}.${threadId}`
      writeFileSync(fresh, bytes)
      renameSync(fresh, path)
    }
    all.add(path)
    return path
  }
  const face = (normal: Uint8Array, bold = normal) => ({ normal: file(normal), bold: file(bold) })
  const others = fonts.others.map(({ name, bytes }) => [name, face(bytes)] as const)
  return { all, byFace: Object.fromEntries([[own, face(fonts.plain, fonts.bold)] as const, ...others]) }
}

interface Setting {
  resolved: ResolvedPlan
  wires: Wire[]
  wanted: PapersWanted
  write: (text: string | number) => Content
  faces: Faces
  /** Width and height that a drawing may take. */
  room: [width: number, height: number]
}

function contentOf(part: PaperPart, setting: Setting): Content[] {
  const { resolved, wires, write } = setting
  if (part === 'drawing') return drawingContent(setting)
  if (part === 'making') return [makingContent(setting)]
  if (part === 'placement') return [...placementContent(setting), tableContent(paperTable(part, resolved, wires), write)]
  return [tableContent(paperTable(part, resolved, wires), write)]
}

/** Letters of a drawing are to be so many points high. */
const leastLetters = 6

/** The drawing in the middle of its page, on as many pages as its letters need, and what its lines and codes mean. */
function drawingContent(setting: Setting): Content[] {
  const { resolved, wires, wanted, faces, room } = setting
  const [width, height] = room
  const parts = harnessParts(resolved, wires, wanted.layers, roomOf(width, height - partWords, leastLetters), wanted.arrangement)
  return parts.flatMap(({ devices, drawing }, at): Content[] => {
    const svg = harnessSvg(drawing, resolved.plan.name, { blackAndWhite: wanted.blackAndWhite })
    const names = devices?.map((id) => resolved.parts.find((part) => part.id === id)?.instance.name ?? id)
    const words = names
      ? `Wires of ${names.join(', ')}`
      : `All of it; its letters can be read on the ${parts.length - 1} pages behind`
    return [
      ...(parts.length > 1
        ? [{ ...(setting.write(words) as object), color: faint, ...(at ? { pageBreak: 'before' as const } : {}) } as Content]
        : []),
      { svg: inFaces(svg, faces), fit: [width, parts.length > 1 ? height - partWords : height], alignment: 'center' },
      legendContent(setting),
    ]
  })
}

/** The airframe from above and from the right, on a page of its own before the table. */
function placementContent({ resolved, wires, faces, room: [width, height] }: Setting): Content[] {
  const side = (of: 'top' | 'right', fit: [number, number]) => ({
    svg: inFaces(airframeSvg(resolved, wires, of, fit), faces),
    fit,
    alignment: 'center' as const,
  })
  return [side('top', [width, height * 0.74]), { ...side('right', [width, height * 0.2]), pageBreak: 'after' as const }]
}

/** Height of the line that says what part of the harness a page shows. */
const partWords = 16

function legendContent({ wires, wanted, write }: Setting): Content {
  const swatch = (hex: string) =>
    `<svg width="18" height="6"><rect width="18" height="6" fill="${wanted.blackAndWhite ? '#ffffff' : hex}" stroke="#1b2a3a" stroke-width="0.8"/></svg>`
  return {
    margin: [0, 6, 0, 0],
    columnGap: 10,
    columns: [
      { width: 'auto', ...plainText('Wires: number, colour, AWG') },
      ...coloursUsed(wires).map(({ code, name, hex }) => ({
        width: 'auto' as const,
        columnGap: 3,
        columns: [
          { width: 18, svg: swatch(hex), margin: [0, 2, 0, 0] as [number, number, number, number] },
          { width: 'auto' as const, ...(write(`${code} ${name}`) as object) },
        ],
      })),
    ] as Content[],
  } as Content
}

const plainText = (text: string) => ({ text, color: faint })

/** Without columns in which nothing stands. */
function filled({ header, rows, ...table }: Table): Table {
  const kept = header.flatMap((_, column) => (rows.some((row) => row[column] !== '') ? [column] : []))
  const pick = <T>(cells: T[]) => kept.map((column) => cells[column]!)
  return { ...table, header: pick(header), rows: rows.map(pick) }
}

function tableContent(table: Table, write: Setting['write']): Content {
  const { header, rows } = filled(table)
  const numeric = header.map(
    (_, column) => rows.length > 0 && rows.every((row) => row[column] === '' || typeof row[column] === 'number'),
  )
  /** The columns that say most take what room is left. */
  const longest = header.map((_, column) => Math.max(0, ...rows.map((row) => String(row[column]).length)))
  return lined({
    headerRows: 1,
    keepWithHeaderRows: 1,
    dontBreakRows: true,
    widths: longest.map((length) => (length > 24 ? '*' : 'auto')),
    body: [
      header.map((text) => ({ text, bold: true })),
      ...rows.map((row) =>
        row.map((cell, column) => ({ ...(write(cell) as object), ...(numeric[column] ? { alignment: 'right' as const } : {}) })),
      ),
    ] as TableCell[][],
  })
}

/** With a box for each line that is ticked off. */
function makingContent({ resolved, wires, write }: Setting): Content {
  const tick = (done: boolean) => ({
    svg: `<svg width="10" height="10"><rect x="1" y="1" width="8" height="8" fill="none" stroke="#1b2a3a"/>${done ? '<path d="M2 5 4.4 8 8.4 2" fill="none" stroke="#1b2a3a" stroke-width="1.4"/>' : ''}</svg>`,
    width: 9,
  })
  let before = ''
  const body = makingLines(resolved, wires).flatMap(({ step, wire, text, done }): TableCell[][] => {
    if (step === before) return [[tick(done), write(wire ?? ''), write(text)]] as TableCell[][]
    before = step
    // One row with what comes first in it, so that no heading stands alone at the foot of a page.
    const heading = { ...(write(step) as object), bold: true, margin: [0, 6, 0, 3] }
    return [
      [{ stack: [{ text: ' ', margin: [0, 6, 0, 3] }, tick(done)] }, write(wire ?? ''), { stack: [heading, write(text)] }],
    ] as TableCell[][]
  })
  return lined({ headerRows: 0, dontBreakRows: true, widths: [12, 30, '*'], body })
}

function lined(table: ContentTable['table']): Content {
  return {
    table,
    layout: {
      hLineWidth: () => 0.5,
      vLineWidth: () => 0,
      hLineColor: () => '#c9ced4',
      paddingTop: () => 2,
      paddingBottom: () => 2,
    },
  }
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
