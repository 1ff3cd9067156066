import type { Page } from '@playwright/test'

/** A user whose clicks, keys and pastes are counted. */
export class Hand {
  count = 0
  readonly page: Page
  constructor(page: Page) {
    this.page = page
  }
  async click(name: string | RegExp, within = this.page.locator('body')) {
    this.count += 1
    await within
      .getByRole('button', { name, exact: typeof name === 'string' })
      .first()
      .click()
  }
  async press(key: string) {
    this.count += 1
    await this.page.keyboard.press(key)
  }
  /** Typed where the cursor stands, once it stands: a dialog that opens puts it into its first field a moment later. */
  async write(text: string) {
    await this.page.waitForFunction(() => {
      const dialogs = [...document.querySelectorAll('.v-dialog.v-overlay--active')]
      const field = document.activeElement
      return field?.matches('input, textarea, [contenteditable=true]') && (!dialogs.length || dialogs.at(-1)!.contains(field))
    })
    this.count += text.length
    await this.page.keyboard.type(text)
  }
  /** Typed letter by letter. */
  async type(label: string, text: string) {
    this.count += 1 + text.length
    await this.page.getByRole('dialog').getByLabel(label).click()
    await this.page.keyboard.type(text)
  }
  /** Pasted from elsewhere: a click and Ctrl V. */
  async paste(label: string, text: string) {
    this.count += 2
    await this.page.getByLabel(label).fill(text)
  }
  async clickAt(x: number, y: number) {
    this.count += 1
    await this.page.mouse.click(x, y)
  }
}
