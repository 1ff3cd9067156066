import Joi from 'joi'
import { InputError, label, parseJson, prose, readPlan, validate } from '../schema'
import type { Module } from './take'

const named = Joi.object({ name: label.required(), note: prose })

/**
 * Reads a module file.
 * @throws InputError naming the place
 */
export function readModule(value: unknown): Module {
  const {
    format,
    schema,
    name,
    note = '',
    plan,
  } = (typeof value === 'object' && value !== null ? value : {}) as Partial<Record<keyof Module, unknown>>
  const refuse = (place: string, message: string) => new InputError([{ place, message }])
  if (format !== 'ypodoma-module') throw refuse('format', 'this is not a module; expected "ypodoma-module"')
  if (schema !== 1) throw refuse('schema', `this program reads schema 1 of modules, not ${String(schema)}`)
  const words = validate<{ name: string; note: string }>(named, { name, note })
  try {
    const read = readPlan(plan)
    if (!read.devices.length) throw refuse('plan.devices', 'a module holds one device at least')
    return { format, schema, ...words, plan: read }
  } catch (error) {
    if (!(error instanceof InputError)) throw error
    throw new InputError(
      error.problems.map(({ place, message }) => ({ place: place.startsWith('plan') ? place : `plan.${place}`, message })),
    )
  }
}

/** Reads the text of a module file. @throws InputError */
export const parseModule = (text: string): Module => readModule(parseJson(text))
