import { InputError } from '#core/schema'
import { EditError } from '#core/plan'
import { StoreTrouble } from '../database/trouble'
import { NotReplayed } from './replayed'

export interface Problem {
  place: string
  message: string
}

/** Why something that was sent cannot be used; `unfit` when it is sound for itself but does not fit what is stored. */
export class Refused extends Error {
  constructor(
    readonly problems: Problem[],
    readonly unfit = false,
  ) {
    super(problems.map(({ place, message }) => (place ? `${place}: ${message}` : message)).join('\n'))
  }
}

/** An answer as it goes between threads, where errors lose what they are. */
export type Answer<T> = { value: T } | { problems: Problem[]; unfit: boolean }

/** Runs a function; what it refuses becomes an answer, too. */
export function answer<T>(run: () => T): Answer<T> {
  try {
    return { value: run() }
  } catch (error) {
    return refusalIn(error)
  }
}

/** The same for a function that takes its time. */
export async function answerLater<T>(run: () => Promise<T>): Promise<Answer<T>> {
  try {
    return { value: await run() }
  } catch (error) {
    return refusalIn(error)
  }
}

function refusalIn(error: unknown): { problems: Problem[]; unfit: boolean } {
  if (error instanceof InputError) return { problems: error.problems, unfit: false }
  if (error instanceof NotReplayed) return { problems: [{ place: error.place, message: error.message }], unfit: true }
  if (error instanceof EditError) return { problems: [{ place: error.place, message: error.message }], unfit: false }
  if (error instanceof StoreTrouble) return { problems: [{ place: '', message: `${error.message}. ${error.todo}` }], unfit: true }
  throw error
}

/** What was answered. @throws Refused */
export function taken<T>(given: Answer<T>): T {
  if ('value' in given) return given.value
  throw new Refused(given.problems, given.unfit)
}
