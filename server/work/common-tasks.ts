import { parseJson } from '#core/schema'
import { answer } from './answer'

/** What every thread does. */
export const commonTasks = {
  /** Nothing: a thread that does it is there. */
  ready: () => answer(() => true),

  /** Parses the body of a request. */
  json: (bytes: Uint8Array) => answer(() => parseJson(new TextDecoder().decode(bytes))),
}
