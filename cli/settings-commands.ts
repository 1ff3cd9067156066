import { budgetTable, setupMarkdown, setupTable, tableCsv } from '#core/documents'
import { linkBudget, serialLinks } from '#core/links'
import { resolvePlan } from '#core/plan'
import { deviceSheets, setupRounds } from '#core/settings'
import { allocated } from './commands'
import { print, readPlanFile, Unusable } from './output'

/** Prints what is to be set where, in rounds with a restart of the board between them. @throws Unusable for two forms at once */
export async function settingsCommand(
  file: string,
  { json, csv, markdown }: { json?: boolean; csv?: boolean; markdown?: boolean },
): Promise<void> {
  if ([json, csv, markdown].filter(Boolean).length > 1) throw new Unusable('--json, --csv and --markdown: one of them')
  const { plan } = await allocated(readPlanFile(file))
  const resolved = resolvePlan(plan)
  if (json) {
    const sheets = deviceSheets(resolved).flatMap(({ rows }) => rows)
    print(JSON.stringify({ rounds: setupRounds(resolved), settings: sheets }, null, 2))
  } else if (csv) process.stdout.write(tableCsv(setupTable(resolved)))
  else if (markdown) process.stdout.write(setupMarkdown(resolved))
  else
    for (const [round, where, what, value, way] of setupTable(resolved).rows)
      print(`${String(round).padEnd(3)} ${String(where).padEnd(22)} ${String(what)}: ${String(value)} (${String(way)})`)
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
