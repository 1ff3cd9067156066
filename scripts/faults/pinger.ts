// Asks a server for the list of builds every 20 ms until it is ended, then prints how long the answers took, as JSON: pinger.ts PORT
import { ask } from '../../tests/browser/servers'

const port = Number(process.argv[2])
const milliseconds: number[] = []
let ended = false
process.once('SIGTERM', () => (ended = true))
process.stdout.write('begun\n')
while (!ended) {
  const start = performance.now()
  await ask({ port }, { path: '/api/builds' })
  milliseconds.push(performance.now() - start)
  await new Promise((resolve) => setTimeout(resolve, 20))
}
process.stdout.write(`${JSON.stringify(milliseconds)}\n`)
