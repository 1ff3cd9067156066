import Joi from 'joi'
import { characterFormats, limits } from '../catalogue'
import { unseenSign, wireColours } from '../units'

/** Names that any object has of itself cannot name a part. */
export const heldNames: ReadonlySet<string> = new Set(Object.getOwnPropertyNames(Object.prototype))

/** Refuses such a name. */
export const free: Joi.CustomValidator<string> = (text, helpers) =>
  heldNames.has(text) ? helpers.message({ custom: 'this name cannot be used' }) : text

/** Some scripts join their letters by signs that are not seen. */
const unseen = new RegExp(`(?!\\u200C|\\u200D)${unseenSign.source}`, 'u')
const unseenInProse = new RegExp(`(?![\\t\\n\\r])${unseen.source}`, 'u')
const visible = /[\p{L}\p{N}\p{P}\p{S}]/u

export const idPattern = /^[a-zA-Z0-9][a-zA-Z0-9_-]{0,39}$/
export const id = Joi.string().pattern(idPattern, 'id').max(40).custom(free)
/** A name: seen, on one line, without signs that act; blanks around it are taken off. */
export const label = Joi.string()
  .max(limits.name)
  .custom((text: string, helpers) => {
    const found = unseen.exec(text.trim())
    if (found) return helpers.message({ custom: `holds a sign that is not seen (${codeOf(found[0])})` })
    return visible.test(text) ? text.trim() : helpers.message({ custom: 'has nothing that can be seen' })
  })
/** Several lines of text. */
export const prose = Joi.string()
  .allow('')
  .max(2000)
  .custom((text: string, helpers) => {
    const found = unseenInProse.exec(text)
    return found ? helpers.message({ custom: `holds a sign that is not seen (${codeOf(found[0])})` }) : text
  })
export const baud = Joi.number().integer().min(300).max(12_000_000)
export const colour = Joi.string().valid(...Object.keys(wireColours))
export const characterFormat = Joi.string().valid(...characterFormats)
/** What a setting of a device may be set to. */
export const settingValue = Joi.alternatives(
  Joi.boolean().strict(),
  Joi.number().strict(),
  Joi.string().allow('').max(limits.name),
)
export const list = (items: Joi.Schema, max = 200) => Joi.array().items(items).max(max)

function codeOf(sign: string): string {
  return `U+${sign.codePointAt(0)!.toString(16).toUpperCase().padStart(4, '0')}`
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
  .max(limits.versions)
