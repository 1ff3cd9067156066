import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, describe, expect, it } from 'vitest'
import { Access, accessFile, setPassphrase } from './access'

const folders: string[] = []
afterEach(() => {
  for (const folder of folders.splice(0)) rmSync(folder, { recursive: true })
})

async function accessWith(passphrases: Record<'editor' | 'workshop' | 'reader', string> | object) {
  const directory = mkdtempSync(join(tmpdir(), 'ypodoma-access-'))
  folders.push(directory)
  for (const [role, passphrase] of Object.entries(passphrases))
    await setPassphrase(directory, role as 'editor', passphrase as string)
  const clock = { now: 0 }
  return { directory, clock, access: new Access(directory, () => clock.now) }
}

describe('who may come in', () => {
  it('is everybody, as an editor, where no passphrase is set', async () => {
    const { access } = await accessWith({})
    expect(access.needed).toBe(false)
    expect(access.roleOf(undefined)).toBe('editor')
  })

  it('is told by the passphrase, for a week, until they leave', async () => {
    const { access, clock } = await accessWith({ editor: 'all of it, please', reader: 'only to look at' })
    expect(access.roleOf(undefined)).toBeUndefined()
    expect(access.roleOf('made up')).toBeUndefined()
    expect(await access.enter('wrong wrong wrong', 'a')).toBeUndefined()
    const reader = (await access.enter('only to look at', 'a'))!
    const editor = (await access.enter('all of it, please', 'a'))!
    expect([reader.role, editor.role]).toEqual(['reader', 'editor'])
    expect([access.roleOf(reader.token), access.roleOf(editor.token)]).toEqual(['reader', 'editor'])
    access.leave(editor.token)
    expect(access.roleOf(editor.token)).toBeUndefined()
    clock.now += 8 * 86_400_000
    expect(access.roleOf(reader.token)).toBeUndefined()
  })

  it('is a matter of few tries: from one address, and from all together', async () => {
    const { access, clock } = await accessWith({ editor: 'all of it, please' })
    await Promise.all(Array.from({ length: 8 }, () => access.enter('guess', 'one')))
    expect(access.wait('one')).toBe(900)
    expect(access.wait('two')).toBe(0)
    clock.now += 901_000
    expect(access.wait('one')).toBe(0)
    // Each is counted before it is looked at, so many at once are no way round.
    const many = Array.from({ length: 60 }, (_, at) => access.enter('guess', `from ${at}`))
    expect(access.wait('somebody')).toBe(900)
    await Promise.all(many)
  })

  it('is kept as what is derived from it, readable by nobody else, and not when it is too weak', async () => {
    const { directory } = await accessWith({ editor: 'all of it, please' })
    const text = readFileSync(accessFile(directory), 'utf8')
    expect(text).not.toContain('all of it')
    expect(statSync(accessFile(directory)).mode & 0o077).toBe(0)
    await expect(setPassphrase(directory, 'reader', 'short')).rejects.toThrow('at least 10 characters')
    await setPassphrase(directory, 'editor', undefined)
    expect(new Access(directory).needed).toBe(false)
  })

  it('signs with the name given on coming in, and the role of those who do not change everything', async () => {
    const { access } = await accessWith({ editor: 'all of it, please', workshop: 'only to tick off' })
    const signed = async (passphrase: string, name?: string) =>
      access.authorOf((await access.enter(passphrase, 'a', name))!.token)
    expect(await signed('all of it, please', ' Ada ')).toBe('Ada')
    expect(await signed('all of it, please')).toBe('editor')
    expect(await signed('only to tick off', 'Ada')).toBe('Ada (workshop)')
    expect(access.authorOf('made up')).toBe('reader')
  })

  it('is nobody while the file of passphrases cannot be read, which is said; set anew, the old file is kept', async () => {
    const { directory } = await accessWith({ editor: 'all of it, please' })
    for (const text of ['{"editor": {"salt": "AA', '[]', '{"editor": {"salt": 5, "key": ""}}', '{"owner": {}}', 'null']) {
      writeFileSync(accessFile(directory), text)
      expect(() => new Access(directory), text).toThrow('the file of passphrases cannot be read')
    }
    await setPassphrase(directory, 'editor', 'all of it, again')
    expect(new Access(directory).needed).toBe(true)
    expect(readFileSync(join(directory, 'access.damaged.json'), 'utf8')).toBe('null')
  })
})
