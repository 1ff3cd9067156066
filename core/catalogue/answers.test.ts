import { expect, it } from 'vitest'
import { library } from '../../tests/helpers/plans'
import { answerable, blankBoard, blankDevice, withOrigins, type Answerable, type Question } from '.'

const of = (all: readonly Answerable[], question: Question) => all.find((each) => each.question === question)

it('a blank board knows little of its power, and nothing of pads that it does not have', () => {
  const all = answerable(blankBoard('own', 'Own'))
  expect(of(all, 'power')!.known).toBeLessThan(of(all, 'power')!.of)
  expect(of(all, 'places')).toBeUndefined()
  expect(of(all, 'mass')).toEqual({ question: 'mass', known: 0, of: 1 })
})

it('shipped definitions answer what they are asked', () => {
  for (const definition of [...Object.values(library.boards), ...Object.values(library.devices)])
    for (const { question, known, of: all } of answerable(definition))
      if (question !== 'rates' && question !== 'levels')
        expect([definition.id, question, known]).toEqual([definition.id, question, all])
})

it('a figure that nobody knows any more is one less, whichever way it is told', () => {
  const device = { ...blankDevice('own', 'Own'), origins: undefined }
  const before = of(answerable(device), 'power')!
  for (const from of ['guess', 'unknown', 'proposed'] as const)
    expect(of(answerable(withOrigins(device, { 'supplies.main.peak': { from } })), 'power')).toEqual({
      ...before,
      known: before.known - 1,
    })
  expect(of(answerable(withOrigins(device, { 'supplies.main.peak': { from: 'measured' } })), 'power')).toEqual(before)
  const levels = of(answerable(device), 'levels')!
  const { maxIn: _, ...rx } = device.terminals.rx!
  const bare = { ...device, terminals: { ...device.terminals, rx } }
  expect(of(answerable(bare), 'levels')).toEqual({ ...levels, known: levels.known - 1 })
})
