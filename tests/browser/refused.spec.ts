import { expect, type Page } from '@playwright/test'
import { address, freshBuild, saved, test } from './helpers'

interface Body {
  author: string
  edits: { type: string; priority?: unknown }[]
}

/** Changes what the page sends to the real server, as a fault on the way or an older page would. */
async function onTheWay(page: Page, change: (body: Body) => void) {
  await page.route('**/api/builds/*', async (route) => {
    if (route.request().method() !== 'PUT') return route.continue()
    const body = route.request().postDataJSON() as Body
    change(body)
    return route.continue({ postData: JSON.stringify(body) })
  })
}

test.describe('what the server refuses', () => {
  test.use({ expected: { faults: [/400/] } })

  test('of a step: that one is named and taken out, the next is saved', async ({ page }) => {
    const id = await freshBuild(page, 'culvert-scout', 'Refused step', true)
    await page.goto(`${address}/builds/${id}/fit-out`)
    await onTheWay(page, ({ edits }) => {
      for (const edit of edits) if (edit.type === 'device.priority') edit.priority = 'sometimes'
    })
    await page.getByLabel('How much Camera is wanted').selectOption({ label: 'wish 2' })
    await expect(page.getByText(/“Camera: wish 2” was not accepted and is taken back: .*priority/)).toBeVisible()
    await expect(page.getByLabel('How much Camera is wanted')).toHaveValue('must')
    await page.getByRole('button', { name: 'Remove Buzzer' }).click()
    await saved(page)
    await page.reload()
    await expect(page.getByRole('button', { name: 'Remove Camera' })).toBeVisible()
    await expect(page.getByRole('button', { name: 'Remove Buzzer' })).toHaveCount(0)
  })

  test('of what is sent beside the steps: nothing is taken out, and it is saved once that is right', async ({ page }) => {
    const id = await freshBuild(page, 'culvert-scout', 'Refused author', true)
    await page.goto(`${address}/builds/${id}/fit-out`)
    let wrong = true
    await onTheWay(page, (body) => {
      if (wrong) body.author = 'x'.repeat(500)
    })
    await page.getByLabel('How much Camera is wanted').selectOption({ label: 'wish 2' })
    await expect(page.getByRole('banner')).toContainText(/not saved/i)
    await expect(page.getByLabel('How much Camera is wanted')).toHaveValue('2')
    wrong = false
    await page.getByLabel('How much Camera is wanted').selectOption({ label: 'wish 3' })
    await saved(page)
    await page.reload()
    await expect(page.getByLabel('How much Camera is wanted')).toHaveValue('3')
  })
})
