// The unit tests with five times as many of what is drawn at random as `npm test` looks at.
import { install, run } from './lib/setup.mjs'

install()
const { status } = run('npx', ['vitest', 'run', ...process.argv.slice(2)], {
  loud: true,
  allowFailure: true,
  env: { YPODOMA_AMOUNT: '5' },
})
process.exit(status ?? 1)
