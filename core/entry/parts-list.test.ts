import { describe, expect, it } from 'vitest'
import { library } from '../../tests/helpers/plans'
import { InputError } from '../schema'
import { readPartsList } from '.'

const all = { devices: Object.values(library.devices), boards: Object.values(library.boards) }
const read = (text: string) => readPartsList(text, all)

describe('a parts list of a craft', () => {
  it('finds every device of the catalogue by its name, however it is counted', () => {
    for (const { id, name, maker } of all.devices)
      for (const [line, count] of [
        [name, 1],
        [`3x ${name}`, 3],
        [`${name} (x2)`, 2],
        [`2 ${maker} ${name}`, 2],
        [`${maker} ${name}, 4`, 4],
        [`4\t${name.toUpperCase()}\t${maker}`, 4],
      ] as const)
        expect(read(line), line).toMatchObject([{ device: id, count }])
  })

  it('reads tables with heads, in any order of columns, and knows a board', () => {
    const lines = read('Qty;Part\n1;Corran 7\n2;Gault 40\n\n1;Merlow N1 GNSS\n')
    expect(lines.map(({ device, board, count }) => [device ?? board, count])).toEqual([
      ['corran-7', 1],
      ['gault-40', 2],
      ['merlow-n1', 1],
    ])
  })

  it('reads lines of several kinds together, and takes no volts for a count', () => {
    const lines = read('Qty\tPart\n4\tGault 40\n2x Linnet 5\n3 Merlow N1\n5 V converter')
    expect(lines.map(({ device, count }) => [device, count])).toEqual([
      ['gault-40', 4],
      ['linnet-5', 2],
      ['merlow-n1', 3],
      [undefined, 1],
    ])
  })

  it('takes a mark of inches for no quotation', () => {
    const lines = read('5" propeller, 4\n"7"" frame",1\nMerlow N1, 2')
    expect(lines.at(-1)).toMatchObject({ device: 'merlow-n1', count: 2 })
    expect(lines[0]).toMatchObject({ text: '5" propeller', count: 4 })
    expect(read('"open\nMerlow N1').at(-1)).toMatchObject({ device: 'merlow-n1' })
  })

  it('offers what answers to most words where no name is told, and takes none of it by itself', () => {
    const [line] = read('gnss with compass')
    expect(line!.device).toBeUndefined()
    expect(line!.candidates.length).toBeGreaterThan(0)
    expect(library.devices[line!.candidates[0]!]!.class).toBe('gnss')
    expect(line!.candidates.some((id) => /compass/.test(library.devices[id]!.summary))).toBe(true)
    expect(read('something unheard of')).toMatchObject([{ candidates: [], count: 1 }])
  })

  it('takes the longer of two names', () => {
    const longer = all.devices.find(({ name }) =>
      all.devices.some((other) => other.name !== name && name.startsWith(`${other.name} `)),
    )
    if (longer) expect(read(longer.name)).toMatchObject([{ device: longer.id }])
    expect(read('Gault 60 T')).toMatchObject([{ device: 'gault-60t' }])
  })

  it('refuses nothing, too much, and counts that no craft has, with the line', () => {
    expect(() => read(' \n ')).toThrow('there is nothing in it')
    expect(() => read('x\n'.repeat(201))).toThrow(InputError)
    expect(() => read('a'.repeat(200_001))).toThrow('more than 200000 characters')
    expect(() => read('Merlow N1\n99 x Gault 40')).toThrow('line 2')
    expect(() => read('=1+1\n<b>x</b>\n-5\n1e309')).not.toThrow()
  })
})
