// The unit tests with ten times as many of what is drawn at random as `npm test` looks at, drawn anew each time. A seed with
// which a test failed is kept in tests/seeds.json, and looked at again by every run after.
import { readFileSync, writeFileSync } from 'node:fs'
import { install, run } from './lib/setup.mjs'

const file = new URL('../tests/seeds.json', import.meta.url)
const kept = JSON.parse(readFileSync(file, 'utf8'))
const [given, ...rest] = process.argv.slice(2)
const own = given !== undefined && /^\d+$/.test(given)
const fresh = own ? Number(given) : Math.floor(Math.random() * 2 ** 31)
const what = own ? rest : process.argv.slice(2)

install()
let failed = false
for (const seed of new Set([...kept, fresh])) {
  console.log(`Seed ${seed}: npm run thorough -- ${seed} looks at the same again.`)
  const env = { YPODOMA_AMOUNT: '10', YPODOMA_SEED: String(seed) }
  const { status } = run('npx', ['vitest', 'run', ...what], { loud: true, allowFailure: true, env })
  if (status === 0) continue
  failed = true
  if (kept.includes(seed)) continue
  kept.push(seed)
  writeFileSync(file, `${JSON.stringify(kept)}\n`)
  console.log(`Seed ${seed} is kept in tests/seeds.json.`)
}
process.exit(failed ? 1 : 0)
