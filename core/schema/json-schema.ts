import parse from 'joi-to-json'
import { boardSchema } from './board'
import { deviceSchema, protocolSchema } from './device'
import { planDocumentSchema } from './plan'

const documents = { plan: planDocumentSchema, board: boardSchema, device: deviceSchema, protocol: protocolSchema }

/** The published JSON Schema (draft 2019-09) of each file format, by name. */
export function jsonSchemas(): Record<keyof typeof documents, object> {
  return Object.fromEntries(
    Object.entries(documents).map(([name, schema]) => [
      name,
      {
        $schema: 'https://json-schema.org/draft/2019-09/schema',
        title: `Ypodoma ${name}`,
        ...(parse(schema, 'json-draft-2019-09') as object),
      },
    ]),
  ) as Record<keyof typeof documents, object>
}
