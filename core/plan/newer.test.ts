import { describe, expect, it } from 'vitest'
import { allocated, demo, library } from '../../tests/helpers/plans'
import { applyEdit, newerDefinitions, takeNewer } from '.'

const usedProtocol = Object.keys(demo('spillway-hex').definitions.protocols)[0]!
const newerLibrary = structuredClone(library)
newerLibrary.boards['corran-7']!.mass += 1
newerLibrary.devices['merlow-n3c']!.mass += 1
// No build of the demo uses it.
newerLibrary.devices['rill-53']!.mass += 1
newerLibrary.protocols[usedProtocol]!.name += ' +'

describe('definitions that are otherwise in the catalogue', () => {
  it('are none in a plan that was just made of it', () => {
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const)
      expect(newerDefinitions(demo(name), library), name).toEqual([])
  })

  it('are those that the plan uses, and gone once they are taken in one step', () => {
    const plan = allocated('spillway-hex')
    const newer = newerDefinitions(plan, newerLibrary)
    const ids = newer.map(({ inPlan }) => inPlan.id)
    expect(ids).toContain(plan.board.definition)
    expect(ids).toContain(usedProtocol)
    expect(ids.every((id) => ['corran-7', 'merlow-n3c', usedProtocol].includes(id))).toBe(true)
    const after = applyEdit(plan, takeNewer(newer))
    expect(newerDefinitions(after, newerLibrary)).toEqual([])
    expect(after.assignment).toEqual(plan.assignment)
    // One alone leaves the others.
    expect(newerDefinitions(applyEdit(plan, takeNewer(newer.slice(0, 1))), newerLibrary)).toHaveLength(newer.length - 1)
  })

  it('are not those that the catalogue lost', () => {
    const plan = demo('spillway-hex')
    expect(newerDefinitions(plan, { boards: {}, devices: {}, protocols: {} })).toEqual([])
  })
})
