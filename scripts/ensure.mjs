// Sees to one thing that takes long, as a program of its own beside other work: `node scripts/ensure.mjs browser` or `binding`.
import { ensureChromium } from './lib/chromium.mjs'
import { give, installBinding } from './lib/setup.mjs'

const work = { browser: ensureChromium, binding: installBinding }
const [what] = process.argv.slice(2)
if (!Object.hasOwn(work, what)) give(`There is no ${what} to see to; it is one of ${Object.keys(work).join(', ')}.`)
work[what]()
