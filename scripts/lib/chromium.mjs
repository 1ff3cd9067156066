// The browser that tests, pictures and benches drive: Debian's, without a window. Plain Node.js, no packages.
import { spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { give, run, say } from './setup.mjs'

const shell = '/usr/bin/chromium-headless-shell'
const full = '/usr/bin/chromium'

/** How it is started: the variant without any window of its own if it is there, which does the same pages in less time. */
export const chromiumOptions = {
  get executablePath() {
    return existsSync(shell) || !existsSync(full) ? shell : full
  },
  args: [
    '--no-sandbox',
    '--disable-dev-shm-usage',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
}

/** Installs it where there is none. */
export function ensureChromium() {
  if (existsSync(shell) || existsSync(full)) return
  say('Installing Chromium from Debian')
  if (spawnSync('apt-get', ['--version'], { stdio: 'ignore' }).error)
    give(`The browser tests need ${shell} or ${full}; install Chromium.`)
  run('apt-get', ['update', '-qq'])
  const install = (name) => ['install', '-y', '-qq', '--no-install-recommends', name]
  const env = { DEBIAN_FRONTEND: 'noninteractive' }
  const { status } = run('apt-get', install('chromium-headless-shell'), { env, allowFailure: true })
  if (status !== 0) run('apt-get', install('chromium'), { env })
}
