import Joi from 'joi'
import { readDefinitionsFile } from '#core/schema'
import { useStore } from '../../database'
import { readValid, refusing } from '../../security/body'

const body = Joi.object({ file: Joi.string().required() })

/** Takes in a file of one definition or of a whole library, YAML or JSON: all of it or nothing. */
export default defineEventHandler(async (event) => {
  const { file } = await readValid<{ file: string }>(event, body)
  const definitions = refusing(() => readDefinitionsFile(file))
  const { catalogue } = await useStore()
  catalogue.saveAll(definitions)
  setResponseStatus(event, 201)
  return { taken: definitions.map(({ kind, id, name }) => ({ kind, id, name })) }
})
