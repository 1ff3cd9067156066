import { Command } from 'commander'
import { analyseCommand, demoPlanCommand, drawCommand, powerCommand, wiresCommand } from './commands'
import { hearBoardCommand, readBoardCommand, rescueBoardCommand, serveBoardCommand, writeBoardCommand } from './board-commands'
import { allocateCommand, boardsCommand, whyCommand } from './allocation-commands'
import { controlsCommand, displayCommand, lightsCommand } from './flight-commands'
import { budgetCommand, settingsCommand } from './settings-commands'
import { finish } from './output'

/** The command line: its commands, what they take and what they do. */
export function commandLine(): Command {
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
    .command('allocate')
    .argument('<plan>', 'plan file (JSON), or - for standard input')
    .option('--json', 'everything as JSON')
    .option('--alternatives <n>', 'the next best n allocations that really differ')
    .description('the best allocation, conflicts with their ways out, alternatives; exit 1 when a must has no place')
    .action((file: string, options: { json?: boolean; alternatives?: string }) => allocateCommand(file, options))

  program
    .command('boards')
    .argument('<plan>', 'plan file (JSON), or - for standard input')
    .option('--json', 'everything as JSON')
    .description('the same fit-out on every board and revision, best first')
    .action((file: string, options: { json?: boolean }) => boardsCommand(file, options))

  program
    .command('why')
    .argument('<plan>', 'plan file (JSON), or - for standard input')
    .requiredOption('--need <device/need>', 'need, as listed by analyse --json')
    .requiredOption('--place <place>', 'port, pad or bus, such as port:uart1 or uart1')
    .option('--json', 'as JSON')
    .description('what a place is to a need, and who would have to move; exit 1 when it cannot be')
    .action((file: string, options: { need: string; place: string; json?: boolean }) => whyCommand(file, options))

  program
    .command('settings')
    .argument('<plan>', 'plan file (JSON), or - for standard input')
    .option('--json', 'rounds and all settings of devices as JSON')
    .option('--csv', 'as CSV')
    .option('--markdown', 'as a list to tick off, in Markdown')
    .option('--template <file>', 'as a template in Liquid makes it; docs/templates.md')
    .description('what is to be set where, in rounds with a restart of the board between them')
    .action((file: string, options: Parameters<typeof settingsCommand>[1]) => settingsCommand(file, options))

  program
    .command('budget')
    .argument('<plan>', 'plan file (JSON), or - for standard input')
    .option('--json', 'as JSON')
    .description('what each link carries in each direction, and how well its ends keep time')
    .action((file: string, options: { json?: boolean }) => budgetCommand(file, options))

  const board = program.command('board').description('a board at the other end of a line: play one, write a plan to it, read it')
  board
    .command('serve')
    .requiredOption('--board <id>', 'board of the shipped catalogue, such as corran-7')
    .option('--revision <id>', 'the newest when missing')
    .option('--firmware <id>', 'the newest when missing')
    .option('--port <n>', 'loopback port; 0 takes any that is free', '4174')
    .option('--state <file>', 'where its settings are kept', 'data/board.json')
    .option('--renumbers <n>', 'its hardware ports have numbers higher by n while software ports are on')
    .option('--older', 'it speaks the first version of the line')
    .option('--loops-at <key=value>', 'it restarts without end once this is saved, until it is rescued')
    .description('a simulated board, until it is ended')
    .action((options: Parameters<typeof serveBoardCommand>[0]) => serveBoardCommand(options))
  board
    .command('write')
    .argument('<plan>', 'plan file (JSON), or - for standard input')
    .option('--port <n>', 'loopback port of the board', '4174')
    .option('--backup <file>', 'where to keep what the board had before')
    .option('--json', 'backup and ledger as JSON')
    .description('write all settings in their rounds, restart, read back; exit 1 when something was not kept')
    .action((file: string, options: { port: string; backup?: string; json?: boolean }) => writeBoardCommand(file, options))
  board
    .command('read')
    .argument('<plan>', 'plan file (JSON), or - for standard input')
    .option('--port <n>', 'loopback port of the board', '4174')
    .option('--json', 'as JSON')
    .description('what the board has now')
    .action((file: string, options: { port: string; json?: boolean }) => readBoardCommand(file, options))
  board
    .command('hear')
    .argument('<plan>')
    .requiredOption('--at <port>', 'port or pad of the board to listen at, such as uart1 or M1')
    .option('--to-device', 'what the board says there, not what it hears')
    .option('--port <n>', 'loopback port of the board', '4174')
    .option('--json', 'as JSON')
    .description('what is spoken at a port or pulsed at a pad, recognised and taken apart')
    .action(hearBoardCommand)
  board
    .command('rescue')
    .argument('<plan>', 'plan file (JSON), or - for standard input')
    .option('--port <n>', 'loopback port of the board', '4174')
    .option('--backup <file>', 'what to put back, as write keeps it')
    .description('a board that restarts without end: held, erased, and its backup put back')
    .action((file: string, options: { port: string; backup?: string }) => rescueBoardCommand(file, options))

  program
    .command('controls')
    .argument('<plan>', 'plan file (JSON), or - for standard input')
    .option('--json', 'positions and rows as JSON')
    .option('--csv', 'as CSV')
    .description('what each position of each switch does, through the whole chain; exit 1 when a rule of the controls is broken')
    .action((file: string, options: { json?: boolean; csv?: boolean }) => controlsCommand(file, options))

  program
    .command('lights')
    .argument('<plan>', 'plan file (JSON), or - for standard input')
    .option('--json', 'lights, leads, segments and figures as JSON')
    .option('--csv', 'light by light as CSV')
    .description('the lights of the craft and what they take; exit 1 when a rule of the lights is broken')
    .action((file: string, options: { json?: boolean; csv?: boolean }) => lightsCommand(file, options))

  program
    .command('display')
    .argument('<plan>', 'plan file (JSON), or - for standard input')
    .requiredOption('--layout <n>', 'number or name of the layout')
    .option('--svg <file>', 'where the picture goes')
    .option('--png <file>', 'write it as PNG, glyphs at their true pixels')
    .option('--at <seconds>', 'moment of the simulated flight; everything at its longest when missing')
    .option('--json', 'grid, screen and faults as JSON')
    .description(
      'a layout of the pilot’s display, as text, SVG or PNG; exit 1 when something on it is off the grid, overlaps or lacks a glyph',
    )
    .action((file: string, options: Parameters<typeof displayCommand>[1]) => displayCommand(file, options))

  program
    .command('power')
    .argument('<plan>', 'plan file (JSON), or - for standard input')
    .option('--json', 'everything as JSON')
    .option('--state <state>', 'which devices live: usb, battery or both', 'both')
    .description('the power tree with currents, heat, drop-out and what lives in a state')
    .action((file: string, options: { json?: boolean; state: string }) => powerCommand(file, options))

  program
    .command('draw')
    .argument('<plan>', 'plan file (JSON), or - for standard input')
    .requiredOption('--svg <file>', 'where the drawing goes, or - for standard output')
    .option('--layers <list>', 'which wires are drawn as lines: signal, video, supply, ground', 'signal,video')
    .description('the harness drawing as SVG')
    .action((file: string, options: { svg: string; layers: string }) => drawCommand(file, options))

  program
    .command('demo-plan')
    .argument('<name>', 'spillway-hex, culvert-scout or fellside-mapper')
    .description('prints a demo build as a plan file')
    .action((name: string) => demoPlanCommand(name))

  return program
}

/** Runs the command line; arguments start after the name of the program. Sets the exit code. */
export async function runProgram(args: string[]): Promise<void> {
  await finish(() => commandLine().parseAsync(args, { from: 'user' }))
}
