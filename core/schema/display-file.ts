import Joi from 'joi'
import type { DisplayLayout } from '../plan'
import { displayLayout } from './plan'
import { parseText } from './text'
import { validate } from './validate'

const displayFile = Joi.object({
  format: Joi.string().valid('ypodoma-display').required(),
  schema: Joi.number().valid(1).required(),
  layout: displayLayout.required(),
})

/** Reads a layout of a display from a file of its own. @throws InputError naming the place */
export const readDisplayFile = (text: string): DisplayLayout =>
  validate<{ layout: DisplayLayout }>(displayFile, parseText(text)).layout

/** A layout as a file of its own. */
export const displayFileOf = (layout: DisplayLayout): string =>
  `${JSON.stringify({ format: 'ypodoma-display', schema: 1, layout }, null, 2)}\n`
