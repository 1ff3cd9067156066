// From nothing to a running server with the demo builds: npm run demo [-- --port N] [--data DIR] [--fresh]
import { spawn } from 'node:child_process'
import { createServer } from 'node:net'
import { join, resolve } from 'node:path'
import { build, give, install, option, ready, root, run, say } from './lib/setup.mjs'

const port = Number(option('port') ?? 4173)
if (!Number.isInteger(port) || port < 1 || port > 65535) give(`--port ${option('port')} is not a port number.`)
const data = option('data') === true ? give('--data needs a folder.') : resolve(option('data') ?? join(root, 'data'))

const isFree = (at) =>
  new Promise((answer) => {
    const probe = createServer()
    probe.once('error', () => answer(false)).listen(at, '127.0.0.1', () => probe.close(() => answer(true)))
  })
if (!(await isFree(port))) give(`Port ${port} is in use. Choose another: npm run demo -- --port ${port + 1}`)

install()
build()
if (option('fresh')) {
  const moved = run(process.execPath, ['--import', 'tsx', join(root, 'scripts/data/fresh.ts'), '--data', data], {
    env: { TSX_TSCONFIG_PATH: join(root, 'tsconfig.tools.json') },
    allowFailure: true,
  })
  if (moved.status !== 0) give(`--fresh is not done: ${moved.stderr.trim()}`)
  if (moved.stdout) say(moved.stdout.trim())
}

/** A simulated board to write settings to, where its port is free. */
const simulated = { board: 'corran-7', port: port + 1 }
const hasBoard = await isFree(simulated.port)

const server = spawn(process.execPath, [join(root, '.output/server/index.mjs')], {
  env: {
    ...process.env,
    NITRO_HOST: '127.0.0.1',
    HOST: '127.0.0.1',
    NITRO_PORT: String(port),
    PORT: String(port),
    YPODOMA_DATA: data,
    ...(hasBoard && { YPODOMA_BOARD: `${simulated.board}:${simulated.port}` }),
  },
  stdio: ['ignore', 'ignore', 'inherit'],
})
server.once('exit', (code) => process.exit(code ?? 0))
for (const signal of ['SIGINT', 'SIGTERM']) process.once(signal, () => server.kill(signal))

const address = `http://127.0.0.1:${port}`
if (!(await ready(address))) {
  server.kill()
  give('The server did not start; its messages are above.')
}
if (hasBoard) {
  const standIn = spawn(
    process.execPath,
    [
      '--import',
      'tsx',
      join(root, 'cli/main.ts'),
      'board',
      'serve',
      '--board',
      simulated.board,
      '--port',
      String(simulated.port),
      '--state',
      join(data, 'board.json'),
    ],
    { cwd: root, stdio: ['ignore', 'ignore', 'ignore'] },
  )
  standIn.once('exit', () => say('The simulated board has ended'))
  server.once('exit', () => standIn.kill())
  process.once('exit', () => standIn.kill())
}
say(`Data in ${data}`)
say(
  hasBoard
    ? `A simulated Corran 7 at port ${simulated.port}, for Settings, Board`
    : `No simulated board: port ${simulated.port} is in use`,
)
say(`Open ${address}  (Ctrl C ends it)`)
