import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { rules } from '#core/checks'
import { rulesIndex } from './rules-index'
import { rulesReference } from './rules-reference'

describe('generated files', () => {
  it('lists every rule file', () => {
    expect(readFileSync('core/checks/rules/index.ts', 'utf8').replace(/\s|,(?=\n?\])/g, '')).toBe(
      rulesIndex('.').replace(/\s|,(?=\n?\])/g, ''),
    )
  })
  it('has the rules reference up to date', () => {
    expect(readFileSync('docs/rules.md', 'utf8')).toBe(rulesReference(rules))
  })
  it('has rules with ids of their own and words for each', () => {
    expect(new Set(rules.map(({ meta }) => meta.id)).size).toBe(rules.length)
    for (const { meta } of rules) expect(meta.why.length, meta.id).toBeGreaterThan(40)
  })
})
