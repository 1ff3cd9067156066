import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { licencesPage, usedPackages } from './licences'

const free =
  /^(\(?(MIT|MIT-0|ISC|BSD-[23]-Clause|Apache-2\.0|0BSD|BlueOak-1\.0\.0|CC0-1\.0|Unlicense|OFL-1\.1|Python-2\.0|Zlib|WTFPL|CC-BY-4\.0)( (OR|AND) )?)+\)?/

describe('the packages', () => {
  it('are listed with their licences, all of which let the product be given away', () => {
    const packages = usedPackages()
    expect(packages.length).toBeGreaterThan(100)
    expect(packages.filter(({ licence }) => !free.test(licence))).toEqual([])
    expect(readFileSync('docs/licences.md', 'utf8')).toBe(licencesPage(packages))
  })
  it('run nothing when they are installed, but the database binding', () => {
    const { allowScripts } = JSON.parse(readFileSync('package.json', 'utf8')) as { allowScripts: Record<string, boolean> }
    const wanting = [
      ...new Set(
        usedPackages(true)
          .filter(({ installs }) => installs)
          .map(({ name }) => name),
      ),
    ]
    expect(wanting.filter((name) => allowScripts[name])).toEqual(['better-sqlite3'])
    expect(readFileSync('scripts/lib/setup.mjs', 'utf8')).toContain("'--ignore-scripts'")
  })
})
