import { describe, expect, it } from 'vitest'
import { drawing } from '../../tests/helpers/random-packing'
import { library } from '../../tests/helpers/plans'
import { blankBoard, blankDevice, boardGaps, deviceGaps } from '../catalogue'
import { InputError, libraryFile, readDefinition, readDefinitionsFile } from './index'

type Tree = Record<string, unknown>
const absurd = [null, -1, 1e12, NaN, '', 'ghost', 'x'.repeat(5000), true, [], {}, [[]], { a: { b: null } }, '__proto__', 0.1]

/** Changes one place of a document: removed, doubled, pointed at itself or elsewhere, made absurd. */
function mutate(document: Tree, seed: number): Tree {
  const draw = drawing(seed)
  const copy = structuredClone(document)
  for (let times = 1 + draw.below(3); times > 0; times -= 1) {
    let holder: Tree = copy
    let key = draw.of(Object.keys(holder))
    while (
      typeof holder[key] === 'object' &&
      holder[key] !== null &&
      Object.keys(holder[key] as Tree).length &&
      draw.chance(0.85)
    ) {
      holder = holder[key] as Tree
      key = draw.of(Object.keys(holder))
    }
    const way = draw.below(5)
    if (way === 0) delete holder[key]
    else if (way === 1) holder[`${key}${draw.below(2) ? '2' : ' '}`] = structuredClone(holder[key])
    else if (way === 2) holder[key] = draw.of(absurd)
    else if (way === 3) holder[key] = draw.of(Object.keys(copy))
    else holder[draw.of(['source', 'pin', 'differences', 'terminal', 'constructor'])] = draw.of([...absurd, key])
  }
  return copy
}

describe('definitions gone wrong', () => {
  it('are refused with a place or read whole: 500 mutations, no crash, no hang', () => {
    const sources = [...Object.values(library.boards), ...Object.values(library.devices)] as unknown as Tree[]
    let refused = 0
    for (let seed = 1; seed <= 500; seed += 1) {
      const mutated = mutate(sources[seed % sources.length]!, seed)
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
