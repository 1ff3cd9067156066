// What the promises of docs/promises.md are measured with: npm run faults [-- NAME …]; about an hour for all.
import { spawnSync } from 'node:child_process'
import { build, install, root, say } from '../lib/setup.mjs'

const all = [
  'kills',
  'imports',
  'editors',
  'definitions',
  'lists',
  'blocking',
  'restores',
  'displaced',
  'outputs',
  'reloads',
  'greedy',
  'files',
  'boards',
  'mixed',
]
const asked = process.argv.slice(2).filter((name) => all.includes(name))
install()
build()
let failed = 0
for (const name of asked.length ? asked : all) {
  say(name)
  failed += spawnSync('npx', ['tsx', '--tsconfig', 'tsconfig.tools.json', `scripts/faults/${name}.ts`], {
    cwd: root,
    stdio: 'inherit',
  }).status
    ? 1
    : 0
}
process.exit(failed ? 1 : 0)
