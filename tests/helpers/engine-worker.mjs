// The engine on a thread of Node.js, as it runs in a worker of the browser.
import { parentPort } from 'node:worker_threads'
import { expose } from 'comlink'
import nodeEndpoint from 'comlink/dist/esm/node-adapter.mjs'
import { register } from 'tsx/esm/api'

register()
const { engine } = await import('../../app/engine/engine.ts')
expose(engine, nodeEndpoint(parentPort))
parentPort.postMessage('ready')
