declare module 'comlink/dist/esm/node-adapter.mjs' {
  import type { Endpoint } from 'comlink'
  import type { MessagePort, Worker } from 'node:worker_threads'

  /** A thread of Node.js as an end of a channel. */
  export default function nodeEndpoint(end: Worker | MessagePort): Endpoint
}
