import { mkdir, writeFile } from 'node:fs/promises'
import { jsonSchemas } from '#core/schema'
import { licencesPage, usedPackages } from './licences'
import { loadRules, ruleFolder } from './rule-files'
import { rulesIndex } from './rules-index'
import { rulesReference } from './rules-reference'

const files = await loadRules()
await mkdir('docs/schema', { recursive: true })
await writeFile(`${ruleFolder}/index.ts`, rulesIndex(files))
await writeFile('docs/licences.md', licencesPage(usedPackages()))
await writeFile('docs/rules.md', rulesReference(files))
for (const [name, schema] of Object.entries(jsonSchemas())) {
  await writeFile(`docs/schema/${name}.schema.json`, `${JSON.stringify(schema, null, 2)}\n`)
}
console.log(`${files.length} rules, ${Object.keys(jsonSchemas()).length} schemas`)
