import type { Command } from 'commander'
import { commandLine } from '../../cli/program'

const row = (cells: string[]) => `| ${cells.map((cell) => cell.replaceAll('|', '\\|')).join(' | ')} |`

/** The reference of all commands as Markdown, made from what each says of itself. */
export function commandReference(): string {
  return [
    '# Command line',
    '',
    'Written by `npm run docs` from the commands themselves. Each is called with `npm run -s ypodoma --` before it. A plan is a file of',
    'its own, or `-` for standard input. The exit code is 0, or 1 where the command says so, or 2 when what was given cannot be used:',
    'the message then names file and place.',
    ...sections(commandLine(), ''),
    '',
  ].join('\n')
}

function sections(command: Command, before: string): string[] {
  return command.commands.flatMap((each) => {
    if (each.name() === 'help') return []
    const name = `${before}${each.name()}`
    if (each.commands.length) return sections(each, `${name} `)
    const takes = each.registeredArguments.map((argument) => ` <${argument.name()}>`).join('')
    const options = each.options.map(({ flags, description, mandatory, defaultValue }) => {
      const kept = defaultValue === undefined ? '' : ` (${String(defaultValue)} when missing)`
      return row([`\`${flags}\``, `${description}${mandatory ? ', required' : ''}${kept}`])
    })
    return [
      '',
      `## ${name}${takes}`,
      '',
      each.description(),
      ...(options.length ? ['', row(['option', 'what it does']), row(['---', '---']), ...options] : []),
    ]
  })
}
