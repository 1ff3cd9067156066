import { readdirSync, readFileSync } from 'node:fs'

/** Text of core/checks/rules/index.ts, made from the rule files that are there. */
export function rulesIndex(root: string): string {
  const files = readdirSync(`${root}/core/checks/rules`, { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('.ts') && !file.endsWith('.test.ts') && file !== 'index.ts')
    .sort()
  const found = files.map((file) => {
    const text = readFileSync(`${root}/core/checks/rules/${file}`, 'utf8')
    const name = /^export const (\w+): Rule/m.exec(text)?.[1]
    const id = /^ {4}id: '([A-Z]+-\d+)'/m.exec(text)?.[1]
    if (!name || !id) throw new Error(`${file}: a rule file exports one Rule with an id`)
    return { name, id, path: file.replace(/\.ts$/, '') }
  })
  found.sort((a, b) => a.id.localeCompare(b.id))
  return [
    '// Written by `npm run docs` from the files in this folder.',
    "import type { Rule } from '../context'",
    ...found.map(({ name, path }) => `import { ${name} } from './${path}'`),
    '',
    '/** All rules, by id. */',
    `export const rules: readonly Rule[] = [`,
    ...found.map(({ name }) => `  ${name},`),
    ']',
    '',
  ].join('\n')
}
