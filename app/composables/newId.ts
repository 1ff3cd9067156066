import { ofBrowser } from '~/session/own-storage'

/** An id that nobody else has; also where the page is not served over HTTPS. */
export function newId(): string {
  return [...crypto.getRandomValues(new Uint8Array(16))].map((byte) => byte.toString(16).padStart(2, '0')).join('')
}

let browser = ''

/** What all pages of this browser are known by among the steps of a build; where it keeps nothing, this page alone. */
function browserId(): string {
  if (browser) return browser
  browser = ofBrowser.read('ypodoma.browser') ?? ''
  if (!/^[0-9a-f]{16}$/.test(browser)) ofBrowser.keep('ypodoma.browser', (browser = newId().slice(0, 16)))
  return browser
}

/** An id for a step done in this browser, which it has for life. */
export function newStepId(): string {
  return `${browserId()}.${newId()}`
}

/** Whether a step was done in this browser. */
export function isOwnStep(id: string): boolean {
  return id.startsWith(`${browserId()}.`)
}
