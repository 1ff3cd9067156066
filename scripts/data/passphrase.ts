// Sets the passphrase of a role, read from the terminal or a pipe: npm run passphrase -- editor|workshop|reader [--remove] [--data DIR]
import { mkdirSync } from 'node:fs'
import { createInterface } from 'node:readline/promises'
import { roles, type Role } from '../../core/plan'
import { setPassphrase } from '../../server/security/access'
import { argument, command, dataFolder } from './folder'

await command(async () => {
  const role = argument()
  if (!roles.includes(role as Role)) throw new Error(`Whose? One of ${roles.join(', ')}`)
  const directory = dataFolder()
  mkdirSync(directory, { recursive: true })
  const remove = process.argv.includes('--remove')
  await setPassphrase(directory, role as Role, remove ? undefined : await asked(`Passphrase for ${role}: `))
  process.stdout.write(`The passphrase of ${role} is ${remove ? 'taken away' : 'set'}; start the server anew.\n`)
})

async function asked(question: string): Promise<string> {
  const terminal = createInterface({ input: process.stdin, output: process.stdout.isTTY ? process.stdout : undefined })
  try {
    for await (const line of question && process.stdin.isTTY ? [await terminal.question(question)] : terminal) return line
    throw new Error('no passphrase came in')
  } finally {
    terminal.close()
  }
}
