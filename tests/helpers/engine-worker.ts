// The engine on a thread of Node.js, as it runs in a worker of the browser.
import { parentPort } from 'node:worker_threads'
import { expose } from 'comlink'
import nodeEndpoint from 'comlink/dist/esm/node-adapter.mjs'
import { createEngine } from '../../app/engine/engine'

expose(createEngine(), nodeEndpoint(parentPort!))
parentPort!.postMessage('ready')
