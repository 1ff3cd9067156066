import { sizeText } from '#core/units'
import { closeSync, openSync, readSync } from 'node:fs'
import { CommanderError } from 'commander'
import { loadSolver, within, type SearchLimits } from '#core/allocation'
import { InputError, limits, parsePlan } from '#core/schema'
import type { Plan } from '#core/plan'
import { withPresentKeys, type BoardState } from '#core/settings'

/** Input that cannot be used; ends with exit code 2. */
export class Unusable extends Error {}

/** A reader that has seen enough, such as `head`, ends the program without a complaint. */
export function endWithReader(): void {
  process.stdout.on('error', (error: NodeJS.ErrnoException) => {
    if (error.code !== 'EPIPE') throw error
    process.exit()
  })
}

/** Milliseconds after which a question is answered with the best found so far. */
const patience = 60_000

/** How long, and with whose help, a question is looked into. */
export async function thorough(): Promise<SearchLimits> {
  return { ...within(patience, Date.now), solver: await loadSolver() }
}

/** Text without what a terminal would act on. */
function harmless(text: string): string {
  return text.replace(/[^\P{Cc}\n\r\t]|[\u202A-\u202E\u2066-\u2069]/gu, '\uFFFD')
}

/** Writes a line. */
export function print(text: string): void {
  process.stdout.write(`${harmless(text)}\n`)
}

/** Reads a file, a pipe or a device, no further than a plan may be long. @throws Unusable when there is more */
function readBounded(file: string): string {
  const descriptor = file === '-' ? 0 : openSync(file, 'r')
  const whole = Buffer.alloc(limits.file + 1)
  let length = 0
  try {
    while (length < whole.length) {
      const read = readSync(descriptor, whole, length, whole.length - length, null)
      if (!read) break
      length += read
    }
  } finally {
    if (descriptor) closeSync(descriptor)
  }
  if (length > limits.file) throw new Unusable(`${file}: has more than ${sizeText(limits.file)}; so much is not read`)
  return whole.toString('utf8', 0, length)
}

const said: Record<string, string> = {
  ENOENT: 'there is no such file',
  EISDIR: 'is a folder',
  EACCES: 'may not be read',
  EAGAIN: 'nothing comes in',
}

/** Text of a file. @throws Unusable naming it */
function readText(file: string): string {
  try {
    return readBounded(file)
  } catch (error) {
    if (error instanceof Unusable) throw error
    const { code = '', message } = error as NodeJS.ErrnoException
    throw new Unusable(`${file}: ${said[code] ?? message}`)
  }
}

/** Reads settings of a board, as a backup holds them. @throws Unusable naming the file */
export function readBackupFile(file: string): BoardState {
  let read: unknown
  try {
    read = JSON.parse(readText(file))
  } catch (error) {
    throw error instanceof Unusable ? error : new Unusable(`${file}: is no JSON`)
  }
  const isValue = (value: unknown) => ['string', 'number', 'boolean'].includes(typeof value)
  if (typeof read !== 'object' || read === null || Array.isArray(read) || !Object.values(read).every(isValue))
    throw new Unusable(`${file}: is no backup of a board: a map from keys to values`)
  return withPresentKeys(read as BoardState)
}

/** Reads a plan file. @throws Unusable naming file and place */
export function readPlanFile(file: string): Plan {
  const text = readText(file)
  try {
    return parsePlan(text)
  } catch (error) {
    if (!(error instanceof InputError)) throw error
    throw new Unusable(error.problems.map(({ place, message }) => [file, place, message].filter(Boolean).join(': ')).join('\n'))
  }
}

/** Runs the program and turns what goes wrong into exit code 2 and a message on the error stream. */
export async function finish(run: () => Promise<unknown>): Promise<void> {
  try {
    await run()
  } catch (error) {
    if (error instanceof CommanderError) {
      process.exitCode = error.exitCode === 0 ? 0 : 2
      return
    }
    if (!(error instanceof Unusable)) throw error
    process.stderr.write(`${harmless(error.message)}\n`)
    process.exitCode = 2
  }
}
