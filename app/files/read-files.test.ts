import { strToU8, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { blankBoard, blankDevice } from '#core/catalogue'
import { libraryFile, readDefinitionsFile } from '#core/schema'
import { readFiles } from './read-files'

const board = blankBoard('gull', 'Gull')
const [eye, ear] = [blankDevice('eye', 'Eye'), blankDevice('ear', 'Ear')]
const text = (value: unknown) => JSON.stringify(value)
const file = (path: string, content: string | Uint8Array) => ({ path, blob: new Blob([content as BlobPart]) })
const idsOf = (library: string | undefined) => (library ? readDefinitionsFile(library).map(({ id }) => id) : [])

describe('several files', () => {
  it('are read each for itself: what cannot be read keeps no other back', async () => {
    const { library, report, passed } = await readFiles([
      file('parts/gull.json', text(board)),
      file('parts/more.json', text(libraryFile([eye, ear]))),
      file('parts/broken.json', text({ ...eye, id: 'lost', mass: -1 })),
      file('parts/words.yaml', 'just words'),
      file('parts/photo.jpg', 'x'),
      file('parts/.hidden.json', '{}'),
    ])
    expect(idsOf(library).sort()).toEqual(['ear', 'eye', 'gull'])
    expect(passed).toBe(2)
    expect(report.map(({ file: name, read, problems }) => [name, read, problems.length > 0])).toEqual([
      ['parts/gull.json', ['Gull'], false],
      ['parts/more.json', ['Eye', 'Ear'], false],
      ['parts/broken.json', [], true],
      ['parts/words.yaml', [], true],
    ])
    expect(report[2]!.problems[0]).toMatchObject({ place: 'mass' })
  })

  it('may tell one thing twice if they tell the same', async () => {
    const other = { ...eye, summary: 'otherwise' }
    const { library, report } = await readFiles([
      file('a.json', text(eye)),
      file('b.json', text(eye)),
      file('c.json', text(libraryFile([other, ear]))),
    ])
    expect(idsOf(library)).toEqual(['eye'])
    expect(report[2]!.problems).toEqual([{ place: 'device eye', message: 'says otherwise in a.json' }])
  })

  it('may be packed; none at all is no library', async () => {
    const zip = zipSync({
      'parts/eye.json': strToU8(text(eye)),
      'parts/read me.txt': strToU8('hello'),
      'ear.yaml': strToU8(text(ear)),
    })
    const { library, report, passed } = await readFiles([file('all.zip', zip)])
    expect(idsOf(library).sort()).toEqual(['ear', 'eye'])
    expect([report.map(({ file: name }) => name), passed]).toEqual([['all.zip: parts/eye.json', 'all.zip: ear.yaml'], 1])
    expect(await readFiles([])).toEqual({ library: undefined, report: [], passed: 0 })
    expect(await readFiles([file('empty.zip', zipSync({}))])).toEqual({ library: undefined, report: [], passed: 0 })
  })

  it('that are damaged, or too large once they are unpacked, are refused with their name', async () => {
    const zip = zipSync({ 'eye.json': strToU8(text(eye)) })
    await expect(readFiles([file('cut.zip', zip.subarray(0, 40))])).rejects.toThrow('cut.zip is damaged')
    const bomb = zipSync({ 'bomb.json': new Uint8Array(9 * 1024 * 1024) })
    expect(bomb.length).toBeLessThan(20_000)
    await expect(readFiles([file('b.zip', bomb)])).rejects.toThrow(/^bomb\.json in b\.zip is too large unpacked/)
    await expect(readFiles([file('large.json', new Uint8Array(9 * 1024 * 1024))])).rejects.toThrow(/^large\.json has 9/)
  })

  it('a zip that lies about its sizes gives no more than it says', async () => {
    const zip = zipSync({ 'eye.json': strToU8(`${text(eye)}${' '.repeat(50_000)}`) })
    const view = new DataView(zip.buffer, zip.byteOffset, zip.byteLength)
    // The size once unpacked, in the list at the end.
    for (let at = 0; at + 46 < zip.length; at += 1) if (view.getUint32(at, true) === 0x02014b50) view.setUint32(at + 24, 10, true)
    const { library, report } = await readFiles([file('lies.zip', zip)]).catch((error: Error) => ({
      library: undefined,
      report: [error.message],
    }))
    expect(library).toBeUndefined()
    expect(report).toHaveLength(1)
  })
})
