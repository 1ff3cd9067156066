// Installs the browser where there is none, as a program of its own.
import { ensureChromium } from './chromium.mjs'

ensureChromium()
