import { mkdtemp, mkdir, readFile, rm, writeFile } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import { afterEach, describe, expect, it } from 'vitest'
import { families, rules, severities, stages } from '#core/checks'
import { commandReference } from './command-line'
import { loadRules, ruleFolder } from './rule-files'
import { ruleIds, rulesIndex } from './rules-index'
import { rulesReference } from './rules-reference'
import { withViews } from './views-list'

const made: string[] = []
afterEach(async () => void (await Promise.all(made.splice(0).map((folder) => rm(folder, { recursive: true })))))

async function folderOf(contents: Record<string, string>): Promise<string> {
  await mkdir('.cache', { recursive: true })
  const folder = await mkdtemp('.cache/rules-')
  made.push(folder)
  for (const [file, text] of Object.entries(contents)) {
    await mkdir(dirname(join(folder, file)), { recursive: true })
    await writeFile(join(folder, file), text)
  }
  return folder
}

describe('what npm run docs writes', () => {
  it('is what is there: index and reference', async () => {
    const files = await loadRules()
    expect(await readFile(`${ruleFolder}/index.ts`, 'utf8')).toBe(rulesIndex(files))
    expect(await readFile('core/suitability/rule-ids.ts', 'utf8')).toBe(ruleIds(files))
    expect(await readFile('docs/rules.md', 'utf8')).toBe(rulesReference(files))
    expect(files.map(({ rule }) => rule)).toEqual(rules)
  })

  it('is what is there: commands and views', async () => {
    expect(await readFile('docs/command-line.md', 'utf8')).toBe(commandReference())
    const guide = await readFile('docs/guide.md', 'utf8')
    expect(await withViews(guide)).toBe(guide)
    for (const stage of Object.values(stages)) expect(guide).toMatch(new RegExp(`^\\| ${stage} +\\|`, 'm'))
    await expect(withViews('no place')).rejects.toThrow('no place for the list of views')
  })

  it('tells of each command with a way out as JSON that it has one, and of its exit code', () => {
    const reference = commandReference()
    expect(reference).toContain('## board hear <plan>')
    expect(reference.match(/^## /gm)!.length).toBeGreaterThan(15)
    expect(reference).toContain('exit 1 when a must has no place')
  })

  it('has rules with ids of their own, and words for each', async () => {
    expect(new Set(rules.map(({ meta }) => meta.id)).size).toBe(rules.length)
    for (const { meta } of rules) {
      expect(meta.why, meta.id).toMatch(/^.{30,}\.$/s)
      expect(meta.reads.length, meta.id).toBeGreaterThan(0)
      expect(severities).toContain(meta.severity)
    }
  })

  it('has each rule in the folder of its family, under its prefix, with a test beside it', async () => {
    for (const { path, rule } of await loadRules()) {
      expect(dirname(path), rule.meta.id).toBe(rule.meta.family)
      expect(rule.meta.id).toMatch(new RegExp(`^${families[rule.meta.family].prefix}-\\d\\d$`))
      expect(await readFile(`${ruleFolder}/${path}.test.ts`, 'utf8'), rule.meta.id).toContain(rule.meta.id)
    }
  })

  it('takes up a new rule in one run, however its file is laid out', async () => {
    const meta = `{ severity: 'note', id: 'GND-99', family: 'ground', title: 'Trial', why: 'For trial.', reads: ['wires'] }`
    const folder = await folderOf({
      'ground/trial.ts': `const meta = ${meta}\nexport const trial = { meta, check: () => [] }`,
      'ground/trial.test.ts': `throw new Error('not a rule')`,
    })
    const files = await loadRules(folder)
    expect(rulesIndex(files)).toContain("import { trial } from './ground/trial'")
    expect(rulesReference(files)).toContain('### GND-99 Trial')
  })

  it('names a file that holds no rule', async () => {
    const folder = await folderOf({ 'ground/nothing.ts': 'export const nothing = 1' })
    await expect(loadRules(folder)).rejects.toThrow('ground/nothing.ts: a file here exports one rule, this one 0')
  })
})
