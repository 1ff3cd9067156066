import { describe, expect, it } from 'vitest'
import { mutate, type Tree } from '../../tests/helpers/mutate'
import { library } from '../../tests/helpers/plans'
import { blankBoard, blankDevice, boardGaps, deviceGaps } from '../catalogue'
import { InputError, libraryFile, readDefinition, readDefinitionsFile } from './index'

describe('definitions gone wrong', () => {
  it('are refused with a place or read whole: 500 mutations, no crash, no hang', () => {
    const sources = [...Object.values(library.boards), ...Object.values(library.devices)] as unknown as Tree[]
    let refused = 0
    for (let seed = 1; seed <= 500; seed += 1) {
      const mutated = mutate(sources[seed % sources.length]!, seed, 0)
      try {
        const definition = readDefinition(mutated)
        expect(definition.id, `seed ${seed}`).toBeTruthy()
        if (definition.kind === 'board') boardGaps(definition)
        if (definition.kind === 'device') deviceGaps(definition)
      } catch (error) {
        expect(error, `seed ${seed}: ${(error as Error).stack}`).toBeInstanceOf(InputError)
        expect((error as InputError).problems.length).toBeGreaterThan(0)
        for (const { message } of (error as InputError).problems) expect(message).toBeTruthy()
        refused += 1
      }
    }
    expect(refused).toBeGreaterThan(250)
  })

  it('come in from a library all or not at all', () => {
    const [one, other] = Object.values(library.boards)
    const good = readDefinitionsFile(JSON.stringify(libraryFile([one!, other!])))
    expect(good.map(({ id }) => id)).toEqual([one!.id, other!.id])
    const bad = libraryFile([
      one!,
      { ...other!, pads: { A: { ...Object.values(other!.pads)[0]!, pin: 'ghost', kind: 'signal' } } },
    ])
    expect(() => readDefinitionsFile(JSON.stringify(bad))).toThrow(/definitions\[1\].*ghost/s)
    expect(() => readDefinitionsFile(JSON.stringify(libraryFile([one!, one!])))).toThrow('is there twice')
    expect(() => readDefinitionsFile('{"format": "other"}')).toThrow('format: this is not a library')
    expect(() => readDefinitionsFile('a: [1,')).toThrow(/line 1|line 2/)
  })
})

describe('blank definitions', () => {
  it('can be read as they are, and say what is missing', () => {
    const board = blankBoard('mine', 'Mine')
    expect(readDefinition(JSON.parse(JSON.stringify(board)))).toMatchObject({ id: 'mine' })
    expect(boardGaps(board)).toContainEqual({ place: 'pads', message: 'no pads yet: nothing can be wired' })
    const device = blankDevice('part', 'Part')
    expect(readDefinition(JSON.parse(JSON.stringify(device)))).toMatchObject({ id: 'part' })
    expect(deviceGaps(device)).toEqual([])
  })
  it('find nothing off the board in the shipped catalogue', () => {
    const off = Object.values(library.boards).flatMap((board) =>
      boardGaps(board).filter(({ message }) => message.includes('off the board') || message.includes('same place')),
    )
    expect(off).toEqual([])
  })
})
