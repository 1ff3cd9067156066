import type { Rule } from '#core/checks'

const meanings = {
  stop: 'will damage or cannot work',
  fix: 'will not work as intended',
  weigh: 'works, with a cost',
  note: 'worth knowing',
}

/** The reference of all rules as Markdown, made from what each says of itself. */
export function rulesReference(rules: readonly Rule[]): string {
  const families = [...new Set(rules.map(({ meta }) => meta.family))]
  return [
    '# Rules',
    '',
    'Written by `npm run docs` from the rules themselves. Severities: ' +
      Object.entries(meanings)
        .map(([severity, meaning]) => `**${severity}** ${meaning}`)
        .join(' · ') +
      '.',
    ...families.flatMap((family) => [
      '',
      `## ${family[0]!.toUpperCase()}${family.slice(1)}`,
      ...rules
        .filter(({ meta }) => meta.family === family)
        .flatMap(({ meta }) => [
          '',
          `### ${meta.id} ${meta.title}`,
          '',
          `*${meta.severity}.* ${meta.why}`,
          '',
          `Reads: ${meta.reads.join(', ')}.`,
        ]),
    ]),
    '',
  ].join('\n')
}
