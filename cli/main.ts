import { Command } from 'commander'
import { analyseCommand, demoPlanCommand, wiresCommand } from './commands'
import { finish } from './output'

const program = new Command('ypodoma')
  .description('Decide which peripheral goes where on a flight controller, from a plan file.')
  .exitOverride()
  .showHelpAfterError()

program
  .command('analyse')
  .argument('<plan>', 'plan file (JSON), or - for standard input')
  .option('--json', 'everything as JSON')
  .description('allocation and findings; exit 0 clean, 1 findings of stop or fix, 2 unusable input')
  .action((file: string, options: { json?: boolean }) => analyseCommand(file, options))

program
  .command('wires')
  .argument('<plan>', 'plan file (JSON), or - for standard input')
  .option('--csv', 'as CSV')
  .description('the wire list')
  .action((file: string, options: { csv?: boolean }) => wiresCommand(file, options))

program
  .command('demo-plan')
  .argument('<name>', 'spillway-hex, culvert-scout or fellside-mapper')
  .description('prints a demo build as a plan file')
  .action((name: string) => demoPlanCommand(name))

finish(() => program.parse(process.argv))
