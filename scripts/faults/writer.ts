// Saves, or backs up, one after another and tells each number once it is acknowledged, until it is ended: writer.ts saves|backups|start DIRECTORY
import { backUp } from '../../server/database/backup'
import { openStore } from '../../server/database/store'
import { shipped } from '../../tests/helpers/store'

const [what, directory] = process.argv.slice(2) as ['saves' | 'backups' | 'start', string]
process.stdout.write('begun\n')
const { builds, connection } = openStore({ ...shipped, directory })
process.stdout.write('open\n')
const plan = builds.plan('spillway-hex', builds.find('spillway-hex')!.version)!
for (let base = builds.find('spillway-hex')!.version; what !== 'start'; base += 1) {
  const edits = [{ type: 'plan.note' as const, note: `version ${base + 1}` }]
  builds.save('spillway-hex', base, { plan: { ...plan, note: `version ${base + 1}` }, edits, steps: ['x'], author: '', note: '' })
  process.stdout.write(`${base + 1}\n`)
  if (what === 'backups') process.stdout.write(`${await backUp(connection, directory, 'hand')}\n`)
}
