import type { H3Event } from 'h3'
import type Joi from 'joi'
import { InputError, largestFile, validate } from '#core/schema'
import { EditError } from '#core/plan'

/** What the server says of a request it cannot use. */
export interface Refusal {
  message: string
  problems: { place: string; message: string }[]
}

/**
 * Reads a JSON body of limited size and validates it.
 * @throws a 400 that names each place, 413 when it is too large, 415 when it is not JSON
 */
export async function readValid<T>(event: H3Event, schema: Joi.Schema): Promise<T> {
  const text = await readLimited(event)
  return refusing(() => validate<T>(schema, parseJson(text)))
}

/** Reads the body as text, at most `largestFile` bytes. */
export async function readLimited(event: H3Event): Promise<string> {
  const announced = Number(getRequestHeader(event, 'content-length') ?? 0)
  if (announced > largestFile) throw tooLarge(announced)
  const text = (await readRawBody(event, 'utf8')) ?? ''
  if (text.length > largestFile) throw tooLarge(text.length)
  return text
}

function tooLarge(bytes: number) {
  const message = `the request has ${(bytes / 1048576).toFixed(1)} MB; up to ${largestFile / 1048576} MB are taken`
  return createError({ statusCode: 413, statusMessage: 'Too large', data: { message, problems: [] } satisfies Refusal })
}

function parseJson(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch (error) {
    throw new InputError([{ place: 'body', message: `not JSON: ${(error as Error).message}` }])
  }
}

/** Runs a function and turns input errors into answers of status 400 that name the place. */
export function refusing<T>(run: () => T): T {
  try {
    return run()
  } catch (error) {
    if (error instanceof InputError) throw refusal(error.message, error.problems)
    if (error instanceof EditError) throw refusal(error.message, [{ place: error.place, message: error.message }])
    throw error
  }
}

/** An answer of status 400, or another, with problems found by the route itself. */
export function refused(problems: Refusal['problems'], status: 400 | 422 = 400) {
  return refusal(problems.map(({ place, message }) => `${place}: ${message}`).join('\n'), problems, status)
}

function refusal(message: string, problems: Refusal['problems'], statusCode: 400 | 422 = 400) {
  return createError({ statusCode, statusMessage: 'Cannot be used', data: { message, problems } satisfies Refusal })
}

/** 404 with words. */
export function notThere(what: string) {
  return createError({
    statusCode: 404,
    statusMessage: 'Not there',
    data: { message: `${what} is not there`, problems: [] } satisfies Refusal,
  })
}
