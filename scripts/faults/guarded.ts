import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setPassphrase } from '../../server/security/access'
import { put, startServer } from '../../tests/browser/servers'

/** A server that asks for passphrases, with an editor and a reader who have come in: what they send along to be known. */
export async function guardedServer() {
  const directory = mkdtempSync(join(tmpdir(), 'ypodoma-guarded-'))
  await setPassphrase(directory, 'editor', 'all of it, please')
  await setPassphrase(directory, 'reader', 'only to look at it')
  const server = await startServer({}, directory)
  const enter = async (passphrase: string) => {
    const { headers } = await put(server, 'POST', '/api/session', { passphrase })
    return { cookie: String(headers['set-cookie']).split(';')[0]! }
  }
  return { server, editor: await enter('all of it, please'), reader: await enter('only to look at it') }
}
