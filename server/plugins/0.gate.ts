import { existsSync } from 'node:fs'
import { dataDirectory } from '../database/store'
import { accessFile } from '../security/access'
import { gate } from '../security/gate'
import { contentPolicy, scriptHashes } from '../security/headers'
import { isLoopback } from '../security/hosts'

/** Nobody reaches the server from elsewhere unless a passphrase is set; every request goes through the gate first. */
export default defineNitroPlugin((nitro) => {
  const asked = process.env.NITRO_HOST || process.env.HOST
  if (!asked) process.env.NITRO_HOST = '127.0.0.1'
  else if (!import.meta.dev && !isLoopback(asked) && !existsSync(accessFile(dataDirectory()))) {
    process.stderr.write(
      `Ypodoma: on ${asked} others could read and change everything. Set a passphrase first: npm run passphrase -- editor\n`,
    )
    process.exit(1)
  }
  nitro.h3App.stack.unshift({ route: '/', handler: gate })
  nitro.hooks.hook('render:response', (response) => {
    response.headers ??= {}
    response.headers['content-security-policy'] = contentPolicy(scriptHashes(String(response.body)))
  })
})
