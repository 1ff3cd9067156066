import { readFileSync } from 'node:fs'
import { budgetTable, setupMarkdown, setupTable, tableCsv } from '#core/documents'
import { linkBudget, serialLinks } from '#core/links'
import { resolvePlan, type ResolvedPlan } from '#core/plan'
import { deviceSheets, setupRounds } from '#core/settings'
import { renderTemplate, TemplateError } from '#core/template'
import { allocated } from './commands'
import { print, readPlanFile, Unusable } from './output'

/** Prints what is to be set where, in rounds with a restart of the board between them. @throws Unusable for two forms at once */
export async function settingsCommand(
  file: string,
  { json, csv, markdown, template }: { json?: boolean; csv?: boolean; markdown?: boolean; template?: string },
): Promise<void> {
  if ([json, csv, markdown, template].filter(Boolean).length > 1)
    throw new Unusable('--json, --csv, --markdown and --template: one of them')
  const { plan } = await allocated(readPlanFile(file))
  const resolved = resolvePlan(plan)
  if (json) {
    const sheets = deviceSheets(resolved).flatMap(({ rows }) => rows)
    print(JSON.stringify({ rounds: setupRounds(resolved), settings: sheets }, null, 2))
  } else if (template !== undefined) process.stdout.write(byTemplate(template, resolved))
  else if (csv) process.stdout.write(tableCsv(setupTable(resolved)))
  else if (markdown) process.stdout.write(setupMarkdown(resolved))
  else
    for (const [round, where, what, value, way] of setupTable(resolved).rows)
      print(`${String(round).padEnd(3)} ${String(where).padEnd(22)} ${String(what)}: ${String(value)} (${String(way)})`)
}

/** @throws Unusable with file and line */
function byTemplate(file: string, resolved: ResolvedPlan): string {
  try {
    return renderTemplate(readFileSync(file, 'utf8'), resolved)
  } catch (error) {
    if (error instanceof TemplateError || (error as NodeJS.ErrnoException).code !== undefined)
      throw new Unusable(`${file}: ${(error as Error).message}`)
    throw error
  }
}

/** Prints what each link carries in each direction, and how well its ends keep time. */
export async function budgetCommand(file: string, { json }: { json?: boolean }): Promise<void> {
  const { plan } = await allocated(readPlanFile(file))
  const resolved = resolvePlan(plan)
  if (json) {
    const links = serialLinks(resolved).map((link) => ({ need: link.need.key, port: link.port.id, ...linkBudget(link) }))
    return print(JSON.stringify({ links }, null, 2))
  }
  const { header, rows } = budgetTable(resolved)
  for (const row of rows)
    print(
      row
        .map((cell, at) => (cell === '' ? '' : `${at > 2 ? `${header[at]} ` : ''}${cell}`))
        .filter(Boolean)
        .join(', '),
    )
}
