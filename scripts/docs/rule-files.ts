import { readdir } from 'node:fs/promises'
import { resolve } from 'node:path'
import { pathToFileURL } from 'node:url'
import type { Rule } from '#core/checks'

/** Where the rules are. */
export const ruleFolder = 'core/checks/rules'

/** A file with a rule in it. */
export interface RuleFile {
  /** From the folder of rules, without its ending: `serial/tx-meets-rx`. */
  path: string
  /** The name the rule is exported by. */
  name: string
  rule: Rule
}

/**
 * Loads every rule below a folder, by id.
 * @throws Error when a file exports no rule, or several
 */
export async function loadRules(folder = ruleFolder): Promise<RuleFile[]> {
  const files = (await readdir(folder, { recursive: true })).filter(
    (file) => file.endsWith('.ts') && !file.endsWith('.test.ts') && file !== 'index.ts',
  )
  const loaded = await Promise.all(files.map((file) => loadRule(folder, file)))
  return loaded.sort((a, b) => a.rule.meta.id.localeCompare(b.rule.meta.id))
}

async function loadRule(folder: string, file: string): Promise<RuleFile> {
  const exported: Record<string, unknown> = await import(pathToFileURL(resolve(folder, file)).href)
  const found = Object.entries(exported).filter((entry): entry is [string, Rule] => isRule(entry[1]))
  if (found.length !== 1) throw new Error(`${folder}/${file}: a file here exports one rule, this one ${found.length}`)
  const [name, rule] = found[0]!
  return { path: file.replace(/\.ts$/, ''), name, rule }
}

function isRule(value: unknown): value is Rule {
  return typeof value === 'object' && value !== null && 'meta' in value && 'check' in value
}
