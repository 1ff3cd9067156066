import Joi from 'joi'
import { characterFormats } from '../catalogue'
import { wireColours } from '../units'

export const idPattern = /^[a-zA-Z0-9][a-zA-Z0-9_-]{0,39}$/
export const id = Joi.string().pattern(idPattern, 'id').max(40)
export const label = Joi.string().max(80)
export const prose = Joi.string().allow('').max(2000)
export const volts = Joi.number().min(0).max(100)
export const amps = Joi.number().min(0).max(500)
export const baud = Joi.number().integer().min(300).max(12_000_000)
export const millimetres = Joi.number().min(-2000).max(2000)
export const colour = Joi.string().valid(...Object.keys(wireColours))
export const characterFormat = Joi.string().valid(...characterFormats)
export const list = (items: Joi.Schema, max = 200) => Joi.array().items(items).max(max)

/** A map from ids to parts, at most `max` of them. */
export function keyed(part: Joi.Schema, max = 400): Joi.ObjectSchema {
  return Joi.object().pattern(idPattern, part).max(max).default({})
}

/** Revisions, firmware versions or variants: at least one. */
export const versions = Joi.object()
  .pattern(
    idPattern,
    Joi.object({
      name: label.required(),
      note: prose.default(''),
      differences: Joi.object().unknown(true).default({}),
    }),
  )
  .min(1)
  .max(40)
