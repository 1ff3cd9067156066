import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto'
import { constants, copyFileSync, existsSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { promisify } from 'node:util'
import Joi from 'joi'
import { roles, type Role } from '#core/plan'
import { underNewName } from '../database/names'

const derive = promisify(scrypt) as (text: string, salt: Buffer, length: number, cost: object) => Promise<Buffer>
/** RFC 7914: N = 2^15, r = 8, p = 1 takes about 32 MB and 80 ms. */
const cost = { N: 32_768, r: 8, p: 1, maxmem: 64 * 1024 * 1024 }

interface Kept {
  salt: string
  key: string
}

/** Passphrases by role, as they lie in the data folder: never themselves, only what is derived from them. */
type AccessFile = Partial<Record<Role, Kept>>

export function accessFile(directory: string): string {
  return join(directory, 'access.json')
}

/** The file of passphrases is there and cannot be read: nobody is let in then. */
export class AccessDamaged extends Error {
  readonly todo = 'Mend the file access.json in the data folder, or set the passphrases anew: npm run passphrase -- editor.'
}

const keptSchema = Joi.object({ salt: Joi.string().base64().required(), key: Joi.string().base64().length(44).required() })
const accessSchema = Joi.object(Object.fromEntries(roles.map((role) => [role, keptSchema])))

/** @throws AccessDamaged */
function readAccess(directory: string): AccessFile {
  const file = accessFile(directory)
  if (!existsSync(file)) return {}
  try {
    return Joi.attempt(JSON.parse(readFileSync(file, 'utf8')), accessSchema, { convert: false }) as AccessFile
  } catch (error) {
    throw new AccessDamaged(`the file of passphrases cannot be read: ${(error as Error).message.split('\n')[0]}`)
  }
}

/** A file that cannot be read is put aside, so that passphrases can be set anew. */
function readOrBegin(directory: string): AccessFile {
  try {
    return readAccess(directory)
  } catch (error) {
    if (!(error instanceof AccessDamaged)) throw error
    const file = accessFile(directory)
    underNewName(directory, 'access.damaged', '.json', (path) => copyFileSync(file, path, constants.COPYFILE_EXCL))
    return {}
  }
}

/** What a passphrase must be at least. @returns why it is refused */
export function weakness(passphrase: string): string | undefined {
  return passphrase.length < 10
    ? 'a passphrase has at least 10 characters'
    : passphrase.length > 200
      ? 'at most 200 characters'
      : undefined
}

/** Sets the passphrase of a role, or takes it away. @throws Error when it is too weak */
export async function setPassphrase(directory: string, role: Role, passphrase: string | undefined): Promise<void> {
  const access = readOrBegin(directory)
  if (passphrase === undefined) delete access[role]
  else {
    const weak = weakness(passphrase)
    if (weak) throw new Error(weak)
    const salt = randomBytes(16)
    access[role] = { salt: salt.toString('base64'), key: (await derive(passphrase, salt, 32, cost)).toString('base64') }
  }
  writeFileSync(accessFile(directory), JSON.stringify(access, null, 2), { mode: 0o600 })
}

interface Session {
  role: Role
  /** As given on coming in; what versions are signed with. */
  name: string
  until: number
}

/** Tries in a window after which nobody is let try for a while: from one address, and in all. */
const tries = { window: 15 * 60_000, fromOne: 8, inAll: 60 }
const lasting = 7 * 86_400_000

/** Who may come in: sessions by passphrase, with a limit of attempts. */
export class Access {
  private readonly sessions = new Map<string, Session>()
  private failures: { address: string; at: number }[] = []
  private readonly access: AccessFile

  constructor(
    directory: string,
    private readonly clock: () => number = Date.now,
  ) {
    this.access = readAccess(directory)
  }

  /** Whether a passphrase is asked for at all. */
  get needed(): boolean {
    return Object.keys(this.access).length > 0
  }

  /** The role of a session; without any passphrase everybody is an editor. */
  roleOf(token: string | undefined): Role | undefined {
    if (!this.needed) return 'editor'
    const session = token ? this.sessions.get(token) : undefined
    return session && session.until > this.clock() ? session.role : undefined
  }

  /** What a session signs with: the name given on coming in, with the role of those who do not change everything. */
  authorOf(token: string | undefined): string {
    const { role = 'reader', name = '' } = (token ? this.sessions.get(token) : undefined) ?? {}
    if (!name) return role
    return role === 'editor' ? name : `${name} (${role})`
  }

  /** Seconds until another try is taken from an address; 0 when it is taken now. */
  wait(address: string): number {
    const now = this.clock()
    this.failures = this.failures.filter(({ at }) => now - at < tries.window)
    const own = this.failures.filter((failure) => failure.address === address)
    const first = own.length >= tries.fromOne ? own[0] : this.failures.length >= tries.inAll ? this.failures[0] : undefined
    return first ? Math.ceil((first.at + tries.window - now) / 1000) : 0
  }

  /** Lets in whoever knows a passphrase; each is tried, so that the time tells nothing. */
  async enter(passphrase: string, address: string, name = ''): Promise<{ token: string; role: Role } | undefined> {
    // Counted before it is looked at, so that many at once are no way round the limit.
    const attempt = { address, at: this.clock() }
    this.failures.push(attempt)
    let found: Role | undefined
    for (const role of roles) {
      const kept = this.access[role]
      if (!kept) continue
      const key = await derive(passphrase, Buffer.from(kept.salt, 'base64'), 32, cost)
      if (timingSafeEqual(key, Buffer.from(kept.key, 'base64'))) found ??= role
    }
    if (!found) return undefined
    this.failures = this.failures.filter((failure) => failure !== attempt)
    const now = this.clock()
    for (const [token, { until }] of this.sessions) if (until <= now) this.sessions.delete(token)
    const token = randomBytes(32).toString('base64url')
    this.sessions.set(token, { role: found, name: name.trim(), until: now + lasting })
    return { token, role: found }
  }

  leave(token: string | undefined): void {
    if (token) this.sessions.delete(token)
  }
}
