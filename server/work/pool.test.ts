import { readFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { allocated } from '../../tests/helpers/plans'
import { applyEdit, type Edit } from '#core/plan'
import { NotDone, WorkPool } from './pool'

const thread = resolve('tests/helpers/work-thread.mjs')
const pool = new WorkPool(thread)
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
    expect(await pool.run('json', '{"a": 1}')).toEqual({ a: 1 })
  })

  it('is ended when nobody waits for it any more', async () => {
    const leaving = new AbortController()
    const task = pool.run('planFile', JSON.stringify(plan), leaving.signal)
    leaving.abort()
    await expect(task).rejects.toBeInstanceOf(NotDone)
    await expect(task).rejects.toMatchObject({ kind: 'left' })
  })

  it('prints scripts that the product’s own font has no glyphs for, and says which signs no font has', async () => {
    const bytes = (file: string) => new Uint8Array(readFileSync(`node_modules/@fontsource/${file}`))
    const own = (weight: number) => bytes(`atkinson-hyperlegible/files/atkinson-hyperlegible-latin-${weight}-normal.woff`)
    const others = ['latin-ext', 'greek', 'cyrillic'].map((name) => ({
      name,
      bytes: bytes(`noto-sans/files/noto-sans-${name}-400-normal.woff`),
    }))
    const layers = { main: true, signal: true, video: true, supply: false, ground: false }
    const named = (name: string) => applyEdit(plan, { type: 'plan.rename', name })
    const draw = async (name: string) =>
      Buffer.from(
        await pool.run('drawing', { plan: named(name), layers, paper: 'A4', fonts: { plain: own(400), bold: own(700), others } }),
      )
    const faces = (pdf: Buffer) =>
      new Set([...pdf.toString('latin1').matchAll(/\/FontName \/[A-Z]+\+([\w-]+)/g)].map(([, face]) => face))
    const latin = await draw('Plain')
    const greek = await draw('Φράγμα, плотина, łódź, ő')
    expect(latin.subarray(0, 5).toString()).toBe('%PDF-')
    expect([...faces(latin)].some((face) => face!.startsWith('Noto'))).toBe(false)
    expect([...faces(greek)].filter((face) => face!.startsWith('Noto')).length).toBeGreaterThan(0)
    expect((await draw('日本')).length).toBeGreaterThan(latin.length / 2)
  }, 30_000)
})
