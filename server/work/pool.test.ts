import { readFileSync } from 'node:fs'
import { afterAll, describe, expect, it } from 'vitest'
import { allocated } from '../../tests/helpers/plans'
import { makingLines, paperParts, paperTable, type PaperPart } from '#core/documents'
import { wiresOf } from '#core/harness'
import { applyEdit, resolvePlan, type Edit, type Plan } from '#core/plan'
import { bundled } from '../../tests/helpers/bundled'
import { readPdf } from '../../tests/helpers/pdf-text'
import type { PapersWanted } from '../papers/pdf'
import { NotDone } from './lane'
import { WorkPool } from './pool'

const thread = { worker: bundled('server/work/worker.ts'), papers: bundled('server/work/papers-worker.ts') }
/** Patient, since no result hangs on time. */
const pool = new WorkPool(thread, { milliseconds: 1_800_000 })
const hasty = new WorkPool(thread, { milliseconds: 30 })
afterAll(() => Promise.all([pool.end(), hasty.end()]))

const plan = allocated('spillway-hex')

describe('work in threads of its own', () => {
  it('gives what it comes to, and what was refused, with the place', async () => {
    const edit: Edit = { type: 'plan.rename', name: 'Other' }
    const next = applyEdit(plan, edit)
    const done = await pool.run('replay', { before: plan, edits: [edit], plan: next })
    expect(done).toEqual({})
    expect(await pool.run('brief', next)).toMatchObject({ devices: 17 })
    const smuggled = { before: plan, edits: [edit], plan: { ...next, note: 'smuggled' } }
    await expect(pool.run('replay', smuggled)).rejects.toMatchObject({ unfit: true, problems: [{ place: 'note' }] })
    const unsound = { before: plan, edits: [{ ...edit, name: '\u202E' }], plan: next }
    await expect(pool.run('replay', unsound)).rejects.toMatchObject({ unfit: false, problems: [{ place: 'edits[0].name' }] })
    await expect(pool.run('planFile', '{"format": ')).rejects.toMatchObject({ problems: [{ place: 'line 1, column 12' }] })
    await expect(pool.run('definitionsFile', 'kind: [')).rejects.toMatchObject({ unfit: false })
  })

  it('is ended when it takes too long, and goes on with the next', async () => {
    await expect(hasty.run('planFile', JSON.stringify(plan))).rejects.toMatchObject({ kind: 'too-long' })
    expect(await pool.run('json', new TextEncoder().encode('{"a": 1}'))).toEqual({ a: 1 })
  })

  it('is ended when nobody waits for it any more', async () => {
    const leaving = new AbortController()
    const task = pool.run('planFile', JSON.stringify(plan), { leaving: leaving.signal })
    leaving.abort()
    await expect(task).rejects.toBeInstanceOf(NotDone)
    await expect(task).rejects.toMatchObject({ kind: 'left' })
  })

  describe('papers', () => {
    const bytes = (file: string) => new Uint8Array(readFileSync(`node_modules/@fontsource/${file}`))
    const own = (weight: number) => bytes(`atkinson-hyperlegible/files/atkinson-hyperlegible-latin-${weight}-normal.woff`)
    const others = ['latin-ext', 'greek', 'cyrillic'].map((name) => ({
      name,
      bytes: bytes(`noto-sans/files/noto-sans-${name}-400-normal.woff`),
    }))
    const fonts = { plain: own(400), bold: own(700), others }
    const layers = { main: true, signal: true, video: true, supply: false, ground: false }
    const print = (of: Plan, parts: PaperPart[], more: Partial<PapersWanted> = {}) =>
      pool.run('papers', {
        plan: of,
        wanted: { parts, layers, paper: 'A4', blackAndWhite: false, date: '2026-01-02', ...more },
        fonts,
      })
    const named = (name: string) => applyEdit(plan, { type: 'plan.rename', name })
    const every = Object.keys(paperParts) as PaperPart[]
    let whole: ReturnType<typeof readPdf> | undefined
    /** Every paper of the hex, printed once. */
    const wholePdf = () => (whole ??= print(plan, every, { version: 7 }).then(readPdf))

    it('hold every row of every table, each part on a page of its own, with a title block on every page', async () => {
      const pages = await wholePdf()
      const resolved = resolvePlan(plan)
      const wires = wiresOf(resolved)
      const flat = (text: string) => text.replace(/\s+/g, '')
      const all = flat(pages.map(({ text }) => text).join(''))
      for (const part of every)
        expect(
          pages.some(({ text }) => text.includes(paperParts[part])),
          part,
        ).toBe(true)
      for (const part of ['wires', 'cut', 'connectors', 'materials'] as const) {
        for (const row of paperTable(part, resolved, wires).rows) {
          for (const cell of row) expect(all, `${part}: ${cell}`).toContain(flat(String(cell)))
        }
      }
      for (const line of makingLines(resolved, wires)) expect(all).toContain(flat(line.text))
      pages.forEach(({ text }, at) => {
        for (const said of [plan.name, 'Corran 7 rev B', '2026-01-02', `${at + 1} of ${pages.length}`])
          expect(text).toContain(said)
        expect(flat(text)).toContain(`Version7`)
      })
    })
    it('of a build that is not saved say that, in the place of its version', async () => {
      const pages = await readPdf(await print(plan, ['cut']))
      for (const { text } of pages) expect(text).toMatch(/Version\s*not saved/)
    })
    it('lie within their pages', async () => {
      for (const pages of [await wholePdf(), await readPdf(await print(plan, every, { paper: 'A3' }))]) {
        for (const { pieces, width, height } of pages) {
          expect(width).toBeGreaterThan(height)
          for (const { x, y, text } of pieces) expect(x > 0 && x < width && y > 0 && y < height, text).toBe(true)
        }
      }
    })
    it('hold what was asked for and no more', async () => {
      const pages = await readPdf(await print(plan, ['cut'], { blackAndWhite: true }))
      expect(pages[0]!.text).toContain('Cut list')
      expect(pages.map(({ text }) => text).join('')).not.toContain('Harness drawing')
    })
    it('set scripts that the product’s own font has no glyphs for, and say which signs no font has', async () => {
      const faces = async (of: Plan) => {
        const pdf = Buffer.from((await print(of, ['cut'])) as Uint8Array)
        return new Set([...pdf.toString('latin1').matchAll(/\/FontName \/[A-Z]+\+([\w-]+)/g)].map(([, face]) => face))
      }
      expect([...(await faces(named('Plain')))].some((face) => face!.startsWith('Noto'))).toBe(false)
      expect([...(await faces(named('Φράγμα, плотина, łódź, ő')))].some((face) => face!.startsWith('Noto'))).toBe(true)
      const [page] = await readPdf(await print(named('日本 dam'), ['cut']))
      expect(page!.text).toContain('?? dam')
      expect(page!.text).toContain('U+65E5, U+672C')
    })
  })
})
