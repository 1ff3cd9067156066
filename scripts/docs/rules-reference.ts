// Past the door, which leads through the index of rules that is still to be written.
import { families, type Family } from '../../core/checks/families'
import type { RuleFile } from './rule-files'

const meanings = {
  stop: 'will damage or cannot work',
  fix: 'will not work as intended',
  weigh: 'works, with a cost',
  note: 'worth knowing',
}

/** The reference of all rules as Markdown, made from what each says of itself. */
export function rulesReference(files: RuleFile[]): string {
  return [
    '# Rules',
    '',
    'Written by `npm run docs` from the rules themselves. Severities: ' +
      Object.entries(meanings)
        .map(([severity, meaning]) => `**${severity}** ${meaning}`)
        .join(' · ') +
      '.',
    ...(Object.keys(families) as Family[]).flatMap((family) => familySection(family, files)),
    '',
  ].join('\n')
}

function familySection(family: Family, files: RuleFile[]): string[] {
  const { name, prefix } = families[family]
  const metas = files.map(({ rule }) => rule.meta).filter((meta) => meta.family === family)
  return [
    '',
    `## ${name} (${prefix})`,
    ...metas.flatMap(({ id, title, severity, why, reads }) => [
      '',
      `### ${id} ${title}`,
      '',
      `*${severity}.* ${why}`,
      '',
      `Reads: ${reads.join(', ')}.`,
    ]),
  ]
}
