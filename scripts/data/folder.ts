import { join, resolve } from 'node:path'

/** The data folder: `--data DIR`, else `YPODOMA_DATA`, else `data`. */
export function dataFolder(): string {
  const at = process.argv.indexOf('--data')
  const given = at < 0 ? undefined : process.argv[at + 1]
  return given ? resolve(given) : process.env.YPODOMA_DATA || join(process.cwd(), 'data')
}

/** The first argument that is no option, nor the value of one. */
export function argument(args = process.argv.slice(2)): string | undefined {
  return args.find((arg, at) => !arg.startsWith('--') && args[at - 1] !== '--data')
}

/** Runs a command; what goes wrong is told in one line, with exit code 1. */
export async function command(run: () => Promise<void> | void): Promise<void> {
  try {
    await run()
  } catch (error) {
    const { message, todo } = error as Error & { todo?: string }
    process.stderr.write(`${message}${todo ? `. ${todo}` : ''}\n`)
    process.exitCode = 1
  }
}
