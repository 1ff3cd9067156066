import { existsSync, readFileSync } from 'node:fs'
import { expect, it } from 'vitest'

it('every promise names tests that are there', () => {
  const rows = readFileSync('docs/promises.md', 'utf8')
    .split('\n')
    .filter((line) => line.startsWith('| ') && !/^\| (promise|---)/.test(line))
  expect(rows.length).toBeGreaterThan(20)
  for (const row of rows) {
    const files = row.split('|').at(-2)!.trim().split(', ')
    for (const file of files) expect(existsSync(file), `${file} of “${row.slice(2, 60)}”`).toBe(true)
  }
})
