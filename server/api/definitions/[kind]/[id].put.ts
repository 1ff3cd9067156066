import Joi from 'joi'
import { readDefinition } from '#core/schema'
import { useStore } from '../../../database'
import { readValid, refused, refusing } from '../../../security/body'

const body = Joi.object({ definition: Joi.object().unknown(true).required() })

/** Keeps a definition as the user's own; it then comes before a shipped one of the same name. */
export default defineEventHandler(async (event) => {
  const { definition } = await readValid<{ definition: unknown }>(event, body)
  const checked = refusing(() => readDefinition(definition))
  const { kind, id } = getRouterParams(event)
  if (checked.kind !== kind || checked.id !== id) {
    throw refused([{ place: 'id', message: `the definition is ${checked.kind} "${checked.id}", not ${kind} "${id}"` }])
  }
  const { catalogue } = await useStore()
  catalogue.save(checked)
  return { kind, id }
})
