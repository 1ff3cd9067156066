import type Joi from 'joi'
import { InputError } from './error'
import { limits } from '../catalogue'
import { heldNames } from './parts'

/**
 * Validates a value and fills in defaults.
 * @throws InputError naming each wrong place, at most twenty of them.
 */
export function validate<T>(schema: Joi.Schema, value: unknown, prefix = ''): T {
  const result = schema.validate(value, { abortEarly: false, convert: false, errors: { wrap: { label: false }, label: 'key' } })
  if (!result.error) return result.value as T
  const problems = result.error.details.slice(0, 20).map(({ path, message }) => ({ place: prefix + pathText(path), message }))
  throw new InputError(problems)
}

function pathText(path: (string | number)[]): string {
  return path.map((step, at) => (typeof step === 'number' ? `[${step}]` : at ? `.${step}` : step)).join('')
}

/**
 * Refuses, anywhere in a value, keys that every object has of itself, figures that are
 * none, and nesting beyond the limit.
 * @throws InputError
 */
export function refuseUntold(value: unknown, path = '', depth = 0): void {
  if (typeof value === 'number' && !Number.isFinite(value)) {
    throw new InputError([{ place: path, message: 'must be a finite number' }])
  }
  if (typeof value !== 'object' || value === null) return
  if (depth > limits.depth) throw new InputError([{ place: path, message: `is nested more than ${limits.depth} deep` }])
  for (const key in value) {
    if (!Object.hasOwn(value, key)) continue
    const place = path ? `${path}.${key}` : key
    if (heldNames.has(key)) throw new InputError([{ place, message: 'this name cannot be used' }])
    refuseUntold((value as Record<string, unknown>)[key], place, depth + 1)
  }
}
