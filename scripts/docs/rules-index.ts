import type { RuleFile } from './rule-files'

/** Text of the index of rules. */
export function rulesIndex(files: RuleFile[]): string {
  return [
    '// Written by `npm run docs` from the files in this folder.',
    "import type { Rule } from '../context'",
    ...files.map(({ name, path }) => `import { ${name} } from './${path}'`),
    '',
    '/** All rules, by id. */',
    `export const rules: readonly Rule[] = [`,
    ...files.map(({ name }) => `  ${name},`),
    ']',
    '',
  ].join('\n')
}

/** Text of the type of all ids of rules, so that a fact of a rule that there is not does not compile. */
export function ruleIds(files: RuleFile[]): string {
  const ids = files.map(({ rule }) => rule.meta.id).sort()
  return ['// Written by `npm run docs` from the rules.', 'export type RuleId =', ...ids.map((id) => `  | '${id}'`), ''].join(
    '\n',
  )
}
