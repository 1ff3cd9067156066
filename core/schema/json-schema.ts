import parse from 'joi-to-json'
import { boardSchema, deviceSchema, protocolSchema } from './definitions'
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
        ...(withPatterns(parse(schema, 'json-draft-2019-09')) as object),
      },
    ]),
  ) as Record<keyof typeof documents, object>
}

/** The converter writes keys given by a pattern as properties named "/pattern/"; they belong under patternProperties. */
function withPatterns(node: unknown): unknown {
  if (Array.isArray(node)) return node.map(withPatterns)
  if (typeof node !== 'object' || node === null) return node
  const entries = Object.entries(node).map(([key, value]) => [key, withPatterns(value)] as const)
  const result: Record<string, unknown> = Object.fromEntries(entries)
  const properties = result.properties as Record<string, unknown> | undefined
  const patterns = Object.entries(properties ?? {}).filter(([key]) => key.length > 2 && key.startsWith('/') && key.endsWith('/'))
  if (!patterns.length) return result
  const plain = Object.entries(properties!).filter(([key]) => !patterns.some(([pattern]) => pattern === key))
  result.properties = Object.fromEntries(plain)
  result.patternProperties = Object.fromEntries(patterns.map(([key, value]) => [key.slice(1, -1), value]))
  result.additionalProperties = false
  return result
}
