import { mkdir, readFile, writeFile } from 'node:fs/promises'
import { jsonSchemas } from '#core/schema'
import { commandReference } from './command-line'
import { licencesPage, usedPackages } from './licences'
import { loadRules, ruleFolder } from './rule-files'
import { ruleIds, rulesIndex } from './rules-index'
import { rulesReference } from './rules-reference'
import { withViews } from './views-list'

const files = await loadRules()
await mkdir('docs/schema', { recursive: true })
await writeFile(`${ruleFolder}/index.ts`, rulesIndex(files))
await writeFile('core/suitability/rule-ids.ts', ruleIds(files))
await writeFile('docs/licences.md', licencesPage(usedPackages()))
await writeFile('docs/rules.md', rulesReference(files))
await writeFile('docs/command-line.md', commandReference())
await writeFile('docs/guide.md', await withViews(await readFile('docs/guide.md', 'utf8')))
for (const [name, schema] of Object.entries(jsonSchemas())) {
  await writeFile(`docs/schema/${name}.schema.json`, `${JSON.stringify(schema, null, 2)}\n`)
}
console.log(`${files.length} rules, ${Object.keys(jsonSchemas()).length} schemas`)
