import { mkdirSync, writeFileSync } from 'node:fs'
import { rules } from '#core/checks'
import { jsonSchemas } from '#core/schema'
import { rulesReference } from './rules-reference'
import { rulesIndex } from './rules-index'

writeFileSync('core/checks/rules/index.ts', rulesIndex('.'))
mkdirSync('docs/schema', { recursive: true })
writeFileSync('docs/rules.md', rulesReference(rules))
for (const [name, schema] of Object.entries(jsonSchemas())) {
  writeFileSync(`docs/schema/${name}.schema.json`, `${JSON.stringify(schema, null, 2)}\n`)
}
