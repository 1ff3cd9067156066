// Prints figures: the engine on the demo builds, and the interface in a real browser. Nothing is asserted.
import { spawn } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { ensureChromium } from '../lib/chromium.mjs'
import { build, install, ready, root, run } from '../lib/setup.mjs'

install()
ensureChromium()
build()
run('npx', ['tsx', 'scripts/bench/engine.ts'], { loud: true })
run('npx', ['tsx', 'scripts/bench/drawing.ts'], { loud: true })
run('npx', ['tsx', 'scripts/bench/solver.ts'], { loud: true })
run('npx', ['tsx', 'scripts/bench/correct.ts'], { loud: true })
run('npx', ['tsx', 'scripts/bench/display.ts'], { loud: true })

const port = 4392
const server = spawn(process.execPath, [join(root, '.output/server/index.mjs')], {
  env: {
    ...process.env,
    NITRO_HOST: '127.0.0.1',
    NITRO_PORT: String(port),
    PORT: String(port),
    YPODOMA_DATA: mkdtempSync(join(tmpdir(), 'ypodoma-bench-')),
  },
  stdio: 'ignore',
})
await ready(`http://127.0.0.1:${port}`)
for (const script of ['browser', 'boards', 'dragging']) {
  run('npx', ['tsx', `scripts/bench/${script}.ts`], {
    loud: true,
    env: { YPODOMA_ADDRESS: `http://127.0.0.1:${port}` },
    allowFailure: true,
  })
}
server.kill()
