import { describe, expect, it } from 'vitest'
import { families, rules, stageOf, stages } from './index'

describe('families', () => {
  it('have prefixes of their own, and each a stage that there is', () => {
    const rows = Object.values(families)
    expect(new Set(rows.map(({ prefix }) => prefix)).size).toBe(rows.length)
    for (const { stage } of rows) expect(stages).toHaveProperty(stage)
  })
  it('bring the findings of every rule to a stage, those of radio to the harness', () => {
    for (const { meta } of rules) expect(stageOf(meta.id), meta.id).toBe(families[meta.family].stage)
    expect(stageOf('RFI-02')).toBe('harness')
    expect(() => stageOf('XYZ-01')).toThrow('no family has rule XYZ-01')
  })
})
