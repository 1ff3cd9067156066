import { planSchema } from './plan'

type Document = Record<string, unknown>

/** Each takes a document of the schema version it stands under to the next one. */
const upgrades: Record<number, (document: Document) => Document> = {
  0: (document) => ({ automatic: true, bans: {}, portSettings: {}, deviceSettings: {}, wires: {}, ...document, schema: 1 }),
  1: (document) => ({ placement: {}, layout: {}, built: {}, ...document, schema: 2 }),
}

/**
 * Brings a plan document of an older schema version to the present one.
 * @throws RangeError when the document is newer than this program or has no version.
 */
export function upgradePlan(document: Document): Document {
  const version = document.schema
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 0) {
    throw new RangeError(`schema: ${JSON.stringify(version)} is not a schema version; expected 0 to ${planSchema}`)
  }
  if (version > planSchema) {
    throw new RangeError(
      `schema: this plan has schema version ${version}, this program reads up to ${planSchema}; open it with a newer program`,
    )
  }
  let current = document
  for (let step = version; step < planSchema; step += 1) current = upgrades[step]!(current)
  return current
}
