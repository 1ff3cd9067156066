import { readFileSync } from 'node:fs'
import { CommanderError } from 'commander'
import { InputError, parsePlan } from '#core/schema'
import type { Plan } from '#core/plan'

/** Input that cannot be used; ends with exit code 2. */
export class Unusable extends Error {}

/** A reader that has seen enough, such as `head`, ends the program without a complaint. */
export function endWithReader(): void {
  process.stdout.on('error', (error: NodeJS.ErrnoException) => {
    if (error.code !== 'EPIPE') throw error
    process.exit()
  })
}

/** Writes a line. */
export function print(text: string): void {
  process.stdout.write(`${text}\n`)
}

/** Reads a plan file. @throws Unusable naming file and place */
export function readPlanFile(file: string): Plan {
  let text: string
  try {
    text = readFileSync(file === '-' ? 0 : file, 'utf8')
  } catch (error) {
    throw new Unusable(
      `${file}: ${(error as NodeJS.ErrnoException).code === 'ENOENT' ? 'there is no such file' : (error as Error).message}`,
    )
  }
  try {
    return parsePlan(text)
  } catch (error) {
    if (!(error instanceof InputError)) throw error
    throw new Unusable(error.problems.map(({ place, message }) => [file, place, message].filter(Boolean).join(': ')).join('\n'))
  }
}

/** Runs the program and turns what goes wrong into exit code 2 and a message on the error stream. */
export function finish(run: () => void): void {
  try {
    run()
  } catch (error) {
    if (error instanceof CommanderError) {
      process.exitCode = error.exitCode === 0 ? 0 : 2
      return
    }
    if (!(error instanceof Unusable)) throw error
    process.stderr.write(`${error.message}\n`)
    process.exitCode = 2
  }
}
