import { expect, remember, test } from '../server.js'

for (const width of [1280, 390]) {
  test.describe(`at ${width} px`, () => {
    test.use({ viewport: { width, height: 800 }, hasTouch: width === 390 })
    test.beforeEach(({ page }) => remember(page, { author: 'Maren Oddy' }))

    test('what has changed since a revision is told in litres, in faults and part by part', async ({ page, ownSite }) => {
      await page.goto(`${await ownSite('hollin-bank')}/rules`)
      const card = page.getByRole('listitem').filter({ has: page.getByRole('button', { name: /If any of 2 sensors/ }) })
      await card.getByRole('button', { name: /If any of 2 sensors/ }).click()
      await card.getByRole('textbox', { name: 'Delay before closing' }).fill(`${width} s`)
      await page.keyboard.press('Enter')
      const save = page.getByRole('button', { name: 'Save', exact: true })
      await save.click()
      await expect(save).toBeDisabled()
      await page.getByRole('button', { name: 'Menu' }).click()
      await page.getByRole('menuitem', { name: 'Revisions' }).click()
      const dialog = page.getByRole('dialog', { name: 'Revisions' })
      await expect(dialog.getByRole('button', { name: /What changed since revision [23]/ }).first()).toBeVisible()
      await dialog.getByRole('button', { name: 'What changed since' }).last().click()
      const since = dialog.getByRole('region', { name: 'Since revision 1' })
      await expect(since.getByText('Rule Close at once: changed')).toBeVisible()
      await expect(since.getByTestId('changed-figures')).toContainText(/Litres lost at most\s*11.5 L to 31.4 L/)
      await expect(since.getByText('Litres, leak by leak')).toBeVisible()
      await dialog.getByRole('button', { name: 'What changed since' }).first().click()
      await expect(dialog.getByRole('region', { name: /Since revision [23]/ }).getByText('Nothing.')).toBeVisible()
    })
  })
}
